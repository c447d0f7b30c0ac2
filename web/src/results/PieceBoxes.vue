<script setup lang="ts">
import type { Piece } from "@/api/client";
import type { PieceReading, Shown } from "@/results/usePieceBoxes";
import type { Mark } from "@/wall/useRack";

/** The boxes on a photograph of pieces, one a row: whose piece, which surface, and what was read there. */
const props = defineProps<{
  boxes: Mark[];
  shown: Map<number, Shown>;
  pieces: Piece[];
  /** The photograph is of this piece alone. */
  only?: string;
  read: PieceReading[];
}>();
const emit = defineEmits<{
  show: [id: number, change: Partial<Shown>];
  point: [id: number];
  remove: [id: number];
}>();
const glazed = (id?: string) =>
  props.pieces.find((p) => p.id === id)?.surfaces.filter((s) => s.on.length) ?? [];
const readOf = (s?: Shown) => props.read.find((r) => r.piece === s?.piece && r.surface === s?.surface);
</script>

<template>
  <ol class="boxes">
    <li v-for="(b, i) in boxes" :key="b.id" @focusin="emit('point', b.id)">
      <span class="num">{{ i + 1 }}</span>
      <span class="ask">
        <el-select
          v-if="!only"
          :model-value="shown.get(b.id)?.piece"
          filterable
          placeholder="whose piece"
          :aria-label="`Box ${i + 1}: whose piece`"
          @change="emit('show', b.id, { piece: $event as string, surface: '' })"
        >
          <el-option
            v-for="p in pieces"
            :key="p.id"
            :value="p.id"
            :label="`${p.student} ${p.mark}, ${p.title}`"
          />
        </el-select>
        <el-select
          :model-value="shown.get(b.id)?.surface ?? ''"
          :empty-values="[undefined]"
          :aria-label="`Box ${i + 1}: what it shows`"
          @change="emit('show', b.id, { surface: $event as string })"
        >
          <el-option v-if="!only" value="" label="the whole piece" />
          <el-option
            v-for="s in glazed(shown.get(b.id)?.piece)"
            :key="s.id"
            :value="s.id"
            :label="`${s.name}, its colour`"
          />
        </el-select>
        <el-button text size="small" :aria-label="`Remove box ${i + 1}`" @click="emit('remove', b.id)"
          >Remove</el-button
        >
      </span>
      <span v-if="readOf(shown.get(b.id))" class="read">
        <i
          v-if="readOf(shown.get(b.id))!.came.promise"
          :style="{ background: readOf(shown.get(b.id))!.came.promise }"
          aria-hidden="true"
        />
        <i :style="{ background: readOf(shown.get(b.id))!.hex }" aria-hidden="true" />
        <span
          >{{ readOf(shown.get(b.id))!.came.says }}
          <em v-for="f in readOf(shown.get(b.id))!.flags" :key="f.flag">▲ {{ f.means }} </em></span
        >
      </span>
    </li>
  </ol>
</template>

<style scoped>
.boxes li {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr);
  gap: 4px 8px;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}
.ask {
  display: flex;
  gap: 6px;
  align-items: center;
}
.ask .el-select {
  flex: 1;
}
.read {
  grid-column: 2;
  display: flex;
  gap: 6px;
  font-size: 14px;
  line-height: 1.3;
}
.read i {
  flex: none;
  width: 34px;
  height: 34px;
  border: 1px solid var(--line-strong);
}
em {
  font-style: normal;
  display: block;
}
</style>
