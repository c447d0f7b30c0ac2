<script setup lang="ts">
import { computed, reactive } from "vue";
import type { Schemas } from "@/api/client";
import { useGuide } from "@/lib/useLists";
import { useUnits } from "@/lib/useUnits";
import { cm2, degrees } from "@/ui/figures";
import ClaySelect from "@/ui/ClaySelect.vue";

/** What is marked out on a piece: details with areas of their own, edges, texture, a second clay. */
const marking = defineModel<Schemas["Marking"]>({ required: true });
const props = defineProps<{
  surfaces: Schemas["SurfaceArea"][];
  edges: Schemas["Join"][];
  clay: string;
}>();
const nameOf = computed(() => new Map(props.surfaces.map((s) => [s.id, s.name])));
const { unit, shown, kept } = useUnits();
const guide = useGuide();
/** Where the bands run that are this marking's own. */
const heights = computed(
  () =>
    new Map(
      marking.value.details
        ?.filter((d) => d.kind === "band")
        .map((d) => [d.id, `${shown(d.fromMM ?? 0)} to ${shown(d.toMM ?? 0)} ${unit.value}`]),
    ),
);
const grounds = computed(() => props.surfaces.filter((s) => !s.detail));
const usual = computed(() => grounds.value.find((s) => s.id === "exterior") ?? grounds.value[0]);
const fresh = reactive({
  name: "",
  kind: "motif",
  on: "",
  area: 6,
  from: 30,
  to: 45,
  optional: false,
  over: false,
  edged: false,
});
/** What a ground is edged round before it is filled. */
const mayBeEdged = computed(() => ["motif", "letters"].includes(fresh.kind) && !fresh.over);
/** What can be laid over its ground as well as let into it. */
const mayLieOver = computed(() => ["band", "panel", "motif", "letters"].includes(fresh.kind));
const kind = computed(() => guide.data.value?.details.find((d) => d.kind === fresh.kind));

function add() {
  const base =
    fresh.name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "") || "detail";
  const taken = new Set(props.surfaces.map((s) => s.id));
  let id = /^[a-z]/.test(base) ? base.slice(0, 30) : `d-${base.slice(0, 28)}`;
  for (let n = 2; taken.has(id); n++) id = `${base.slice(0, 30)}-${n}`;
  const where =
    fresh.kind === "band" ? { fromMM: kept(fresh.from), toMM: kept(fresh.to) } : { areaCM2: fresh.area };
  const detail = {
    id,
    name: fresh.name.trim() || (kind.value?.name ?? "Detail"),
    kind: fresh.kind,
    on: fresh.on || usual.value?.id || "",
    ...where,
    ...(fresh.optional ? { optional: true } : {}),
    ...(fresh.over && mayLieOver.value ? { over: true } : {}),
    ...(fresh.edged && mayBeEdged.value ? { edged: true } : {}),
  };
  marking.value = { ...marking.value, details: [...(marking.value.details ?? []), detail] };
  fresh.name = "";
}
function drop(id: string) {
  const without = (map?: Record<string, unknown>) =>
    Object.fromEntries(Object.entries(map ?? {}).filter(([key]) => key !== id));
  marking.value = {
    details: marking.value.details?.filter((d) => d.id !== id),
    joins: marking.value.joins?.filter((j) => j.a !== id && j.b !== id),
    textured: without(marking.value.textured) as Record<string, boolean>,
    clays: without(marking.value.clays) as Record<string, string>,
  };
}
const edgeNames = {
  touch: "they touch",
  line: "a cut line",
  ridge: "a ridge",
  strip: "a bare strip",
  far: "they do not meet",
};
function join(a: string, b: string, edge: Schemas["Join"]["edge"]) {
  const others = (marking.value.joins ?? []).filter((j) => [j.a, j.b].sort().join() !== [a, b].sort().join());
  marking.value = { ...marking.value, joins: [...others, { a, b, edge }] };
}
function rough(id: string, on: boolean) {
  marking.value = { ...marking.value, textured: { ...marking.value.textured, [id]: on } };
}
function reclay(id: string, code: string) {
  const rest = Object.fromEntries(Object.entries(marking.value.clays ?? {}).filter(([key]) => key !== id));
  marking.value = { ...marking.value, clays: code === props.clay ? rest : { ...rest, [id]: code } };
}
</script>

