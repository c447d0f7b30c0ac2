<script setup lang="ts">
import { computed } from "vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { clockOff, useTrusted } from "@/room/useTrusted";

/**
 * How another machine comes to the teacher's side. The fingerprint stands on the teacher's
 * screen alone: whoever stood in the way of this page could show another one on it.
 */
const { data: trust, error } = useAsk(queries.trust());
const { trusted, look } = useTrusted(() => trust.value?.links ?? []);
const here = computed(() => location.protocol === "https:");
const off = computed(() => trust.value && clockOff(new Date(trust.value.now), new Date()));
</script>

<template>
  <main class="trust">
    <div class="sheet">
      <h1>Your own tablet or phone</h1>
      <p class="lead">
        A device that trusts this school does what the laptop does: look at feet where the shelf is, approve,
        load the kiln.
      </p>
      <p v-if="error" role="alert" class="state">{{ error.message }}</p>
      <template v-else-if="trust">
        <p v-if="trust.fault" role="alert" class="state">{{ trust.fault }}</p>
        <p v-if="off" role="alert" class="state">{{ off }}</p>
        <div v-if="here" class="state">
          <p>This page is secured: the device trusts the school, unless a warning was clicked away.</p>
          <a class="go" href="/">Go to the teacher’s side</a>
        </div>
        <div v-else-if="trusted" class="state" aria-live="polite">
          <p>This device trusts the school.</p>
          <a class="go" :href="trusted">Go to the teacher’s side</a>
        </div>
        <template v-else-if="trust.authority && trust.links.length">
          <ol>
            <li>
              <h2>Load the certificate</h2>
              <a class="go" href="/api/trust/authority.crt">Load it onto this device</a>
              <p class="soft">It vouches for this school’s machine, and for no page of the internet.</p>
            </li>
            <li>
              <h2>Compare its fingerprint</h2>
              <p>
                Open what was loaded: its details show a SHA-256 fingerprint. The teacher’s screen shows it
                too, under <b>Room and tablets</b>. If a single pair differs, do not trust it: take it off the
                device and begin again.
              </p>
            </li>
            <li>
              <h2>Trust it</h2>
              <p>
                Look in the device’s settings for <b>certificate</b>. Some install it as a CA certificate,
                from the file. Others install it as a profile, and then want it switched on under
                <b>Certificate trust</b>.
              </p>
              <button type="button" class="go plain" @click="look">Check again</button>
              <p v-if="trusted === ''" role="status">
                Not yet: this device refuses {{ trust.links[0] }}. If it trusted the school before, its
                certificate is another one’s: take off the one you find there, and load this one.
              </p>
            </li>
          </ol>
        </template>
        <p v-else-if="trust.links.length">
          The school has a certificate: open <a :href="trust.links[0]">{{ trust.links[0] }}</a>.
        </p>
        <p v-else>
          Only this machine is served. Started with <b>--lan</b>, the server is reached from others too.
        </p>
      </template>
      <p class="other">
        A tablet that students share needs none of this: <a href="/station">pair it to the room</a>.
      </p>
    </div>
  </main>
</template>

<style scoped>
.trust {
  min-height: 100vh;
  background: var(--wall);
  padding: 24px 16px;
  display: grid;
  place-items: start center;
}
.sheet {
  width: min(680px, 100%);
  padding: 28px 32px;
  display: grid;
  gap: 18px;
  border-top: 10px solid var(--ink);
}
.lead {
  font-size: 19px;
}
ol {
  list-style: decimal;
  padding-left: 1.4em;
}
li + li {
  margin-top: 22px;
}
li::marker {
  font-weight: 700;
  font-size: 20px;
}
li {
  padding-left: 6px;
}
h2 {
  font-size: 20px;
}
li > * + * {
  margin-top: 8px;
}
.go {
  display: inline-block;
  min-height: 44px;
  padding: 0 20px;
  background: var(--ink);
  color: var(--paper);
  border: 1px solid var(--ink);
  text-decoration: none;
  font: inherit;
  font-weight: 600;
  line-height: 42px;
}
.go.plain {
  background: var(--paper);
  color: var(--ink);
  cursor: pointer;
}
.state {
  border-left: 6px solid var(--ink);
  padding-left: 14px;
  display: grid;
  gap: 10px;
  justify-items: start;
  font-weight: 600;
}
.other {
  border-top: 1px solid var(--line-strong);
  padding-top: 14px;
}
</style>
