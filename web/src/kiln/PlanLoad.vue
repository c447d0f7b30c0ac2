<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { answer, api } from "@/api/client";
import { queries, useChanged } from "@/lib/queries";
import { attempt } from "@/ui/messages";

/** Plans a load of what may be fired to a cone, in one of the kilns. */
const props = defineProps<{ cone: string }>();
const kilns = useQuery(queries.kilns());
const changed = useChanged();
const router = useRouter();
const usable = computed(() => (kilns.data.value ?? []).map((k) => k.kiln).filter((k) => !k.rests));
const chosen = ref("");
const kiln = computed(() => chosen.value || usable.value[0]?.id || "");
const busy = ref(false);

async function plan() {
  busy.value = true;
  const body = { kiln: kiln.value, cone: props.cone };
  const made = await attempt(answer(api.POST("/loads/plan", { body })));
  busy.value = false;
  if (!made) return;
  await changed("load", "load_plan");
  await router.push(`/kiln/load/${made.load}`);
}
</script>

<template>
  <span v-if="usable.length" class="plan">
    <el-button type="primary" :loading="busy" @click="plan">Plan a cone {{ cone }} load</el-button>
    <el-select
      v-if="usable.length > 1"
      :model-value="kiln"
      :aria-label="`Kiln for cone ${cone}`"
      @update:model-value="chosen = $event"
    >
      <el-option v-for="k in usable" :key="k.id" :value="k.id" :label="`in ${k.name}`" />
    </el-select>
  </span>
  <span v-else-if="kilns.data.value" class="soft">
    <RouterLink to="/kiln/kilns">Add a kiln</RouterLink>, and loads can be planned.
  </span>
</template>

<style scoped>
.plan {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.el-select {
  width: 170px;
}
</style>
