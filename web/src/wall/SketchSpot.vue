<script setup lang="ts">
import { ref } from "vue";

/**
 * A spot in a picture, such as a sketch in coloured pencil: pressed with the
 * pointer, or found with the arrow keys and Enter. The picture stays in the browser.
 */
const emit = defineEmits<{ pick: [hex: string] }>();
const src = ref<string>();
const img = ref<HTMLImageElement>();
/** The crosshair, as shares of the picture. */
const at = ref({ x: 0.5, y: 0.5 });

function open(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (!file) return;
  const reader = new FileReader();
  reader.onload = () => (src.value = reader.result as string);
  reader.readAsDataURL(file);
}
function press(event: MouseEvent) {
  const box = img.value!.getBoundingClientRect();
  at.value = { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
  pick();
}
const steps: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
function key(event: KeyboardEvent) {
  const step = steps[event.key];
  if (event.key === "Enter" || event.key === " ") pick();
  else if (step) {
    const far = event.shiftKey ? 0.08 : 0.015;
    const within = (v: number) => Math.min(1, Math.max(0, v));
    at.value = { x: within(at.value.x + step[0] * far), y: within(at.value.y + step[1] * far) };
  } else return;
  event.preventDefault();
}
/** The mean light of a small patch around the crosshair: pencil strokes are never one colour. */
function pick() {
  const picture = img.value;
  const paper = document.createElement("canvas");
  if (!picture) return;
  paper.width = picture.naturalWidth;
  paper.height = picture.naturalHeight;
  const pen = paper.getContext("2d", { willReadFrequently: true });
  if (!pen) return;
  pen.drawImage(picture, 0, 0);
  const side = Math.max(3, Math.round(paper.width / 60));
  const corner = (share: number, length: number) =>
    Math.max(0, Math.min(length - side, Math.round(share * length - side / 2)));
  const { data } = pen.getImageData(
    corner(at.value.x, paper.width),
    corner(at.value.y, paper.height),
    side,
    side,
  );
  const sum = [0, 0, 0];
  for (let i = 0; i < data.length; i += 4) for (const k of [0, 1, 2]) sum[k]! += data[i + k]! ** 2.2;
  const mean = sum.map((v) => Math.round((v / (data.length / 4)) ** (1 / 2.2)));
  emit("pick", `#${mean.map((v) => v.toString(16).padStart(2, "0")).join("")}`);
}
</script>

<template>
  <div class="sketch">
    <label>
      or a spot in a sketch
      <input type="file" accept="image/*" name="sketch" @change="open" />
    </label>
    <div
      v-if="src"
      class="paper"
      tabindex="0"
      role="button"
      aria-label="Your sketch: press the colour you mean, or move the crosshair with the arrows and press Enter"
      @keydown="key"
    >
      <img ref="img" :src="src" alt="" @click="press" />
      <i :style="{ left: `${100 * at.x}%`, top: `${100 * at.y}%` }" aria-hidden="true" />
    </div>
  </div>
</template>

<style scoped>
.sketch {
  font-size: 14px;
}
.sketch input {
  max-width: 100%;
}
.paper {
  position: relative;
  margin-top: 6px;
  cursor: crosshair;
}
.paper img {
  display: block;
  width: 100%;
}
.paper i {
  position: absolute;
  width: 18px;
  height: 18px;
  margin: -9px;
  border: 2px solid #000;
  border-radius: 50%;
  box-shadow: 0 0 0 2px #fff;
  pointer-events: none;
}
</style>
