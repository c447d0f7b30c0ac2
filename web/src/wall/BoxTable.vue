<script setup lang="ts">
import type { BoxReading, Named } from "@/wall/useNaming";
import type { Mark } from "@/wall/useRack";
import { tenth } from "@/ui/figures";

/** The boxes of a photograph, one a row: which tile each shows, and what was read. */
defineProps<{
  boxes: Mark[];
  names: Map<number, Named>;
  read: BoxReading[];
  strange: string[];
}>();
const emit = defineEmits<{ name: [id: number, change: Partial<Named>]; point: [id: number] }>();
</script>

<template>
  <table class="boxes">
    <thead>
      <tr>
        <th scope="col">Box</th>
        <th scope="col">Tile</th>
        <th scope="col">Half</th>
        <th scope="col">Coats</th>
        <th scope="col">Read</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="(b, i) in boxes"
        :key="b.id"
        :class="{ doubtful: read[i]?.doubtful }"
        @focusin="emit('point', b.id)"
      >
        <th scope="row" class="num">{{ i + 1 }}</th>
        <td>
          <input
            :value="names.get(b.id)?.code"
            list="codes-on-the-wall"
            maxlength="40"
            :aria-label="`Box ${i + 1}: code of the tile`"
            @change="emit('name', b.id, { code: ($event.target as HTMLInputElement).value.trim() })"
          />
          <input
            v-if="strange.includes(names.get(b.id)?.code ?? '')"
            :value="names.get(b.id)?.stack"
            placeholder="new: N01x3"
            maxlength="200"
            :aria-label="`Box ${i + 1}: stack of the new tile`"
            @change="emit('name', b.id, { stack: ($event.target as HTMLInputElement).value.trim() })"
          />
        </td>
        <td>
          <select
            :value="names.get(b.id)?.half"
            :aria-label="`Box ${i + 1}: half`"
            @change="
              emit('name', b.id, { half: ($event.target as HTMLSelectElement).value as Named['half'] })
            "
          >
            <option value="smooth">smooth</option>
            <option value="texture">texture</option>
          </select>
        </td>
        <td>
          <input
            class="coats num"
            type="number"
            min="1"
            max="12"
            :value="names.get(b.id)?.coats"
            :aria-label="`Box ${i + 1}: coats`"
            @change="emit('name', b.id, { coats: Number(($event.target as HTMLInputElement).value) || 1 })"
          />
        </td>
        <td class="read">
          <template v-if="read[i]">
            <i :style="{ background: read[i]!.hex }" aria-hidden="true" />
            <span class="num">
              L* {{ tenth(read[i]!.lab.l) }} a* {{ tenth(read[i]!.lab.a) }} b* {{ tenth(read[i]!.lab.b) }} ±
              {{ tenth(read[i]!.scatter) }}
            </span>
            <span v-for="f in read[i]!.flags" :key="f.flag" class="flag">{{ f.means }}</span>
          </template>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.boxes {
  border-collapse: collapse;
  width: 100%;
  font-size: 14px;
}
th,
td {
  text-align: left;
  padding: 3px 6px 3px 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
}
input,
select {
  border: 1px solid var(--line-strong);
  background: var(--paper);
  min-height: 32px;
  padding: 0 6px;
  width: 86px;
}
select {
  font: inherit;
  width: 84px;
}
.coats {
  width: 50px;
}
.read {
  display: grid;
  grid-template-columns: 26px 1fr;
  gap: 0 8px;
  line-height: 1.25;
}
.read i {
  height: 26px;
  border: 1px solid var(--line-strong);
  grid-row: span 3;
}
.flag {
  grid-column: 2;
  font-size: 13px;
}
.doubtful .flag::before {
  content: "▲ ";
}
</style>
