<script setup lang="ts">
import { onMounted, ref } from "vue";
import { answer, api } from "@/api/client";

/** Pairs this tablet to the room by the six digits that the teacher shows. */
defineProps<{ waiting: number }>();
const emit = defineEmits<{ paired: [] }>();
const code = ref("");
const name = ref("");
const refused = ref("");
onMounted(() => {
  const digits = location.hash.match(/^#(\d{6})$/)?.[1];
  if (digits) code.value = digits;
});
async function pair() {
  refused.value = "";
  try {
    await answer(
      api.POST("/pair", { body: { code: code.value.replace(/\s/g, ""), name: name.value || undefined } }),
    );
    history.replaceState(null, "", location.pathname);
    emit("paired");
  } catch (error) {
    refused.value = (error as Error).message;
  }
}
</script>

<template>
  <main id="main">
    <form class="sheet" @submit.prevent="pair">
      <h1>A tablet for the room</h1>
      <p>On the teacher's screen press <kbd>T</kbd>: it shows six digits.</p>
      <label>
        Six digits
        <input v-model="code" name="code" inputmode="numeric" autocomplete="off" maxlength="9" required />
      </label>
      <label>
        What this tablet is called
        <input
          v-model="name"
          name="name"
          maxlength="40"
          autocomplete="off"
          placeholder="Window table, by the sink…"
        />
      </label>
      <p v-if="waiting" class="soft">
        {{ waiting }} taps wait on this tablet. They are sent once it is paired.
      </p>
      <p v-if="refused" class="refused" role="alert">{{ refused }}</p>
      <button class="big" type="submit">Pair</button>
    </form>
  </main>
</template>

<style scoped>
main {
  display: grid;
  place-items: center;
  min-height: 90vh;
}
form {
  width: min(460px, 100%);
  padding: 26px;
  display: grid;
  gap: 14px;
}
input[name="code"] {
  font-size: 34px;
  letter-spacing: 0.25em;
  font-variant-numeric: tabular-nums;
}
.refused {
  border: 2px solid var(--ink);
  padding: 8px 12px;
}
</style>
