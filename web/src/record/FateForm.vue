<script setup lang="ts">
import { computed, onMounted, reactive, ref } from "vue";
import type { Piece } from "@/api/client";
import type { NewEvent } from "@/lib/usePieces";

/** What befalls a piece as a whole: broken, missing a part, set aside, taken home, a note. */
const props = defineProps<{ piece: Piece; kind?: string }>();
const emit = defineEmits<{ keep: [event: Omit<NewEvent, "piece">, done: string] }>();

interface Fate {
  kind: NewEvent["kind"];
  name: string;
  ask?: string;
  needs?: boolean;
  shown?: boolean;
  parts?: boolean;
  /** What is said without asking. */
  says?: string;
  /** Which of the things that are wrong it mends. */
  of?: string;
  done: string;
  when: (p: Piece) => boolean;
}
const fates: Fate[] = [
  {
    kind: "damage",
    name: "It is damaged",
    ask: "What broke: chipped rim, handle off…",
    needs: true,
    done: "It stays out of the kiln.",
    when: () => true,
  },
  {
    kind: "apart",
    name: "Broken: its parts are glazed and fired apart",
    ask: "What broke",
    parts: true,
    done: "Every part is looked at before it may be fired.",
    when: () => true,
  },
  {
    kind: "missing",
    name: "A part is missing",
    ask: "Which: the lid, the saucer…",
    needs: true,
    done: "It waits for its part.",
    when: () => true,
  },
  { kind: "note", name: "A note", ask: "What to remember", needs: true, done: "Noted.", when: () => true },
  {
    kind: "note",
    name: "A note that the class may read",
    ask: "What to say to its maker",
    needs: true,
    shown: true,
    done: "Noted; the tablets show it.",
    when: () => true,
  },
  { kind: "aside", name: "Set aside", ask: "Why", done: "Set aside.", when: (p) => !p.aside },
  { kind: "resume", name: "Taken up again", done: "Taken up again.", when: (p) => !!p.aside },
  {
    kind: "noname",
    name: "No name can be read on it",
    done: "It stays out of the kiln until it has a name.",
    when: (p) => !p.unnamed,
  },
  { kind: "named", name: "Its name is on it again", done: "Named again.", when: (p) => !!p.unnamed },
  {
    kind: "leave",
    name: "It leaves the room",
    ask: "Where to: at home, next door…",
    done: "Out of the room. Give it its sheet, cups and brushes.",
    when: (p) => !p.away,
  },
  { kind: "return", name: "It came back whole", done: "Back: it is looked at again.", when: (p) => !!p.away },
  {
    kind: "return",
    name: "It came back chipped",
    ask: "Where it is chipped: look at the rim",
    needs: true,
    done: "It is damaged, and stays out of the kiln.",
    when: (p) => !!p.away,
  },
  {
    kind: "dry",
    name: "It feels cold: still damp",
    says: "wet",
    done: "It dries for another night.",
    when: (p) => !p.fired,
  },
  { kind: "absent", name: "Its maker was absent", done: "Absent.", when: () => true },
  {
    kind: "clean",
    name: "Wiped free of dust",
    done: "Wiped: the first coat may go on.",
    when: (p) => !p.fired && !p.surfaces.some((s) => s.on.some((c) => !c.fired)),
  },
  {
    kind: "sand",
    name: "Sanded",
    done: "Sanded, wet or with a mask: wipe its dust off.",
    when: (p) => !p.fired,
  },
  { kind: "bone", name: "Felt, and dry all over", done: "Felt, and dry.", when: (p) => !p.fired },
  {
    kind: "prepare",
    name: "It has a hole for the air inside",
    says: "hole",
    done: "Its air gets out.",
    when: (p) => p.ware === "greenware",
  },
  {
    kind: "prepare",
    name: "It is solid: no air inside",
    says: "solid",
    done: "Solid.",
    when: (p) => p.ware === "greenware",
  },
];
/** What is wrong with it is mended one by one: a handle that is glued back mends no rim. */
const mending = computed(() =>
  (props.piece.harms ?? []).map((h): Fate =>
    h.mend === "repair"
      ? {
          kind: "repair",
          name: `Repaired: ${h.text}`,
          ask: "How it was repaired",
          of: h.id,
          done: "Repaired: it is looked at again.",
          when: () => true,
        }
      : {
          kind: "found",
          name: `Back again: ${h.text}`,
          of: h.id,
          done: "It is back: the piece is looked at again.",
          when: () => true,
        },
  ),
);
const offered = computed(() => [...mending.value, ...fates.filter((f) => f.when(props.piece))]);
const form = reactive({
  index: Math.max(
    0,
    offered.value.findIndex((f) => f.kind === props.kind),
  ),
  text: "",
  parts: 2,
});
const fate = computed(() => offered.value[form.index] ?? offered.value[0]!);
const input = ref<{ focus: () => void }>();
onMounted(() => props.kind && input.value?.focus());

function keep() {
  const f = fate.value;
  emit(
    "keep",
    {
      kind: f.kind,
      ...(f.ask && form.text.trim() ? { text: form.text.trim() } : {}),
      ...(f.of ? { of: f.of } : {}),
      ...(f.says ? { text: f.says } : {}),
      ...(f.parts ? { parts: form.parts } : {}),
      ...(f.shown ? { shown: true } : {}),
    },
    f.done,
  );
  form.text = "";
}
</script>

<template>
  <form class="fate" @submit.prevent="keep">
    <el-select v-model="form.index" aria-label="What happened">
      <el-option v-for="(f, i) in offered" :key="f.name" :value="i" :label="f.name" />
    </el-select>
    <el-input
      v-if="fate.ask"
      ref="input"
      v-model="form.text"
      maxlength="200"
      :aria-label="fate.ask"
      :placeholder="fate.ask"
    />
    <label v-if="fate.parts">
      <el-input-number v-model="form.parts" :min="2" :max="40" aria-label="Parts" /> parts
    </label>
    <el-button native-type="submit" class="log" :disabled="fate.needs && !form.text.trim()">Save</el-button>
  </form>
</template>

<style scoped>
.fate {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  align-items: center;
}
.fate > .el-select {
  grid-column: 1 / 3;
}
.log {
  justify-self: start;
}
</style>
