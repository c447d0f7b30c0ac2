<script setup lang="ts">
import { useElementSize } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { answer, api, type Glaze, type Schemas, type Tile } from "@/api/client";
import { attempt } from "@/ui/messages";
import { useUpload } from "@/ui/useUpload";
import GlazeFace from "@/ui/GlazeFace.vue";
import GlazeNotes from "@/stock/GlazeNotes.vue";
import JarPlace from "@/stock/JarPlace.vue";
import JarTrouble from "@/stock/JarTrouble.vue";
import WeighJar from "@/stock/WeighJar.vue";
import { useUnits } from "@/lib/useUnits";
import { useChanged } from "@/lib/queries";
import { day } from "@/ui/moments";
import { mL } from "@/ui/figures";

/** One jar: raw beside fired, what its label claims, how full it is and how its glaze is. */
const { volumeUnit, shownVolume, keptVolume } = useUnits();
const props = defineProps<{ glaze: Glaze; tile?: Tile; confused: string[]; found: boolean }>();
const tell = useChanged();
const upload = useUpload();
const path = computed(() => ({ params: { path: { code: props.glaze.code } } }));
const card = ref<HTMLElement>();
/** The jar that somebody asked for comes into sight. */
const { height } = useElementSize(card);
watch(
  () => props.found && height.value > 0,
  (shown) => shown && card.value?.scrollIntoView({ block: "center" }),
  { flush: "post" },
);
/** How full the slider stands, in percent; the server's figure once it is kept. */
const full = ref(0);
watch(
  () => props.glaze.level,
  (level) => (full.value = Math.round(100 * Math.max(0, level))),
  { immediate: true },
);
const states = ["good", "thick", "dried", "watery"] as const;
const mixed = computed(() => props.glaze.mixedAt && day(props.glaze.mixedAt));
async function change(body: Schemas["JarChange"]) {
  await attempt(answer(api.PUT("/glazes/{code}", { ...path.value, body })));
  await tell("glaze");
}
async function stock(inStock: boolean) {
  await attempt(answer(api.PUT("/glazes/{code}/stock", { ...path.value, body: { inStock } })));
  await tell("glaze");
}
async function hint(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (!file) return;
  await attempt(upload.send("PUT", `/api/glazes/${encodeURIComponent(props.glaze.code)}/hint`, file));
  await tell("glaze");
}
async function dropHint() {
  await attempt(answer(api.DELETE("/glazes/{code}/hint", path.value)));
  await tell("glaze");
}
</script>

