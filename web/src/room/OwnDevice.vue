<script setup lang="ts">
import { computed } from "vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";

/** How the teacher's own tablet or phone comes to the teacher's side, and what it has to show. */
const { data: trust } = useAsk(queries.trust());
/** The fingerprint in rows of eight pairs, to be compared row by row. */
const rows = computed(() => trust.value?.authority?.fingerprint.match(/(.. ?){8}/g) ?? []);
</script>

<template>
  <section v-if="trust" class="sheet" aria-labelledby="own">
    <h2 id="own">Your own tablet or phone</h2>
    <p v-if="trust.fault" role="alert" class="fault">{{ trust.fault }}</p>
    <template v-if="trust.authority && trust.pages.length">
      <p>
        To look at feet where the shelf is, open <b>{{ trust.pages[0] }}</b> on it. It takes three steps,
        once.
      </p>
      <div class="beside">
        <div>
          <p>The fingerprint that it shows must be this one:</p>
          <p class="print num">
            <span v-for="r in rows" :key="r">{{ r }}</span>
          </p>
          <p class="soft">Listed there as “{{ trust.authority.name }}”.</p>
        </div>
        <img v-if="trust.qr" :src="trust.qr" width="120" height="120" alt="Code to scan with its camera" />
      </div>
    </template>
    <p v-else-if="trust.links.length">
      Open <b>{{ trust.links[0] }}</b> on it and say your passphrase: the school’s certificate vouches for
      this machine.
    </p>
    <p v-else class="soft">
      Only this machine is served. Started with <b>--lan</b>, the server is reached from your own tablet too.
    </p>
  </section>
</template>

<style scoped>
.sheet {
  padding: 16px;
  display: grid;
  gap: 12px;
}
.beside {
  display: flex;
  gap: 16px;
  justify-content: space-between;
  flex-wrap: wrap;
}
.print {
  font-family: ui-monospace, monospace;
  display: grid;
  font-size: 17px;
  font-weight: 600;
  margin: 6px 0;
}
.fault {
  border-left: 4px solid var(--ink);
  padding-left: 10px;
  font-weight: 600;
}
</style>
