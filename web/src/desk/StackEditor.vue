<script setup lang="ts">
import { useTemplateRef } from "vue";
import { useUnits } from "@/lib/useUnits";
import type { Choice, Piece, SurfaceState } from "@/api/client";
import { toTheWork } from "@/ui/useKeys";
import { useGlazes } from "@/lib/useLists";
import { choiceOf } from "@/lib/stack";

/** The planned stack of one surface, coat by coat, the layer nearest the clay at the bottom. */
const props = defineProps<{ surface: SurfaceState; food: boolean; ware: Piece["ware"] }>();
const { unit, shown, kept } = useUnits();
const editor = useTemplateRef("editor");
defineExpose({ focus: () => editor.value?.querySelector<HTMLElement>("button")?.focus() });
const emit = defineEmits<{ coats: [layer: number, by: number]; bare: []; change: [choice: Choice] }>();
const glazes = useGlazes();
type Layer = Choice["stack"][number];
function change(at: number, to: Partial<Layer>) {
  const stack = props.surface.stack.map((l, i) => (i === at ? { ...l, ...to } : l));
  emit("change", { ...choiceOf(props.surface), stack });
}
const dip = (at: number, l: Layer) =>
  change(at, { dip: !l.dip, coats: l.dip ? 3 : 1, thick: undefined, downTo: undefined, seconds: undefined });
const weights = [
  { key: "right", name: "as usual" },
  { key: "thick", name: "heavy" },
  { key: "thin", name: "light" },
] as const;
/** How thick the coats of a layer are meant: pressed, it goes on to the next. */
const weight = (at: number, l: Layer) => {
  const i = weights.findIndex((w) => w.key === (l.thick ?? "right"));
  const { key } = weights[(i + 1) % weights.length]!;
  change(at, { thick: key === "right" ? undefined : key });
};
const underglaze = (l: Layer) => glazes.byCode.value.get(l.glaze)?.kind === "underglaze";
/** Before which firing a layer goes on. */
const when = (l: Layer) =>
  props.ware === "glazed"
    ? `before firing ${(l.stage ?? 0) + 1}`
    : l.stage
      ? "after the bisque"
      : props.ware === "greenware"
        ? "on greenware"
        : "";
const meant = (l: Layer) => weights.find((w) => w.key === (l.thick ?? "right"))!.name;
function lift(at: number) {
  const stack = [...props.surface.stack];
  [stack[at], stack[at + 1]] = [stack[at + 1]!, stack[at]!];
  emit("change", { ...choiceOf(props.surface), stack });
}
function resist(kind: string) {
  toTheWork();
  const none = kind === "none";
  const bare = { surface: props.surface.id, bare: !none, stack: [] };
  emit(
    "change",
    none ? { ...bare, bare: !!props.surface.bare } : { ...bare, bare: false, resist: kind as "wax" },
  );
}
const tried = () => emit("change", { ...choiceOf(props.surface), tried: !props.surface.tried });
const thick = () => emit("change", { ...choiceOf(props.surface), heavy: !props.surface.heavy });
</script>

