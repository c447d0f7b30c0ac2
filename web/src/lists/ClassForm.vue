<script setup lang="ts">
import ClassFields from "@/lists/ClassFields.vue";

/** A class by hand, in a dialog. */
const emit = defineEmits<{ close: [] }>();
</script>

<template>
  <el-dialog :model-value="true" title="Add a class" width="760px" align-center @close="emit('close')">
    <ClassFields @added="emit('close')"><el-button @click="emit('close')">Cancel</el-button></ClassFields>
  </el-dialog>
</template>
