import { useEventListener, usePreferredReducedMotion, useResizeObserver } from "@vueuse/core";
import {
  AmbientLight,
  Box3,
  CanvasTexture,
  CircleGeometry,
  DirectionalLight,
  Group,
  HemisphereLight,
  Mesh,
  MeshBasicMaterial,
  PerspectiveCamera,
  RepeatWrapping,
  Scene,
  SRGBColorSpace,
  Vector3,
  WebGLRenderer,
  type Material,
} from "three";
import { onScopeDispose, ref, watch, type Ref } from "vue";
import type { Schemas, SurfaceState } from "@/api/client";
import { paint, solidOf } from "@/round/solid";
import { layersOf, type Layer } from "@/ui/layers";

/** What stands on the turntable, and in which colours. */
export interface Standing {
  round: Schemas["Round"];
  states: SurfaceState[];
  colours: "chalk" | "fired";
  /** Bisque, or what the clay fires to. */
  clay: string;
}

/** The hatching of what no tile shows: never an invented colour. */
function hatched() {
  const c = document.createElement("canvas");
  c.width = c.height = 64;
  const g = c.getContext("2d")!;
  g.fillStyle = "#efefef";
  g.fillRect(0, 0, 64, 64);
  g.strokeStyle = "#555";
  g.lineWidth = 6;
  for (let x = -64; x < 128; x += 32) {
    g.beginPath();
    g.moveTo(x, 64);
    g.lineTo(x + 64, 0);
    g.stroke();
  }
  const t = new CanvasTexture(c);
  t.wrapS = t.wrapT = RepeatWrapping;
  t.repeat.set(14, 5);
  t.colorSpace = SRGBColorSpace;
  return t;
}

/**
 * A piece on a turntable, turned by pointer, finger or keys. `works` is false where the device draws
 * no solids.
 */
