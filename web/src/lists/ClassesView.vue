<script setup lang="ts">
import { ref } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import ImportDialog from "@/lists/ImportDialog.vue";
import { useClasses, useClays } from "@/lib/useLists";
import { attempt, say } from "@/ui/messages";
import { useChanged } from "@/lib/queries";
import ClaySelect from "@/ui/ClaySelect.vue";
import ConeSelect from "@/ui/ConeSelect.vue";
import JarSelect from "@/ui/JarSelect.vue";

const classes = useClasses();
const clays = useClays();
const changed = useChanged();
const bringing = ref<Schemas["ListKind"]>();
const lists: { kind: Schemas["ListKind"]; name: string }[] = [
  { kind: "students", name: "Class list" },
  { kind: "clays", name: "Clays" },
  { kind: "glazes", name: "Glazes" },
  { kind: "tiles", name: "Tiles" },
  { kind: "readings", name: "Colorimeter" },
];
async function change(
  c: Schemas["Class"],
  to: Partial<Pick<Schemas["Class"], "clay" | "cone" | "atmosphere" | "jars">>,
) {
  const { clay, cone } = c;
  const now = await attempt(
    answer(api.PUT("/classes/{id}", { params: { path: { id: c.id } }, body: { clay, cone, ...to } })),
  );
  if (now) say(`${now.name}: ${now.clay}, cone ${now.cone}, for what is made from now on.`);
  await changed("class");
}
</script>

<template>
  <div class="head">
    <div>
      <h1>Classes</h1>
      <p class="soft">
        Bring lists as CSV. Columns may stand in any order; a list is taken over whole or not at all.
      </p>
    </div>
    <div class="bring">
      <el-button
        v-for="l in lists"
        :key="l.kind"
        :type="l.kind === 'students' ? 'primary' : undefined"
        @click="bringing = l.kind"
      >
        Bring: {{ l.name }}
      </el-button>
    </div>
  </div>
  <ul v-if="classes.data.value?.length" class="classes">
    <li v-for="c in classes.data.value" :key="c.id" class="sheet">
      <h2>
        {{ c.name }} <span class="soft num">{{ c.students.length }} students</span>
      </h2>
      <div class="fires">
        <ClaySelect
          :model-value="c.clay"
          :aria-label="`Clay of ${c.name}`"
          @change="change(c, { clay: $event })"
        />
        <ConeSelect
          :model-value="c.cone"
          :aria-label="`Cone of ${c.name}`"
          @change="change(c, { cone: $event })"
        />
      </div>
      <div class="fires">
        <JarSelect
          :model-value="c.jars"
          multiple
          collapse-tags
          filterable
          placeholder="every jar"
          :aria-label="`Jars that ${c.name} may use`"
          @change="change(c, { jars: $event })"
        />
        <el-select
          :model-value="c.atmosphere"
          :aria-label="`Atmosphere of ${c.name}`"
          @change="change(c, { atmosphere: $event })"
        >
          <el-option value="oxidation" label="oxidation" />
          <el-option value="reduction" label="reduction" />
        </el-select>
      </div>
      <details>
        <summary>Who is in it</summary>
        <ol class="students">
          <li v-for="s in c.students" :key="s.id">
            {{ s.name }} <span class="mark">{{ s.mark }}</span>
          </li>
        </ol>
      </details>
    </li>
  </ul>
  <p v-else class="empty">
    No class yet. A class list needs three columns: name, class, and the mark that the student scratches into
    the clay.
  </p>
  <ImportDialog
    v-if="bringing"
    :kind="bringing"
    :clays="clays.data.value ?? []"
    @close="bringing = undefined"
  />
</template>

<style scoped>
.bring {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.bring .el-button + .el-button {
  margin-left: 0;
}
.classes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 14px;
  align-items: start;
}
.classes > li {
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
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>
