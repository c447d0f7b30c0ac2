<script setup lang="ts">
import { ref } from "vue";
import { useTeaches } from "@/lib/useSession";
import JarFields from "@/stock/JarFields.vue";

/** The button that opens the fields of new jars, above the jars that there are. */
const open = ref(false);
const teaches = useTeaches();
</script>

<template>
  <el-button v-if="teaches" type="primary" :aria-expanded="open" @click="open = !open">Add jars</el-button>
  <Teleport defer to="#jar-form"><JarFields v-if="open" /></Teleport>
</template>
