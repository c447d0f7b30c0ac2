<script setup lang="ts">
import { useLive } from "@/lib/useLive";
import TabletsDrawer from "@/room/TabletsDrawer.vue";

/** What runs on every screen of the teacher's side: it hears what others do, and holds the tablets. */
const { live } = useLive();
</script>

<template>
  <TabletsDrawer />
  <p v-if="!live" class="quiet" role="status">Not in touch with the server: what others do is not shown.</p>
</template>

<style scoped>
.quiet {
  position: fixed;
  right: 12px;
  bottom: 12px;
  background: #fff;
  border: 2px solid var(--ink);
  padding: 6px 12px;
  z-index: 5;
}
</style>
