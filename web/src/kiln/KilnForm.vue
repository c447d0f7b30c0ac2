<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import KilnPosts from "@/kiln/KilnPosts.vue";
import ConeSelect from "@/ui/ConeSelect.vue";

/** A kiln with all its measures, in mm; what is impossible is said at its field. */
type Kiln = Schemas["Kiln"];
const kiln = defineModel<Kiln>({ required: true });
const props = defineProps<{ faults: Schemas["FieldError"][] }>();
const emit = defineEmits<{ keep: []; cancel: [] }>();
const said = (key: string) => props.faults.filter((f) => f.field === key).map((f) => f.detail);
/** Round and eight-sided ones are as deep as they are wide. */
const deep = computed(() => kiln.value.shape === "oval" || kiln.value.shape === "rectangular");
const days = ["Sunday", "Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday"];

/** One number: its key as a refusal names it, what it is called, and where it is kept. */
interface Figure {
  key: string;
  name: string;
  get: () => number;
  set: (v: number) => void;
  unit?: string;
}
const figure = (key: string, name: string, unit = "mm"): Figure => {
  const [first, second] = key.split(".") as [keyof Kiln, string | undefined];
  const of = () => (second ? (kiln.value[first] as Record<string, number>) : (kiln.value as never));
  const at = second ?? first;
  return { key, name, unit, get: () => of()[at]!, set: (v) => (of()[at] = v) };
};
const groups: { name: string; figures: Figure[] }[] = [
  {
    name: "Inside",
    figures: [
      figure("widthMM", "Width"),
      figure("depthMM", "Depth"),
      figure("tallMM", "Height"),
      figure("floorMM", "Gap below the lowest shelf"),
      figure("lidMM", "Gap below the lid"),
      figure("wallMM", "Free from walls and elements"),
    ],
  },
  {
    name: "Shelves",
    figures: [
      figure("whole.widthMM", "Width of a shelf"),
      figure("whole.depthMM", "Depth of a shelf"),
      figure("whole.thickMM", "Thickness of a shelf"),
      figure("whole.count", "Whole shelves", ""),
      figure("half.thickMM", "Thickness of a half shelf"),
      figure("half.count", "Half shelves", ""),
    ],
  },
  {
    name: "Thermocouple",
    figures: [
      figure("thermocouple.longMM", "Reaches in from the wall"),
      figure("thermocouple.highMM", "Height above the floor"),
      figure("thermocouple.degrees", "Where, counter-clockwise from the right", "°"),
    ],
  },
];
</script>

<template>
  <form class="form" aria-label="A kiln" @submit.prevent="emit('keep')">
    <fieldset>
      <legend>Kiln</legend>
      <label>Name<el-input v-model="kiln.name" maxlength="60" aria-label="Name" /></label>
      <label
        >Shape<el-select v-model="kiln.shape" aria-label="Shape">
          <el-option value="round" label="Round" />
          <el-option value="oval" label="Oval" />
          <el-option value="octagonal" label="Eight-sided" />
          <el-option value="rectangular" label="Rectangular" /></el-select
      ></label>
      <label
        >Loaded<el-select v-model="kiln.opening" aria-label="Loaded">
          <el-option value="lid" label="From above" />
          <el-option value="door" label="From the front" /></el-select
      ></label>
      <label>Coolest cone<ConeSelect v-model="kiln.from" aria-label="Coolest cone" /></label>
      <label>Hottest cone<ConeSelect v-model="kiln.to" aria-label="Hottest cone" /></label>
      <label
        >Atmosphere<el-select v-model="kiln.air" aria-label="Atmosphere">
          <el-option value="oxidation" label="Oxidation" />
          <el-option value="reduction" label="Reduction" /></el-select
      ></label>
      <label
        >A load is out after, hours
        <el-input-number
          :model-value="kiln.minutes / 60"
          :min="1"
          :controls="false"
          aria-label="A load is out after, hours"
          @update:model-value="kiln.minutes = Math.round(($event ?? 0) * 60)"
      /></label>
      <label
        >Never fired on<el-select v-model="kiln.closed" multiple aria-label="Never fired on">
          <el-option v-for="(d, i) in days" :key="d" :value="i" :label="d" /></el-select
      ></label>
      <label class="check"><el-checkbox v-model="kiln.rests" label="Out of use" /></label>
      <p
        v-for="t in [...said('name'), ...said('from'), ...said('air'), ...said('minutes'), ...said('closed')]"
        :key="t"
        class="wrong"
      >
        {{ t }}
      </p>
    </fieldset>
    <fieldset v-for="g in groups" :key="g.name">
      <legend>{{ g.name }}</legend>
      <label v-for="f in g.figures.filter((x) => deep || !x.key.endsWith('epthMM'))" :key="f.key">
        {{ f.name }}<template v-if="f.unit">, {{ f.unit }}</template>
        <el-input-number
          :model-value="f.get()"
          :controls="false"
          :aria-label="f.name"
          @update:model-value="f.set($event ?? 0)"
        />
        <span v-for="t in said(f.key)" :key="t" class="wrong">{{ t }}</span>
      </label>
    </fieldset>
    <KilnPosts v-model="kiln" :faults="[...said('posts'), ...said('postMM'), ...said('perShelf')]" />
    <p class="acts">
      <el-button native-type="submit" type="primary">Save the kiln</el-button>
      <el-button @click="emit('cancel')">Cancel</el-button>
    </p>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 14px;
  margin-top: 12px;
}
.form :deep(fieldset) {
  min-width: 0;
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  padding: 10px 14px 14px;
  display: grid;
  gap: 8px;
  align-content: start;
}
.form :deep(legend) {
  font-weight: 640;
}
.form :deep(label) {
  display: grid;
  grid-template-columns: 1fr 150px;
  gap: 8px;
  align-items: center;
  font-size: 14px;
}
.form :deep(.wrong) {
  grid-column: 1 / -1;
  font-weight: 600;
  border-left: 4px solid var(--ink);
  padding-left: 8px;
}
.form :deep(.el-input-number) {
  width: 100%;
}
.acts {
  grid-column: 1 / -1;
}
</style>
