<script setup lang="ts">
import { useIntersectionObserver } from "@vueuse/core";
import { ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useChanged } from "@/lib/queries";
import ClaySelect from "@/ui/ClaySelect.vue";
import ConeSelect from "@/ui/ConeSelect.vue";
import JarSelect from "@/ui/JarSelect.vue";
import { attempt, say } from "@/ui/messages";

/** One class: what it fires on and to, which jars it may use, and who is in it. */
const props = defineProps<{ of: Schemas["Class"] }>();
const changed = useChanged();
const card = ref<HTMLElement>();
/** Forty classes hold thousands of choices: a card gets its own once it comes near. */
const near = ref(false);
const { stop } = useIntersectionObserver(
  card,
  ([entry]) => {
    if (!entry?.isIntersecting) return;
    near.value = true;
    stop();
  },
  { rootMargin: "300px" },
);
async function change(to: Partial<Pick<Schemas["Class"], "clay" | "cone" | "atmosphere" | "jars">>) {
  const { id, clay, cone } = props.of;
  const now = await attempt(
    answer(api.PUT("/classes/{id}", { params: { path: { id } }, body: { clay, cone, ...to } })),
  );
  if (now) say(`${now.name}: ${now.clay}, cone ${now.cone}, for what is made from now on.`);
  await changed("class");
}
</script>

<template>
  <article ref="card" class="sheet">
    <h2>
      {{ of.name }} <span class="soft num">{{ of.students.length }} students</span>
    </h2>
    <div class="fires">
      <template v-if="near">
        <ClaySelect
          :model-value="of.clay"
          :aria-label="`Clay of ${of.name}`"
          @change="change({ clay: $event })"
        />
        <ConeSelect
          :model-value="of.cone"
          :aria-label="`Cone of ${of.name}`"
          @change="change({ cone: $event })"
        />
        <JarSelect
          :model-value="of.jars"
          multiple
          placeholder="every jar"
          :aria-label="`Jars that ${of.name} may use`"
          @change="change({ jars: $event })"
        />
        <el-select
          :model-value="of.atmosphere"
          :aria-label="`Atmosphere of ${of.name}`"
          @change="change({ atmosphere: $event })"
        >
          <el-option value="oxidation" label="oxidation" />
          <el-option value="reduction" label="reduction" />
        </el-select>
      </template>
    </div>
    <p v-if="of.laying" class="soft">{{ of.laying }}</p>
    <details>
      <summary>Who is in it</summary>
      <ol class="students">
        <li v-for="s in of.students" :key="s.id">
          {{ s.name }} <span class="mark">{{ s.mark }}</span>
        </li>
      </ol>
    </details>
  </article>
</template>

<style scoped>
article {
  padding: 14px 16px;
  display: grid;
  gap: 10px;
}
h2 .soft {
  font-weight: 400;
  float: right;
}
.fires {
  display: grid;
  grid-template-columns: 1fr 110px;
  gap: 8px;
  min-height: 72px;
}
summary {
  cursor: pointer;
}
.students {
  columns: 2;
  padding-top: 6px;
}
.mark {
  font-weight: 600;
}
</style>
