<script setup lang="ts">
import { useEventListener } from "@vueuse/core";
import { computed, ref } from "vue";
import type { useRack, Mark } from "@/wall/useRack";

/**
 * The photograph with its marks. What is dragged on empty ground becomes the mark
 * that the tool makes; marks and grid corners are moved by mouse or by arrow keys.
 */
const props = defineProps<{
  src: string;
  width: number;
  height: number;
  rack: ReturnType<typeof useRack>;
  tool: Mark["kind"] | "grid";
  columns: number;
  rows: number;
  labels: Map<number, string>;
}>();
const emit = defineEmits<{ moved: [] }>();
const svg = ref<SVGSVGElement>();
const focus = (what: string) => svg.value?.querySelector<SVGElement>(what)?.focus();
defineExpose({ focusGrid: () => focus(".corner"), focusMark: () => focus(".mark.chosen") });
const drag = ref<{
  kind: "new" | "mark" | "size" | "corner";
  id: number;
  x: number;
  y: number;
  x0: number;
  y0: number;
}>();
const draft = computed(() => {
  const d = drag.value;
  if (d?.kind !== "new") return undefined;
  return {
    x: Math.min(d.x, d.x0),
    y: Math.min(d.y, d.y0),
    w: Math.abs(d.x - d.x0),
    h: Math.abs(d.y - d.y0),
  };
});
/** Pixels of the picture for one on the screen, so that lines and letters keep their size. */
const unit = computed(() => props.width / 760);
const words: Record<Mark["kind"], string> = {
  white: "white",
  grey: "grey",
  black: "black",
  tile: "box",
};

function at(event: PointerEvent) {
  const box = svg.value!.getBoundingClientRect();
  return {
    x: ((event.clientX - box.left) / box.width) * props.width,
    y: ((event.clientY - box.top) / box.height) * props.height,
  };
}
function start(event: PointerEvent, kind: "new" | "mark" | "size" | "corner", id = 0) {
  if (event.button !== 0) return;
  const p = at(event);
  drag.value = { kind, id, x0: p.x, y0: p.y, ...p };
  if (kind === "mark" || kind === "size") props.rack.choose(id);
}
useEventListener(window, "pointermove", (event: PointerEvent) => {
  const d = drag.value;
  if (!d) return;
  const p = at(event);
  const [dx, dy] = [p.x - d.x, p.y - d.y];
  if (d.kind === "mark") props.rack.move(d.id, dx, dy);
  if (d.kind === "size") props.rack.resize(d.id, dx, dy);
  if (d.kind === "corner") props.rack.moveCorner(d.id, dx, dy);
  drag.value = { ...d, ...p };
});
useEventListener(window, "pointerup", () => {
  const made = draft.value;
  const kind = drag.value?.kind;
  drag.value = undefined;
  if (made && made.w > 5 * unit.value && made.h > 5 * unit.value) {
    if (props.tool === "grid") props.rack.layGrid(made.x, made.y, made.w, made.h, props.columns, props.rows);
    else props.rack.add(props.tool, made.x, made.y, made.w, made.h);
  }
  if (kind) emit("moved");
});
const arrows: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
/** Arrows move, with Alt they size, with Shift ten at a time; Delete takes a mark away. */
function key(event: KeyboardEvent, kind: "mark" | "corner", id: number) {
  const step = arrows[event.key];
  if (event.key === "Delete" || event.key === "Backspace") {
    if (kind === "mark") props.rack.remove(id);
    else props.rack.dropGrid();
  } else if (step) {
    const far = event.shiftKey ? 10 : 1;
    if (kind === "corner") props.rack.moveCorner(id, step[0] * far, step[1] * far);
    else if (event.altKey) props.rack.resize(id, step[0] * far, step[1] * far);
    else props.rack.move(id, step[0] * far, step[1] * far);
  } else return;
  event.preventDefault();
  event.stopPropagation();
  emit("moved");
}
</script>

