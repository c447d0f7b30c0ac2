<script setup lang="ts">
import type { Piece } from "@/api/client";
import { sayStack, stackOf } from "@/lib/stack";
import GlazeFace from "@/ui/GlazeFace.vue";

/** Surface by surface: what was planned, what its tile promised, what came out. */
defineProps<{ piece: Piece }>();
</script>

<template>
  <table class="came">
    <thead>
      <tr>
        <th scope="col">Planned</th>
        <th scope="col">Promised</th>
        <th scope="col">Came out</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="s in piece.surfaces.filter((one) => one.on.length)" :key="s.id">
        <th scope="row">
          {{ s.name }}: {{ sayStack(s.stack) || "nothing" }}
          <span v-if="sayStack(stackOf(s.on)) !== sayStack(s.stack)" class="soft"
            >laid {{ sayStack(stackOf(s.on)) }}</span
          >
        </th>
        <td :title="s.tile ? `tile ${s.tile}` : 'no tile'">
          <span class="visually-hidden">{{ s.tile ? `tile ${s.tile}` : "no tile" }}</span>
          <i><GlazeFace :fired="s.fired" colours="fired" /></i>
        </td>
        <td>
          <i v-if="s.came?.hex" class="half" :style="{ background: s.came.hex }" aria-hidden="true" />
          <span class="num">{{
            s.came?.deltaE !== undefined
              ? `ΔE ${s.came.deltaE.toFixed(1)}`
              : s.came?.most !== undefined
                ? `ΔE ${s.came.least?.toFixed(0)} to ${s.came.most.toFixed(0)}`
                : s.came
                  ? "no figure"
                  : "not read"
          }}</span>
        </td>
      </tr>
    </tbody>
  </table>
  <ul v-if="piece.surfaces.some((s) => s.came)" class="says soft">
    <li v-for="s in piece.surfaces.filter((one) => one.came)" :key="s.id">
      {{ s.name }}: {{ s.came!.says }}
    </li>
  </ul>
</template>

<style scoped>
.came {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
th {
  text-align: left;
  font-weight: 400;
  padding: 2px 8px 2px 0;
  line-height: 1.2;
}
thead th {
  font-weight: 600;
}
td {
  padding: 2px 8px 2px 0;
  white-space: nowrap;
}
th span {
  display: block;
}
i {
  display: inline-block;
  vertical-align: middle;
  width: 48px;
  height: 26px;
  margin-right: 6px;
}
.says {
  font-size: 14px;
  line-height: 1.3;
}
</style>