<template>
  <div class="marking">
    <form class="fresh" aria-label="Mark something out" @submit.prevent="add">
      <label>
        What
        <el-select v-model="fresh.kind" aria-label="Kind of detail">
          <el-option v-for="d in guide.data.value?.details" :key="d.kind" :value="d.kind" :label="d.name" />
        </el-select>
      </label>
      <label
        >Its name<el-input v-model="fresh.name" name="detail" maxlength="60" :placeholder="kind?.name"
      /></label>
      <label>
        On
        <el-select v-model="fresh.on" aria-label="On which surface" :placeholder="usual?.name">
          <el-option v-for="s in grounds" :key="s.id" :value="s.id" :label="s.name" />
        </el-select>
      </label>
      <template v-if="fresh.kind === 'band'">
        <label
          >From, {{ unit }} above the table<el-input-number v-model="fresh.from" :controls="false"
        /></label>
        <label>To<el-input-number v-model="fresh.to" :controls="false" /></label>
      </template>
      <label v-else
        >Area, cm²<el-input-number v-model="fresh.area" name="area" :controls="false" :min="0"
      /></label>
      <el-checkbox v-model="fresh.optional" label="an extra, only if time is left" />
      <el-checkbox v-if="mayLieOver" v-model="fresh.over" label="laid over the ground, not let into it" />
      <el-checkbox
        v-if="mayBeEdged"
        v-model="fresh.edged"
        label="the ground is edged round it, then filled"
      />
      <el-button native-type="submit">Add the detail</el-button>
      <p class="soft">{{ kind?.means }}.</p>
    </form>
    <table>
      <thead>
        <tr>
          <th scope="col">Surface</th>
          <th scope="col">Texture</th>
          <th scope="col">Clay</th>
          <td />
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in surfaces" :key="s.id">
          <th scope="row">
            {{ s.name }}
            <span class="soft num">{{ cm2(s.areaCM2) }}, {{ degrees(s.slope) }}</span>
            <span v-if="heights.has(s.id)" class="soft num">{{ heights.get(s.id) }}</span>
          </th>
          <td>
            <el-checkbox
              :model-value="s.textured"
              :aria-label="`${s.name} is textured`"
              @change="rough(s.id, !!$event)"
            />
          </td>
          <td>
            <ClaySelect
              :model-value="s.clay ?? clay"
              :aria-label="`Clay of ${s.name}`"
              short
              @change="reclay(s.id, $event)"
            />
          </td>
          <td>
            <el-button
              v-if="marking.details?.some((d) => d.id === s.id)"
              size="small"
              :aria-label="`Take ${s.name} away`"
              @click="drop(s.id)"
              >Delete</el-button
            >
          </td>
        </tr>
      </tbody>
    </table>
    <ul class="edges" aria-label="What lies between surfaces">
      <li v-for="e in edges" :key="e.a + e.b">
        {{ nameOf.get(e.a) }} and {{ nameOf.get(e.b) }}
        <el-select
          :model-value="e.edge"
          size="small"
          :aria-label="`Between ${nameOf.get(e.b)} and ${nameOf.get(e.a)}`"
          @change="join(e.a, e.b, $event)"
        >
          <el-option v-for="(says, edge) in edgeNames" :key="edge" :value="edge" :label="says" />
        </el-select>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.marking {
  display: grid;
  gap: 14px;
}
.fresh {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: end;
}
.fresh label:not(.el-checkbox) {
  display: grid;
  font-weight: 600;
  width: 130px;
}
.fresh p {
  flex-basis: 100%;
  font-size: 14px;
}
.el-input-number {
  width: 100%;
}
table {
  border-collapse: collapse;
  font-size: 14px;
}
th,
td {
  text-align: left;
  border-bottom: 1px solid var(--line);
  padding: 3px 12px 3px 0;
}
.edges {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 20px;
  font-size: 14px;
}
.edges li {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.edges .el-select {
  width: 150px;
}
td .el-select {
  width: 130px;
}
</style>
