<script setup lang="ts">
import { computed } from "vue";
import { useRouter, type RouteLocationRaw } from "vue-router";
import { useSession } from "@/lib/useSession";

/** A link to a place; plain text for who may not go there. */
const props = defineProps<{ to: RouteLocationRaw }>();
const session = useSession();
const router = useRouter();
const mayGo = computed(() => {
  const roles = router.resolve(props.to).meta.roles;
  const role = session.data.value?.role;
  return !roles || !role || roles.includes(role);
});
</script>

<template>
  <RouterLink v-if="mayGo" :to><slot /></RouterLink>
  <span v-else><slot /></span>
</template>
