<script setup lang="ts">
import { ref } from "vue";
import type { Schemas } from "@/api/client";
import ClassCard from "@/lists/ClassCard.vue";
import ImportDialog from "@/lists/ImportDialog.vue";
import { useClasses, useClays } from "@/lib/useLists";

const classes = useClasses();
const clays = useClays();
const bringing = ref<Schemas["ListKind"]>();
const lists: { kind: Schemas["ListKind"]; name: string }[] = [
  { kind: "students", name: "Class list" },
  { kind: "clays", name: "Clays" },
  { kind: "glazes", name: "Glazes" },
  { kind: "tiles", name: "Tiles" },
  { kind: "readings", name: "Colorimeter" },
];
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
    <li v-for="c in classes.data.value" :key="c.id"><ClassCard :of="c" /></li>
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
.empty {
  padding: 30px 0;
  font-size: 17px;
}
</style>
