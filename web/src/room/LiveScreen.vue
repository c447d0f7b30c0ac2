<script setup lang="ts">
import { useLive } from "@/lib/useLive";
import TabletsDrawer from "@/room/TabletsDrawer.vue";
import NoticeLine from "@/ui/NoticeLine.vue";

/** What runs on every screen of the teacher's side: it hears what others do, and holds the tablets. */
const { live } = useLive();
</script>

<template>
  <TabletsDrawer />
  <NoticeLine>
    <p v-if="!live" role="status">Not in touch with the server: what others do is not shown.</p>
  </NoticeLine>
</template>
