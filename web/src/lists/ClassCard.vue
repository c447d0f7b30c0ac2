<script setup lang="ts">
import { useIntersectionObserver } from "@vueuse/core";
import { computed, ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useChanged } from "@/lib/queries";
import StudentRow from "@/lists/StudentRow.vue";
import StudentsJoin from "@/lists/StudentsJoin.vue";
import ClaySelect from "@/ui/ClaySelect.vue";
import ConeSelect from "@/ui/ConeSelect.vue";
import JarSelect from "@/ui/JarSelect.vue";
import { attempt, say } from "@/ui/messages";

/** One class: what it fires on and to, which jars it may use, and who is in it. */
const props = defineProps<{ of: Schemas["Class"] }>();
const changed = useChanged();
const present = computed(() => props.of.students.filter((s) => !s.left));
const joining = ref(false);
const card = ref<HTMLElement>();
/** Forty classes hold thousands of choices: a card gets its own once it comes near. */
const near = ref(false);
const { stop } = useIntersectionObserver(
  card,
  (entries) => {
    if (!entries.some((e) => e.isIntersecting)) return; // it was hidden at first, and both may be told at once
    near.value = true;
    stop();
  },
  { rootMargin: "300px" },
);
async function change(
  to: Partial<Pick<Schemas["Class"], "name" | "clay" | "cone" | "atmosphere" | "jars" | "archived">>,
) {
  const { id, clay, cone } = props.of;
  const now = await attempt(
    answer(api.PUT("/classes/{id}", { params: { path: { id } }, body: { clay, cone, ...to } })),
  );
  if (now)
    say(
      to.archived
        ? `${now.name} is archived. It can be brought back below.`
        : `${now.name}: ${now.clay}, cone ${now.cone}, for what is made from now on.`,
    );
  await changed("class");
}
</script>

<template>
  <article ref="card" class="sheet">
    <h2 class="visually-hidden">{{ of.name }}</h2>
    <p class="name">
      <input
        :value="of.name"
        :aria-label="`Name of the class ${of.name}`"
        @change="change({ name: ($event.target as HTMLInputElement).value })"
        @keydown.enter="($event.target as HTMLElement).blur()"
      />
      <span class="soft num">{{ present.length }} students</span>
    </p>
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
      <ul v-if="near" class="students">
        <StudentRow v-for="s in of.students" :key="s.id" :of="s" :class-id="of.id" />
      </ul>
      <div class="acts">
        <el-button size="small" @click="joining = true">Add students</el-button>
        <el-button size="small" :aria-label="`Archive ${of.name}`" @click="change({ archived: true })"
          >Archive the class</el-button
        >
      </div>
    </details>
    <StudentsJoin v-if="joining" :of="of" @close="joining = false" />
  </article>
</template>

<style scoped>
article {
  padding: 14px 16px;
  display: grid;
  gap: 10px;
}
.name {
  display: flex;
  font-size: 18px;
  font-weight: 640;
  gap: 8px;
  align-items: baseline;
}
.name input {
  font: inherit;
  flex: 1;
  min-width: 0;
  border: 1px solid transparent;
  background: none;
}
.name input:hover,
.name input:focus {
  border-color: var(--line-strong);
  background: var(--paper);
}
.name .soft {
  font-weight: 400;
  white-space: nowrap;
}
.fires {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 110px;
  gap: 8px;
  min-height: 72px;
}
summary {
  cursor: pointer;
}
.acts {
  display: flex;
  justify-content: space-between;
}
.students {
  padding: 6px 0;
}
</style>
