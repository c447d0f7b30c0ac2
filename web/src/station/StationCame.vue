<script setup lang="ts">
import { computed } from "vue";
import type { Piece } from "@/api/client";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { sayStack, stackOf } from "@/lib/stack";
import StationCamera from "@/station/StationCamera.vue";
import { useTablet } from "@/station/useStation";
import GlazeFace from "@/ui/GlazeFace.vue";
import HalfSection from "@/ui/HalfSection.vue";
import PieceShot from "@/ui/PieceShot.vue";

/** A fired piece as its maker reads of it: what was planned, what came out, what to try next time. */
const station = useTablet();
const props = defineProps<{ piece: Piece }>();
const detail = computed(() => station.known.value.details[props.piece.id]);
const tries = useAsk(computed(() => queries.tries(props.piece.id, props.piece.seq)));
const seen = computed(() =>
  (props.piece.outcome?.faults ?? [])
    .map((f) => `${props.piece.surfaces.find((s) => s.id === f.surface)?.name ?? ""} ${f.name}`.trim())
    .join("; "),
);
const glazed = computed(() => props.piece.surfaces.filter((s) => s.on.length));
/** Where nobody read a colour the column would be empty. */
const read = computed(() => glazed.value.some((s) => s.came?.hex));
</script>

<template>
  <section class="came" aria-label="What came out">
    <div class="drawing">
      <HalfSection
        v-if="detail"
        :drawing="detail.drawing"
        :surfaces="detail.surfaces"
        :states="piece.surfaces"
        colours="fired"
        :band-mm="piece.bandMM"
      />
    </div>
    <div class="words">
      <PieceShot
        v-if="piece.pictures.length"
        :id="piece.pictures.at(-1)!"
        class="shot"
        :alt="`The piece of ${piece.student}`"
      />
      <table>
        <thead>
          <tr>
            <th scope="col">I planned</th>
            <th scope="col">the tile</th>
            <th v-if="read" scope="col">came out</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in glazed" :key="s.id">
            <th scope="row">
              {{ s.name }} <span class="soft">{{ sayStack(s.stack.length ? s.stack : stackOf(s.on)) }}</span>
            </th>
            <td>
              <i><GlazeFace :fired="s.fired" colours="fired" /></i>
              <span class="visually-hidden">{{ s.tile ?? "no tile" }}</span>
            </td>
            <td v-if="read">
              <i v-if="s.came?.hex" :style="{ background: s.came.hex }" aria-hidden="true" />
              <span class="visually-hidden">{{ s.came ? "read" : "not read" }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="outcome">
      <p v-if="piece.outcome?.sound"><b>It came out sound.</b> Well brushed.</p>
      <template v-else-if="piece.outcome?.faults.length">
        <p><b>What came out:</b> {{ seen }}.</p>
        <p class="soft">Made by hand, no two come out alike.</p>
      </template>
      <template v-if="tries.data.value?.length">
        <h2>Next time you could try</h2>
        <ul>
          <li v-for="t in tries.data.value" :key="t">{{ t }}</li>
        </ul>
      </template>
      <StationCamera :piece="piece" />
    </div>
  </section>
</template>

<style scoped>
.came {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 12px 18px;
  margin-bottom: 18px;
  font-size: 18px;
}
.drawing {
  height: 260px;
  background: var(--paper);
  border: 1px solid var(--line);
}
.shot {
  width: 100%;
  height: 150px;
  margin-bottom: 10px;
}
.outcome {
  grid-column: 1 / 3;
  max-width: 620px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 400;
  padding: 4px 8px 4px 0;
  line-height: 1.2;
}
thead th {
  font-weight: 640;
}
th span {
  display: block;
  font-size: 15px;
}
i {
  display: block;
  width: 74px;
  height: 40px;
  border: 1px solid var(--line-strong);
}
li {
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
</style>