<template>
  <svg
    ref="svg"
    class="rack"
    :viewBox="`0 0 ${width} ${height}`"
    role="group"
    aria-label="The photograph and its marks"
    :style="{ fontSize: `${13 * unit}px` }"
    @pointerdown.self="start($event, 'new')"
  >
    <image :href="src" :width="width" :height="height" @pointerdown.prevent="start($event, 'new')" />
    <g v-if="rack.grid.value" class="grid">
      <polygon
        :points="
          [0, 1, 3, 2]
            .map((i) => `${rack.grid.value!.corners[i]!.x},${rack.grid.value!.corners[i]!.y}`)
            .join(' ')
        "
      />
    </g>
    <g v-for="b in rack.boxes.value.filter((b) => b.id < 0)" :key="b.id" class="cell">
      <rect :x="b.x" :y="b.y" :width="b.w" :height="b.h" />
      <text aria-hidden="true" :x="b.x + 3 * unit" :y="b.y + b.h - 4 * unit">{{ labels.get(b.id) }}</text>
    </g>
    <g
      v-for="m in rack.marks.value"
      :key="m.id"
      class="mark"
      :class="[m.kind, { chosen: m.id === rack.chosen.value }]"
      tabindex="0"
      role="button"
      :aria-label="`${m.kind === 'tile' ? 'Box' : `Card, ${words[m.kind]}`} ${labels.get(m.id) ?? ''}. Arrows move it, Alt and arrows size it, Delete takes it away.`"
      @pointerdown.stop.prevent="start($event, 'mark', m.id)"
      @focus="rack.choose(m.id)"
      @keydown="key($event, 'mark', m.id)"
    >
      <rect :x="m.x" :y="m.y" :width="m.w" :height="m.h" />
      <text aria-hidden="true" :x="m.x + 3 * unit" :y="m.y - 4 * unit">
        {{ labels.get(m.id) || words[m.kind].charAt(0).toUpperCase() }}
      </text>
      <rect
        class="handle"
        :x="m.x + m.w - 5 * unit"
        :y="m.y + m.h - 5 * unit"
        :width="10 * unit"
        :height="10 * unit"
        @pointerdown.stop.prevent="start($event, 'size', m.id)"
      />
    </g>
    <circle
      v-for="(c, i) in rack.grid.value?.corners"
      :key="`c${i}`"
      class="corner"
      :cx="c.x"
      :cy="c.y"
      :r="8 * unit"
      tabindex="0"
      role="button"
      :aria-label="`Corner ${i + 1} of the grid. Arrows move it, Delete takes the grid away.`"
      @pointerdown.stop.prevent="start($event, 'corner', i)"
      @keydown="key($event, 'corner', i)"
    />
    <rect v-if="draft" class="draft" :x="draft.x" :y="draft.y" :width="draft.w" :height="draft.h" />
  </svg>
</template>

<style scoped>
.rack {
  display: block;
  width: 100%;
  background: var(--wall);
  cursor: crosshair;
  touch-action: none;
  user-select: none;
}
rect,
polygon {
  fill: none;
  stroke: #fff;
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
  paint-order: stroke;
}
.mark > rect:first-child,
.cell rect {
  fill: #fff;
  fill-opacity: 0.001;
  outline: 1px solid #000;
}
.mark {
  cursor: move;
}
.mark.white > rect:first-child,
.mark.grey > rect:first-child,
.mark.black > rect:first-child {
  stroke-dasharray: 5 3;
}
.mark.chosen > rect:first-child {
  stroke-width: 4px;
}
.mark:focus-visible {
  outline: 3px solid #000;
}
.handle {
  fill: #fff;
  stroke: #000;
  stroke-width: 1px;
  cursor: nwse-resize;
}
.grid polygon {
  stroke-dasharray: 3 5;
}
.corner {
  fill: #fff;
  stroke: #000;
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
  cursor: move;
}
.draft {
  stroke-dasharray: 4 4;
}
text {
  fill: #fff;
  stroke: #000;
  stroke-width: 3px;
  vector-effect: non-scaling-stroke;
  paint-order: stroke;
  font-weight: 640;
  pointer-events: none;
}
</style>
