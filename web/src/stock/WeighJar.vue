<script setup lang="ts">
import { computed, reactive, ref } from "vue";
import { answer, api, type Glaze, type Schemas } from "@/api/client";
import { useChanged } from "@/lib/queries";
import { attempt } from "@/ui/messages";

/** A known volume of the glaze is weighed: its density, what it holds dry, and the water to its own figure. */
const props = defineProps<{ glaze: Glaze }>();
const tell = useChanged();
const form = reactive({ massG: 0, volumeML: 100, holdsML: 0, fillML: 0 });
const bucket = computed(() => props.glaze.kind === "dipping");
const fields = computed(() =>
  (
    [
      ["massG", "g, without the vessel", 20_000],
      ["volumeML", "mL that were weighed", 20_000],
      ["holdsML", "mL in the bucket", 50_000],
      ["fillML", "mL to fill it up to, from powder", 50_000],
    ] as const
  ).filter(([key]) => bucket.value || (key !== "holdsML" && key !== "fillML")),
);
const said = ref<Schemas["Weighing"]>();
async function weigh() {
  said.value = await attempt(
    answer(api.POST("/glazes/{code}/weighing", { params: { path: { code: props.glaze.code } }, body: form })),
  );
  if (said.value) await tell("glaze");
}
</script>

<template>
  <details>
    <summary>Weigh it</summary>
    <form class="weigh" @submit.prevent="weigh">
      <label v-for="[key, says, most] in fields" :key="key">
        <el-input-number
          v-model="form[key]"
          :min="0"
          :max="most"
          :controls="false"
          size="small"
          :aria-label="`${says}, ${glaze.code}`"
        />
        {{ says }}
      </label>
      <el-button size="small" native-type="submit">Save the density</el-button>
      <p v-if="said" role="status">{{ said.says }}</p>
      <p v-if="bucket" class="soft">
        Powder is weighed by adults only, with a mask; its label and data sheet count.
      </p>
    </form>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  font-size: 14px;
}
.weigh {
  display: grid;
  gap: 4px;
  font-size: 13px;
  justify-items: start;
}
.weigh .el-input-number {
  width: 78px;
}
</style>
