<script setup lang="ts">
import { useEventListener, useIntervalFn } from "@vueuse/core";
import { ref } from "vue";
import { answer, api } from "@/api/client";
import { useRoom } from "@/room/useRoom";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";
import ClassSelect from "@/ui/ClassSelect.vue";
import { useChanged } from "@/lib/queries";

/** The tablets of the room, from one key: which class they serve, lock, end, pair another. */
const screen = useScreen();
const changed = useChanged();
const { room, keep } = useRoom();
const code = ref<{ code: string; links: string[]; qr?: string }>();

async function serve(id: string) {
  keep(await attempt(answer(api.PUT("/room", { body: { class: id } }))));
}
async function lock() {
  keep(await attempt(answer(api.PUT("/room/lock", { body: { locked: !room.value?.locked } }))));
}
async function end(id: string) {
  await attempt(answer(api.DELETE("/room/stations/{id}", { params: { path: { id } } })));
  await changed("station");
}
async function pair() {
  code.value = await attempt(answer(api.POST("/room/code")));
  await changed("station");
}
/** While a code is shown: whether it still pairs, and which tablets it paired. */
useIntervalFn(() => code.value && screen.tabletsOpen && void changed("station"), 5000);
useEventListener(window, "keydown", (e: KeyboardEvent) => {
  const typing = (e.target as HTMLElement).closest("input, textarea, .el-select__wrapper");
  if (!screen.tabletsOpen || typing || e.ctrlKey || e.metaKey || e.altKey) return;
  if (e.key === "l") void lock();
  else if (e.key === "p") void pair();
});
</script>

<template>
  <el-drawer v-model="screen.tabletsOpen" title="Tablets of the room" size="440px">
    <div v-if="room" class="tablets">
      <p class="now">
        They serve <b>{{ room.name || "nobody" }}</b>{{
          room.byHand ? ", switched by hand" : room.classes.length ? ", by the bell" : ": no lesson now"
        }}.
        <b v-if="room.locked">Locked.</b>
      </p>
      <label>
        Serve
        <ClassSelect
          :model-value="room.byHand ? room.classes[0] : ''"
          aria-label="Class on the tablets"
          :empty-values="[null, undefined]"
          @change="serve"
        >
          <el-option value="" label="Whoever the bell brings" />
        </ClassSelect>
      </label>
      <el-button @click="lock">{{ room.locked ? "Unlock all" : "Lock all" }} <kbd>l</kbd></el-button>
      <section aria-labelledby="paired">
        <h3 id="paired">Paired</h3>
        <ul>
          <li v-for="s in room.stations" :key="s.id">
            {{ s.name }} <el-button size="small" @click="end(s.id)">End</el-button>
          </li>
        </ul>
        <p v-if="!room.stations.length" class="soft">No tablet yet.</p>
      </section>
      <el-button @click="pair">Pair a tablet <kbd>p</kbd></el-button>
      <section v-if="code && room.codeLost" class="shown" aria-live="polite">
        <p>
          <b>{{ room.codeLost }}</b>
        </p>
        <el-button type="primary" @click="pair">New code</el-button>
      </section>
      <section v-else-if="code" class="shown" aria-live="polite">
        <p class="digits num">{{ code.code.slice(0, 3) }} {{ code.code.slice(3) }}</p>
        <p class="soft">Good for ten minutes, for as many tablets as you like.</p>
        <template v-if="code.links.length">
          <p>On the tablet open:</p>
          <p v-for="l in code.links" :key="l">
            <b>{{ l }}</b>
          </p>
          <img v-if="code.qr" :src="code.qr" alt="Code to scan with the tablet's camera" />
        </template>
        <p v-else>
          This server is only reached from this machine: open <b>/station</b> in another browser here, or
          start it with <b>--lan</b> for tablets.
        </p>
      </section>
      <PlaceLink to="/room" @click="screen.tabletsOpen = false">Bells, damp days, helpers</PlaceLink>
    </div>
  </el-drawer>
</template>

<style scoped>
.tablets {
  display: grid;
  gap: 16px;
}
.now {
  font-size: 17px;
}
label {
  display: grid;
  gap: 4px;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--line);
}
.shown {
  border: 2px solid var(--ink);
  padding: 12px 16px;
  background: var(--paper);
}
.digits {
  font-size: 46px;
  letter-spacing: 0.08em;
  line-height: 1.1;
}
</style>
