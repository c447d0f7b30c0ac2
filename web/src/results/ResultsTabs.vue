<script setup lang="ts">
import { useSession } from "@/lib/useSession";
import PlaceLink from "@/ui/PlaceLink.vue";

/** The pages of what came out. */
const session = useSession();
const pages = [
  { to: "/results", name: "The cart" },
  { to: "/results/pieces", name: "Pieces" },
  { to: "/results/stacks", name: "Stacks" },
  { to: "/results/laboratory", name: "Laboratory" },
  { to: "/results/faults", name: "Faults by cause", teacher: true },
  { to: "/results/grades", name: "Grades", teacher: true },
];
</script>

<template>
  <nav aria-label="Results" class="tabs">
    <PlaceLink
      v-for="p in pages.filter((one) => !one.teacher || session.data.value?.role === 'teacher')"
      :key="p.to"
      :to="p.to"
      >{{ p.name }}</PlaceLink
    >
  </nav>
</template>

<style scoped>
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  margin: 4px 0 14px;
  border-bottom: 1px solid var(--line);
}
.tabs a {
  padding: 7px 0;
}
.tabs a.router-link-exact-active {
  font-weight: 600;
  text-decoration: none;
  border-bottom: 3px solid var(--ink);
}
</style>
