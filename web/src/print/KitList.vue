<script setup lang="ts">
import type { Piece, Schemas } from "@/api/client";
import { useGlazes } from "@/lib/useLists";
import { mL, mm } from "@/ui/figures";

/** What each student takes away who glazes at home or in another room. */
const props = defineProps<{ kit: Schemas["Kit"]; pieces: Piece[] }>();
const glazes = useGlazes();
const bandOf = (id: string) => props.pieces.find((p) => p.id === id)?.bandMM;
</script>

<template>
  <ul class="kits">
    <li v-for="p in kit.pieces.filter((x) => x.left.length)" :key="p.id">
      <h3>{{ p.student }} {{ p.mark }}</h3>
      <p>
        Cups:
        <template v-for="(a, i) in p.amounts" :key="a.glaze"
          >{{ i ? ", " : "" }}<b>{{ a.glaze }}</b> {{ glazes.byCode.value.get(a.glaze)?.name }}
          {{ mL(a.ml) }} ({{ a.cups }})</template
        >
      </p>
      <p>Brushes: {{ p.brushes.join(", ") }} · one record sheet · one sponge</p>
      <p>To lay: {{ p.left.join("; ") }}</p>
      <p>Bare to {{ mm(bandOf(p.id) ?? 0) }} where it stands. Wipe wet, never sweep; no eating beside it.</p>
      <p class="back">taken <i /> brought back <i /></p>
    </li>
  </ul>
</template>

<style scoped>
.kits {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  margin-top: 12px;
}
li {
  border: 1px dashed #777;
  padding: 8px 12px;
  font-size: 13px;
  break-inside: avoid;
}
.back i {
  display: inline-block;
  width: 80px;
  border-bottom: 1px solid #222;
}
</style>
