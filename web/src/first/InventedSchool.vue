<script setup lang="ts">
import { ref } from "vue";
import { answer, api } from "@/api/client";
import { useSession } from "@/lib/useSession";
import { attempt } from "@/ui/messages";

/** The invented school, opened in a window of its own: to see what a full room looks like. */
const session = useSession();
/** It listens on the machine that serves, and nowhere else. */
const here = ["localhost", "127.0.0.1", "[::1]"].includes(location.hostname);
const making = ref(false);
const url = ref("");
async function open() {
  // A window that is opened only after the answer is taken for an advertisement.
  const other = window.open("", "_blank");
  making.value = true;
  const at = await attempt(answer(api.POST("/demo")));
  making.value = false;
  if (!at) return other?.close();
  url.value = at.url;
  if (other) other.location.href = at.url;
}
</script>

<template>
  <div v-if="here && session.data.value && !session.data.value.demo" class="invented">
    <p class="soft">
      <template v-if="url">
        It is open in a window of its own, or <a :href="url" target="_blank">here</a>. Nothing in it is kept.
      </template>
      <template v-else>To look round in first: a school in the middle of its term.</template>
    </p>
    <el-button :loading="making" @click="open">Open an invented school</el-button>
  </div>
</template>

<style scoped>
.invented {
  display: flex;
  gap: 14px;
  align-items: center;
}
.invented p {
  max-width: 34ch;
  text-align: right;
}
@media (max-width: 640px) {
  .invented {
    flex-wrap: wrap;
  }
  .invented p {
    text-align: left;
  }
}
</style>
