<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, reactive, ref, watchEffect } from "vue";
import { useRouter } from "vue-router";
import { answer, api } from "@/api/client";
import { useSession } from "@/lib/useSession";
import { queries } from "@/lib/queries";

/** The door: choose the passphrase on the first visit, say it on the next ones. */
const session = useSession();
const client = useQueryClient();
const router = useRouter();
const setup = computed(() => session.data.value?.state === "setup");
/** Who comes from a school of her own to look round in the invented one brings its passphrase along. */
const brought = computed(() =>
  session.data.value?.demo ? new URLSearchParams(location.hash.slice(1)).get("in") : null,
);
const form = reactive({ school: "", passphrase: "", again: "" });
watchEffect(() => (form.passphrase ||= brought.value || ""));
const refused = ref("");
const busy = ref(false);

async function enter() {
  refused.value = "";
  if (setup.value && form.passphrase.length < 10) {
    refused.value = "The passphrase is too short: at least 10 characters.";
    return;
  }
  if (setup.value && form.passphrase !== form.again) {
    refused.value = "The two passphrases differ: type the same one twice.";
    return;
  }
  busy.value = true;
  try {
    const { school, passphrase } = form;
    const token = location.hash.slice(1) || "missing";
    const opened = await answer(
      setup.value
        ? api.POST("/setup", { body: { token, school, passphrase } })
        : api.POST("/login", { body: { passphrase } }),
    );
    if (setup.value) await router.replace("/first");
    else if (location.pathname === "/welcome" || brought.value) await router.replace("/");
    client.setQueryData(queries.session().queryKey, opened);
  } catch (error) {
    refused.value = (error as Error).message;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <main class="door">
    <form class="sheet" @submit.prevent="enter">
      <h1>{{ setup ? "Welcome to Enkaustos" : session.data.value?.school }}</h1>
      <p class="soft">
        {{
          setup
            ? "Name the school and choose the teacher's passphrase. It is kept on this machine only."
            : brought
              ? "An invented school to look round in. Nothing that is done here is kept."
              : "The teacher's side is locked."
        }}
      </p>
      <label v-if="setup">
        School
        <el-input v-model="form.school" name="school" maxlength="80" required autofocus />
      </label>
      <label>
        Passphrase
        <el-input
          v-model="form.passphrase"
          name="passphrase"
          type="password"
          show-password
          required
          :autocomplete="setup ? 'new-password' : 'current-password'"
        />
      </label>
      <label v-if="setup">
        The same again
        <el-input v-model="form.again" name="again" type="password" required autocomplete="new-password" />
      </label>
      <p v-if="refused" role="alert" class="refused">{{ refused }}</p>
      <el-button type="primary" native-type="submit" :loading="busy">{{
        setup ? "Open the room" : "Unlock"
      }}</el-button>
    </form>
  </main>
</template>

<style scoped>
.door {
  min-height: 100vh;
  display: grid;
  place-items: center;
  background: var(--wall);
}
form {
  width: min(400px, 92vw);
  padding: 28px 30px 30px;
  display: grid;
  gap: 14px;
  border-top: 10px solid var(--ink);
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
.refused {
  border-left: 4px solid var(--ink);
  padding-left: 10px;
  font-weight: 600;
}
</style>
