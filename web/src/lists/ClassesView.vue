<script setup lang="ts">
import { ref } from "vue";
import type { Schemas } from "@/api/client";
import ArchivedClasses from "@/lists/ArchivedClasses.vue";
import ClassCard from "@/lists/ClassCard.vue";
import ClassForm from "@/lists/ClassForm.vue";
import ClayForm from "@/lists/ClayForm.vue";
import ImportDialog from "@/lists/ImportDialog.vue";
import { useClasses, useClays } from "@/lib/useLists";
import PlaceLink from "@/ui/PlaceLink.vue";

const classes = useClasses();
const clays = useClays();
const adding = ref(false);
const bringing = ref<Schemas["ListKind"]>();
const lists: { kind: Schemas["ListKind"]; name: string }[] = [
  { kind: "students", name: "class list" },
  { kind: "clays", name: "clays" },
  { kind: "glazes", name: "glazes" },
  { kind: "tiles", name: "tiles" },
  { kind: "readings", name: "colorimeter readings" },
];
</script>

<template>
  <div class="head">
    <div>
      <h1>Classes</h1>
      <p class="soft">
        Type or paste the names of a class, or import a list from a spreadsheet, whole or not at all. The
        <PlaceLink to="/first">first steps</PlaceLink> lead from here to the first coat.
      </p>
    </div>
    <div class="bring">
      <el-button type="primary" @click="adding = true">Add a class</el-button>
      <el-button v-for="l in lists" :key="l.kind" @click="bringing = l.kind"> Import {{ l.name }} </el-button>
    </div>
  </div>
  <ul v-if="classes.taught.value.length" class="classes">
    <li v-for="c in classes.taught.value" :key="c.id"><ClassCard :of="c" /></li>
  </ul>
  <p v-else class="empty">
    No class yet. Paste the names of one: marks that students scratch into the clay are proposed.
    <el-button type="primary" @click="adding = true">Add a class</el-button>
  </p>
  <ArchivedClasses />
  <details class="clays" :open="!clays.data.value?.length">
    <summary>Clays ({{ clays.data.value?.length ?? 0 }})</summary>
    <ClayForm v-for="c in clays.data.value" :key="c.code" :of="c" />
    <ClayForm />
  </details>
  <ClassForm v-if="adding" @close="adding = false" />
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
.clays {
  margin-top: 22px;
}
.clays form {
  margin: 8px 0;
}
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>
