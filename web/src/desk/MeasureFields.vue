<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { useUnits } from "@/lib/useUnits";

/** The measurements of a form, in mm or inches; what can be pulled on the drawing stands folded away. */
const measures = defineModel<Record<string, number>>({ required: true });
const props = defineProps<{
  kind?: Schemas["FormKind"];
  poses: Schemas["Pose"][];
  errors: Record<string, string>;
}>();
const { unit, shown, kept } = useUnits();
const isLength = (m: Schemas["Measure"]) => m.unit === "mm" && !m.count && !m.options.length;
const plain = computed(() => props.kind?.measures.filter((m) => !m.at) ?? []);
const pulled = computed(() => props.kind?.measures.filter((m) => m.at) ?? []);
const value = (m: Schemas["Measure"]) => {
  const v = measures.value[m.key] ?? m.default;
  return isLength(m) ? shown(v) : v;
};
function set(m: Schemas["Measure"], v: number | undefined) {
  const next = v ?? 0;
  measures.value = { ...measures.value, [m.key]: isLength(m) ? kept(next) : next };
}
const stands = (option: number) => props.poses.find((p) => p.option === option)?.stable;
</script>

<template>
  <div class="measures">
    <label v-for="m in plain" :key="m.key">
      <span class="name"
        >{{ m.name }}
        <span v-if="!m.options.length" class="soft">
          {{ m.count ? "" : isLength(m) ? unit : m.unit
          }}{{ m.hint ? `${m.count ? "" : ", "}${m.hint}` : "" }}
        </span></span
      >
      <el-select
        v-if="m.options.length"
        :model-value="value(m)"
        :aria-label="m.name"
        @change="set(m, $event)"
      >
        <el-option
          v-for="(name, i) in m.options"
          :key="name"
          :value="i"
          :label="i && stands(i) === false ? `${name}: tips over` : name"
          :disabled="i > 0 && stands(i) === false"
        />
      </el-select>
      <el-input-number
        v-else
        :model-value="value(m)"
        :name="m.key"
        :controls="false"
        :precision="m.count ? 0 : isLength(m) && unit === 'in' ? 2 : 1"
        @change="set(m, $event)"
      />
      <span v-if="errors[m.key]" role="alert" class="bad">{{ errors[m.key] }}</span>
    </label>
  </div>
  <details v-if="pulled.length">
    <summary>Pull the wall: drag the points of the drawing, or type</summary>
    <div class="measures">
      <label v-for="m in pulled" :key="m.key">
        <span class="name"
          >{{ m.name }} <span class="soft">{{ unit }}</span></span
        >
        <el-input-number
          :model-value="value(m)"
          :name="m.key"
          :controls="false"
          :precision="unit === 'in' ? 2 : 1"
          @change="set(m, $event)"
        />
        <span v-if="errors[m.key]" role="alert" class="bad">{{ errors[m.key] }}</span>
      </label>
    </div>
  </details>
</template>

<style scoped>
label {
  display: grid;
  gap: 2px;
  font-size: 13.5px;
  line-height: 1.25;
  font-weight: 600;
  align-content: end;
}
label .soft {
  font-weight: 400;
}
.measures {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 8px 14px;
}
.measures .el-input-number {
  width: 100%;
}
summary {
  cursor: pointer;
  min-height: 32px;
}
.name {
  align-self: end;
}
.bad {
  font-weight: 600;
  border-left: 4px solid var(--ink);
  padding-left: 6px;
}
</style>
