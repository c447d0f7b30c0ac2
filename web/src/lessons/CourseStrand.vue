<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { useGlazes } from "@/lib/useLists";
import PlaceLink from "@/ui/PlaceLink.vue";
import { clock } from "@/ui/moments";

/** One piece in one lesson, along the clock. */
const props = defineProps<{
  piece: Schemas["PieceCourse"];
  share: (at: number) => number;
  /** How many lessons are planned over. */
  last: number;
  /** Where the clock stands, in percent. */
  at?: number;
}>();
const glazes = useGlazes();
const words = {
  clean: "clean",
  coat: "coat",
  edge: "edge",
  wipe: "wipe the foot",
  show: "show the teacher",
} as const;
type Step = Schemas["CourseStep"];
function says(s: Step): string {
  const what =
    s.does === "coat"
      ? `${s.surface}: ${s.glaze} ${s.name}, ${s.dip ? "dip" : "coat"} ${s.nth}`
      : [words[s.does], s.surface].filter(Boolean).join(" ");
  return `${clock(s.begin)} ${what}${s.optional ? ", if there is time" : ""}`;
}
/** What is written on a colour: dark on a light jar, light on a dark one. */
function inkOn(hex?: string): string | undefined {
  if (!hex) return undefined;
  const [r, g, b] = [1, 3, 5].map((i) => (parseInt(hex.slice(i, i + 2), 16) / 255) ** 2.2);
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b! > 0.2 ? "#111" : "#fff";
}
const steps = computed(() =>
  props.piece.steps.map((s) => {
    const left = props.share(Date.parse(s.begin));
    return {
      ...s,
      left,
      width: props.share(Date.parse(s.end)) - left,
      says: says(s),
      raw: s.glaze ? glazes.byCode.value.get(s.glaze)?.raw : undefined,
    };
  }),
);
const done = computed(() => {
  const p = props.piece;
  if (p.unsure) return "no plan";
  if (p.done >= props.last) return "later";
  if (p.done === 0) return p.ends ? `done ${clock(p.ends)}` : "done";
  return p.done === 1 ? "1 more lesson" : `${p.done} more`;
});
const label = computed(
  () =>
    `${props.piece.student}, ${props.piece.title}: ${steps.value.map((s) => s.says).join("; ") || "nothing in this lesson"}; ${done.value}`,
);
</script>

<template>
  <li>
    <PlaceLink :to="`/plan/${piece.piece}`" :aria-label="label">
      <b>{{ piece.student }}</b> <span class="soft">{{ piece.title }}</span>
    </PlaceLink>
    <span class="line" aria-hidden="true">
      <i v-if="at !== undefined" class="now" :style="{ left: `${at}%` }" />
      <i
        v-for="(s, i) in steps"
        :key="i"
        class="step"
        :class="[s.does, { optional: s.optional }]"
        :style="{ left: `${s.left}%`, width: `${s.width}%`, background: s.raw, color: inkOn(s.raw) }"
        :title="s.says"
        ><template v-if="s.does === 'coat' && s.width > 5.5">{{ s.glaze }}</template></i
      >
    </span>
    <span class="done" :class="{ today: !piece.unsure && piece.done === 0, behind: piece.behind }">
      <b v-if="piece.behind" title="More than the lessons left have time for">▲</b> {{ done }}
    </span>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 168px minmax(0, 1fr) 84px;
  gap: 8px;
  align-items: center;
  border-top: 1px solid var(--line);
  min-height: 30px;
}
a {
  text-decoration: none;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  font-size: 14px;
}
a:hover b {
  text-decoration: underline;
}
.line {
  position: relative;
  height: 30px;
  background: linear-gradient(90deg, #e9e9e9 calc(100% - var(--up)), #d2d2d2 calc(100% - var(--up)));
}
.step {
  position: absolute;
  top: 4px;
  bottom: 4px;
  border: 1px solid var(--ink);
  border-radius: 9px 3px 9px 3px;
  font-style: normal;
  font-size: 11.5px;
  line-height: 20px;
  padding-left: 4px;
  overflow: hidden;
}
.optional {
  border-style: dashed;
  opacity: 0.75;
}
.clean,
.wipe {
  border-radius: 2px;
  background: repeating-linear-gradient(90deg, #fff 0 3px, #bdbdbd 3px 4px);
}
.edge {
  top: 11px;
  bottom: 11px;
}
.show {
  background: var(--ink);
  border-radius: 50%;
  top: 9px;
  bottom: 9px;
}
.now {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 2px solid var(--ink);
  z-index: 1;
}
.done {
  font-size: 13.5px;
  color: var(--soft);
  white-space: nowrap;
}
.done.today {
  color: var(--ink);
  font-weight: 640;
}
.behind {
  color: var(--ink);
}
@media (max-width: 720px) {
  li {
    grid-template-columns: 88px minmax(0, 1fr) 56px;
  }
}
</style>