<template>
  <article ref="card" class="jar" :class="{ out: !glaze.inStock, found }">
    <div class="faces">
      <GlazeFace :raw="glaze.raw" colours="chalk" />
      <GlazeFace :fired="tile?.fired" colours="fired" />
    </div>
    <div class="under">
      <span>in the jar</span
      ><span>{{ tile ? `fired, tile ${tile.code} on ${tile.clay}` : "no tile yet" }}</span>
    </div>
    <p>
      <span class="code">{{ glaze.code }}</span> {{ glaze.name }}
    </p>
    <p class="soft">
      {{ glaze.kind }}, cone {{ glaze.cones }}{{ glaze.coats ? `, ${glaze.coats} coats` : ""
      }}{{ glaze.runner ? ", runs" : "" }}{{ glaze.atmosphere ? `, ${glaze.atmosphere}` : "" }}<br />
      {{
        glaze.recipe.length ? `mixed: ${glaze.recipe.map((p) => `${p.parts} ${p.glaze}`).join(" + ")}, ` : ""
      }}{{ glaze.food === "claimed" ? "food label" : "no food label" }}
    </p>
    <p v-for="words in confused" :key="words" class="like">{{ words }}</p>
    <p v-if="glaze.doubted" class="like">✕ Do not open it: {{ glaze.doubted }}.</p>
    <p v-if="glaze.missed" class="like">▲ At the last look {{ glaze.missed }}.</p>
    <p v-if="glaze.lies" class="like">▲ Now {{ glaze.lies }}.</p>
    <p v-if="tile?.doubt" class="like">▲ fired colour: {{ tile.doubt }}</p>
    <div class="fill">
      <div
        class="level"
        role="img"
        :aria-label="glaze.level < 0 ? 'Level not known' : `${Math.round(100 * glaze.level)} % left`"
      >
        <i :style="{ height: `${100 * Math.max(0, glaze.level)}%` }" :class="{ unknown: glaze.level < 0 }" />
      </div>
      <div>
        <el-slider
          v-model="full"
          :step="5"
          :show-tooltip="false"
          :aria-label="`How full ${glaze.code} is, in percent`"
          @change="change({ level: full / 100 })"
        />
        <span class="num soft">{{
          glaze.level < 0
            ? "level not known"
            : `${Math.round(100 * glaze.level)} %${glaze.ml ? `, ${mL(glaze.ml * glaze.level)}` : ""}`
        }}</span>
      </div>
    </div>
    <div class="row">
      <label
        >full
        <el-input-number
          :model-value="shownVolume(glaze.ml)"
          :min="0"
          :max="50000"
          :controls="false"
          size="small"
          :aria-label="`${volumeUnit} that ${glaze.code} holds when full`"
          @change="change({ ml: keptVolume(Number($event ?? 0)) })"
        />
        {{ volumeUnit }}</label
      >
      <el-select
        :model-value="glaze.state"
        size="small"
        :aria-label="`How ${glaze.code} is`"
        @change="change({ state: $event })"
      >
        <el-option v-for="s in states" :key="s" :value="s" :label="s" />
      </el-select>
    </div>
    <div class="row">
      <el-button size="small" @click="change({ mixed: true })">Mark as stirred</el-button>
      <span class="soft">{{
        glaze.settled ?? `mixed ${mixed}${glaze.mixedBy ? `, ${glaze.mixedBy}` : ""}`
      }}</span>
    </div>
    <el-checkbox
      :model-value="glaze.inStock"
      label="in the room"
      :aria-label="`${glaze.code} ${glaze.name} in the room`"
      @update:model-value="stock(Boolean($event))"
    />
    <WeighJar :glaze="glaze" />
    <JarPlace :glaze="glaze" />
    <JarTrouble :glaze="glaze" />
    <GlazeNotes :glaze="glaze" />
    <details>
      <summary>Maker's picture</summary>
      <template v-if="glaze.hint">
        <img
          :src="`/api/glazes/${encodeURIComponent(glaze.code)}/hint`"
          :alt="`Maker's picture of ${glaze.code}`"
          loading="lazy"
        />
        <p class="soft">A hint, on another clay. Only a tile of your own tells.</p>
        <el-button size="small" @click="dropHint">Delete</el-button>
      </template>
      <input
        v-else
        type="file"
        accept="image/*"
        :aria-label="`Maker's picture of ${glaze.code}`"
        @change="hint"
      />
    </details>
  </article>
</template>

<style scoped>
.jar {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 0 12px 8px;
  height: 100%;
}
.faces {
  display: grid;
  grid-template-columns: 1fr 1fr;
  height: 64px;
  margin: 0 -12px;
  background: var(--wall);
}
.under {
  display: grid;
  grid-template-columns: 1fr 1fr;
  font-size: 13px;
  color: var(--soft);
  padding: 3px 0 6px;
  line-height: 1.2;
}
.out {
  border-style: dashed;
}
.found {
  outline: 4px solid var(--ink);
}
.like {
  font-weight: 640;
  font-size: 14px;
}
.fill {
  display: grid;
  grid-template-columns: 24px 1fr;
  gap: 14px;
  margin-top: 6px;
  font-size: 13px;
}
.level {
  border: 2px solid var(--ink);
  border-top: 4px double var(--ink);
  height: 46px;
  display: flex;
  align-items: end;
}
.level i {
  width: 100%;
  background: #6d6d6d;
}
.level .unknown {
  height: 100% !important;
  background: repeating-linear-gradient(45deg, #fff 0 4px, #999 4px 5px);
}
.row {
  display: flex;
  align-items: center;
  gap: 8px;
  font-size: 14px;
  margin-top: 4px;
}
.row .el-input-number {
  width: 64px;
}
.row .el-select {
  width: 96px;
}
img {
  width: 100%;
}
summary {
  cursor: pointer;
  font-size: 14px;
}
details input {
  max-width: 100%;
  font-size: 13px;
}
</style>