<template>
  <div ref="editor" class="editor">
    <ol v-if="surface.stack.length" class="stack" aria-label="Coats, the first nearest the clay">
      <li v-for="(l, i) in surface.stack" :key="i">
        <span
          ><span class="code">{{ l.glaze }}</span> {{ glazes.byCode.value.get(l.glaze)?.name
          }}<span v-if="glazes.byCode.value.get(l.glaze)?.lies" class="soft">
            ▲ {{ glazes.byCode.value.get(l.glaze)?.lies }}</span
          ></span
        >
        <span class="step">
          <el-button
            v-if="i + 1 < surface.stack.length"
            size="small"
            :aria-label="`Lay ${l.glaze} over the next`"
            @click="lift(i)"
            >↑</el-button
          >
          <el-button
            v-if="glazes.byCode.value.get(l.glaze)?.kind === 'dipping' || l.dip"
            size="small"
            :aria-pressed="!!l.dip"
            @click="dip(i, l)"
            >{{ l.dip ? "dipped" : "brushed" }}</el-button
          >
          <el-button
            v-if="ware === 'greenware' && underglaze(l)"
            size="small"
            :aria-label="`${l.glaze} goes ${when(l)}: change`"
            @click="change(i, { stage: l.stage ? undefined : 1 })"
            >{{ when(l) }}</el-button
          >
          <span v-else-if="ware === 'greenware' || l.stage" class="soft when">{{ when(l) }}</span>
          <el-button
            v-if="!l.dip"
            size="small"
            :aria-label="`${l.glaze} is laid ${meant(l)}: change`"
            @click="weight(i, l)"
            >{{ meant(l) }}</el-button
          >
          <el-button size="small" :aria-label="`One coat of ${l.glaze} less`" @click="emit('coats', i, -1)"
            >−</el-button
          >
          <b class="num">{{ l.coats }}</b>
          <el-button size="small" :aria-label="`One coat of ${l.glaze} more`" @click="emit('coats', i, 1)"
            >+</el-button
          >
        </span>
        <span v-if="l.dip" class="dip">
          <label
            >down to, {{ unit }} above the table
            <el-input-number
              :model-value="shown(l.downTo ?? 0)"
              :min="0"
              size="small"
              :controls="false"
              :aria-label="`How far down the dip into ${l.glaze} goes, ${unit}; 0 for all`"
              @change="change(i, { downTo: kept(Number($event)) || undefined })"
          /></label>
          <label
            >held, s
            <el-input-number
              :model-value="l.seconds ?? 0"
              :min="0"
              :max="120"
              size="small"
              :controls="false"
              :aria-label="`How long the dip into ${l.glaze} is held, seconds; 0 as usual`"
              @change="change(i, { seconds: Number($event) || undefined })"
          /></label>
        </span>
      </li>
    </ol>
    <p v-if="surface.asThick" class="soft">
      {{ surface.stack.reduce((n, l) => n + l.coats, 0) }} planned; out of the jars as they are, as thick as
      {{ surface.asThick.toFixed(1) }} coats.
    </p>
    <p v-if="!surface.stack.length" class="soft">
      {{
        surface.resist
          ? `Kept bare with ${surface.resist}.`
          : surface.bare
            ? "Left bare on purpose."
            : "Nothing planned."
      }}
    </p>
    <p v-if="surface.tile" class="num">Tile {{ surface.tile }} shows it on this clay.</p>
    <p v-if="food" class="caution">
      A food label is the maker's claim for one glaze, fully covering. Layers and missed spots void it; only a
      laboratory test proves it.
    </p>
    <div class="ways">
      <el-button @click="emit('bare')">{{ surface.bare ? "Undo bare" : "Leave it bare" }}</el-button>
      <el-select :model-value="surface.resist ?? 'none'" aria-label="Resist" class="resist" @change="resist">
        <el-option value="none" label="no resist" />
        <el-option value="wax" label="wax, burns off" />
        <el-option value="latex" label="latex, to peel" />
      </el-select>
      <el-checkbox
        v-if="surface.stack.length"
        :model-value="!!surface.heavy"
        label="thick on purpose"
        @change="thick"
      />
      <el-checkbox
        v-if="surface.stack.length && (surface.tried || !surface.tile)"
        :model-value="!!surface.tried"
        label="as an experiment"
        @change="tried"
      />
    </div>
  </div>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.stack {
  width: 100%;
  display: flex;
  flex-direction: column-reverse;
}
.stack li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-top: 1px solid var(--line);
  padding: 5px 0;
  flex-wrap: wrap;
}
.dip {
  flex-basis: 100%;
  display: flex;
  gap: 14px;
  font-size: 14px;
}
.dip .el-input-number {
  width: 64px;
}
.when {
  font-size: 13px;
}
.step {
  display: flex;
  gap: 6px;
  align-items: center;
}
.step .el-button + .el-button {
  margin-left: 0;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
}
.resist {
  width: 150px;
}
</style>