export function useTurntable(
  canvas: Ref<HTMLCanvasElement | undefined>,
  standing: Ref<Standing | undefined>,
) {
  const works = ref(true);
  const still = usePreferredReducedMotion();
  const turn = { x: -0.5, y: 0.42, zoom: 1, held: false, idle: true };
  let renderer: WebGLRenderer | undefined;
  let wanted = true;
  let frame = 0;
  const scene = new Scene();
  const camera = new PerspectiveCamera(28, 1, 1, 20_000);
  const table = new Group();
  // Lamps alone, and no picture of a room for the glaze to mirror: where no graphics card computes
  // it, that takes eight seconds.
  scene.add(table, new HemisphereLight(0xffffff, 0xc4c4c4, 1.5), new AmbientLight(0xffffff, 0.6));
  for (const [x, y, z, power] of [
    [-1, 1.6, 1.4, 1.5],
    [1.8, 0.8, 0.6, 0.55],
    [-1.6, 0.5, 0.8, 0.3],
    [0.4, 2, -0.6, 0.35],
  ] as const) {
    const lamp = new DirectionalLight(0xffffff, power);
    lamp.position.set(x, y, z);
    scene.add(lamp);
  }
  let size = 100;
  const hatching = hatched();
  /** Takes what stands on the table off, and frees what the graphics hold of it. */
  function empty() {
    table.traverse((part) => {
      if (!(part instanceof Mesh)) return;
      part.geometry.dispose();
      (part.material as Material).dispose();
    });
    table.clear();
  }
  function stand(now: Standing) {
    empty();
    const of = new Map(now.states.map((s) => [s.id, s]));
    const fired = now.colours === "fired";
    const none = () => {
      const m = paint("#ffffff", undefined, false);
      m.map = hatching;
      return m;
    };
    const material = (surface: string, layer?: Layer) => {
      if (surface === "reveals") return paint("#2e2e2e", undefined, false); // the dark of an opening
      const s = of.get(surface);
      if (!s || (!s.stack.length && !s.on.length)) return paint(now.clay, undefined, fired);
      if (layer) return layer.fill ? paint(layer.fill, layer.clay ? undefined : s.finish, fired) : none();
      const colour = fired ? s.fired : s.raw;
      return colour ? paint(colour, s.finish, fired) : fired ? none() : paint("#f4f4f4", undefined, false);
    };
    const piece = solidOf(now.round, material, (surface) => layersOf(of.get(surface), now.colours, ""));
    const box = new Box3().setFromObject(piece);
    const middle = box.getCenter(new Vector3());
    piece.position.set(-middle.x, -box.min.y, -middle.z);
    size = box.getSize(new Vector3()).length();
    const disc = new Mesh(new CircleGeometry(size * 0.62, 72), new MeshBasicMaterial({ color: 0xcfcfcf }));
    disc.rotation.x = -Math.PI / 2;
    disc.position.y = -0.6;
    table.add(piece, disc);
    table.userData.middle = (box.max.y - box.min.y) / 2;
    wanted = true;
  }
  function place() {
    const far = (size * 2.1) / turn.zoom;
    camera.near = size / 20;
    camera.far = size * 12;
    camera.updateProjectionMatrix();
    const up = table.userData.middle ?? 0;
    camera.position.set(0, up + far * Math.sin(turn.y), far * Math.cos(turn.y));
    camera.lookAt(0, up, 0);
    table.rotation.y = turn.x;
  }
  function draw() {
    frame = requestAnimationFrame(draw);
    const moves = turn.idle && still.value !== "reduce";
    if (moves) turn.x += 0.006;
    if (!wanted && !moves) return;
    wanted = false;
    place();
    renderer?.render(scene, camera);
  }
  function by(x: number, y: number, zoom = 1) {
    turn.idle = false;
    turn.x += x;
    turn.y = Math.min(1.45, Math.max(-0.25, turn.y + y));
    turn.zoom = Math.min(3, Math.max(0.6, turn.zoom * zoom));
    wanted = true;
  }
  function fit() {
    const c = canvas.value;
    if (!c || !renderer) return;
    renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    renderer.setSize(c.clientWidth, c.clientHeight, false);
    camera.aspect = c.clientWidth / Math.max(1, c.clientHeight);
    camera.updateProjectionMatrix();
    wanted = true;
  }
  watch(
    canvas,
    (c) => {
      if (!c || renderer) return;
      try {
        renderer = new WebGLRenderer({
          canvas: c,
          antialias: true,
          alpha: true,
          preserveDrawingBuffer: true,
        });
        fit();
        draw();
      } catch {
        works.value = false; // the half-section stays, and says nothing
      }
    },
    { immediate: true },
  );
  watch(standing, (now) => now && stand(now), { immediate: true });
  useResizeObserver(canvas, fit);
  useEventListener(canvas, "pointerdown", (e: PointerEvent) => {
    turn.held = true;
    (e.target as Element).setPointerCapture(e.pointerId);
  });
  useEventListener(canvas, "pointerup", () => (turn.held = false));
  useEventListener(
    canvas,
    "pointermove",
    (e: PointerEvent) => turn.held && by(e.movementX * 0.01, e.movementY * 0.007),
  );
  useEventListener(
    canvas,
    "wheel",
    (e: WheelEvent) => {
      e.preventDefault();
      by(0, 0, e.deltaY < 0 ? 1.08 : 0.93);
    },
    { passive: false },
  );
  const keys: Record<string, () => void> = {
    ArrowLeft: () => by(-0.2, 0),
    ArrowRight: () => by(0.2, 0),
    ArrowUp: () => by(0, 0.12),
    ArrowDown: () => by(0, -0.12),
    "+": () => by(0, 0, 1.15),
    "-": () => by(0, 0, 0.87),
  };
  function key(e: KeyboardEvent) {
    const act = keys[e.key];
    if (!act) return;
    e.preventDefault();
    e.stopPropagation();
    act();
  }
  onScopeDispose(() => {
    cancelAnimationFrame(frame);
    empty();
    hatching.dispose();
    renderer?.dispose();
    renderer?.forceContextLoss();
  });
  return { works, key, by };
}
