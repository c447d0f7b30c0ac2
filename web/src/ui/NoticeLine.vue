<script setup lang="ts">
import { useTimeoutFn } from "@vueuse/core";
import { computed, watch } from "vue";
import { useRoute } from "vue-router";
import { notice, overdue, spoken } from "@/ui/messages";

/**
 * The line along the lower edge in which the program answers. It always has its room, so that nothing
 * that is said lies over a control; it is empty again after a while, or at another place.
 */
const hush = useTimeoutFn(() => (notice.value = undefined), 12_000, { immediate: false });
watch(notice, (now) => (now ? hush.start() : hush.stop()));
const late = computed(() => [...overdue.values()][0]);
const route = useRoute();
watch(
  () => route.path,
  () => notice.value && Date.now() - notice.value.at > 1000 && (notice.value = undefined),
);
</script>

<template>
  <footer class="notices" aria-live="polite">
    <p
      v-if="notice"
      class="notice"
      :class="notice.weight"
      :role="notice.weight === 'error' ? 'alert' : 'status'"
    >
      <span v-if="notice.weight !== 'success'" aria-hidden="true">▲</span> {{ notice.text }}
    </p>
    <p v-else-if="late" class="notice" role="status">
      {{ late.text }} <el-button size="small" @click="late.again">Ask again</el-button>
    </p>
    <slot v-else />
    <p class="visually-hidden" role="status">{{ spoken }}</p>
  </footer>
</template>

<style scoped>
.notices {
  position: fixed;
  inset: auto 0 0 148px;
  height: var(--notices);
  z-index: 9000; /* above whatever lies open: an answer is seen there as well */
  display: flex;
  align-items: center;
  padding: 0 26px;
  background: var(--sheet);
  border-top: 1px solid var(--line);
  line-height: 1.15;
}
.notice {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  overflow: hidden;
}
.warning,
.error {
  font-weight: 640;
}
@media (max-width: 900px) {
  .notices {
    left: 104px;
    padding: 0 14px;
    font-size: 14px;
  }
}
@media (max-width: 640px) {
  .notices {
    inset: auto 0 62px;
  }
}
@media print {
  .notices {
    display: none;
  }
}
</style>
