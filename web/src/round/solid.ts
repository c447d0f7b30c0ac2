import {
  BufferGeometry,
  CatmullRomCurve3,
  DoubleSide,
  Float32BufferAttribute,
  Group,
  LatheGeometry,
  Mesh,
  MeshPhysicalMaterial,
  Shape,
  ExtrudeGeometry,
  Vector2,
  Vector3,
  type Material,
} from "three";
import { toCreasedNormals } from "three/examples/jsm/utils/BufferGeometryUtils.js";
import type { Schemas } from "@/api/client";
import type { Layer } from "@/ui/layers";

/** A piece in the round as three.js has it: y is up, in mm. */
type Round = Schemas["Round"];

/** The parts of a turned line below and above a height: an overlap ends there. */
export function cutAt(line: number[][], height: number): { below: number[][][]; above: number[][][] } {
  const parts = { below: [] as number[][][], above: [] as number[][][] };
  let part = [line[0]!];
  let low = line[0]![1]! < height;
  const end = () => part.length > 1 && parts[low ? "below" : "above"].push(part);
  for (const [i, b] of line.entries()) {
    if (!i) continue;
    const a = line[i - 1]!;
    if ((a[1]! - height) * (b[1]! - height) < 0) {
      const t = (height - a[1]!) / (b[1]! - a[1]!);
      const p = [a[0]! + t * (b[0]! - a[0]!), height];
      part.push(p);
      end();
      part = [p];
    }
    low = b[1]! < height || (b[1] === height && low);
    part.push(b);
  }
  end();
  return parts;
}

const turned = (line: number[][]) =>
  new LatheGeometry(
    line.map(([r, z]) => new Vector2(r, z)),
    96,
  );

/** The flat faces of one surface: round where many small ones meet, sharp where slabs do. */
function flat(faces: number[][][]) {
  const g = new BufferGeometry();
  const points: number[] = [];
  const uv: number[] = [];
  for (const corners of faces) {
    const edges = corners.map((a, i) => {
      const b = corners[(i + 1) % corners.length]!;
      return new Vector2(b[0]! - a[0]!, b[1]! - a[1]!);
    });
    const along = edges.reduce((a, b) => (b.length() > a.length() ? b : a)).normalize();
    for (let i = 2; i < corners.length; i++)
      for (const at of [0, i - 1, i]) {
        const [x, y, z] = corners[at] as [number, number, number];
        points.push(x, z, -y);
        uv.push((x * along.x + y * along.y) / 130, z / 60);
      }
  }
  g.setAttribute("position", new Float32BufferAttribute(points, 3));
  g.setAttribute("uv", new Float32BufferAttribute(uv, 2));
  g.computeVertexNormals();
  return toCreasedNormals(g, 0.6);
}

/** A strap with rounded edges, bent to a half circle. */
function bow(b: Round["bows"][number]) {
  const path = new CatmullRomCurve3(
    Array.from({ length: 25 }, (_, i) => {
      const t = (Math.PI * i) / 24;
      return b.up
        ? new Vector3(b.x - b.r * Math.cos(t), b.z + b.r * Math.sin(t), 0)
        : new Vector3(b.x + b.r * Math.sin(t) - 1, b.z + b.r * Math.cos(t), 0);
    }),
  );
  const [w, d] = [b.wide / 2, b.deep / 2];
  const outline = new Shape();
  outline.absellipse(0, 0, d, w, 0, 2 * Math.PI, false, 0);
  return new ExtrudeGeometry(outline, { extrudePath: path, steps: 48, curveSegments: 20 });
}

/** The part of a flat face that lies lower than a height, or the one that does not. */
export function halfOf(corners: number[][], height: number, low: boolean): number[][] {
  const inside = (p: number[]) => (low ? p[2]! <= height : p[2]! >= height);
  const out: number[][] = [];
  corners.forEach((a, i) => {
    const b = corners[(i + 1) % corners.length]!;
    if (inside(a)) out.push(a);
    if (inside(a) === inside(b) || a[2] === b[2]) return;
    const t = (height - a[2]!) / (b[2]! - a[2]!);
    out.push([a[0]! + t * (b[0]! - a[0]!), a[1]! + t * (b[1]! - a[1]!), height]);
  });
  return out.length > 2 ? out : [];
}

/**
 * The parts of a piece with the material that each surface has: over all of it, and up to the heights at
 * which something else shows, the clay of the bare band or what lies below an overlap.
 */
export function solidOf(
  round: Round,
  material: (surface: string, layer?: Layer) => Material,
  layers: (surface: string) => Layer[],
) {
  const group = new Group();
  const add = (g: BufferGeometry, surface: string, layer?: Layer, x = 0) => {
    const mesh = new Mesh(g, material(surface, layer));
    mesh.position.x = x;
    group.add(mesh);
  };
  for (const l of round.turned) {
    let rest = [l.line];
    for (const layer of layers(l.surface).toSorted((a, b) => a.upTo - b.upTo)) {
      const parts = rest.map((line) => cutAt(line, layer.upTo));
      for (const p of parts.flatMap((x) => x.below)) add(turned(p), l.surface, layer, l.x);
      rest = parts.flatMap((x) => x.above);
    }
    for (const line of rest) add(turned(line), l.surface, undefined, l.x);
  }
  for (const [surface, faces] of Map.groupBy(round.flat, (f) => f.surface)) {
    let rest = faces.map((f) => f.corners);
    for (const layer of layers(surface).toSorted((a, b) => a.upTo - b.upTo)) {
      const low = rest.map((c) => halfOf(c, layer.upTo, true)).filter((c) => c.length);
      if (low.length) add(flat(low), surface, layer);
      rest = rest.map((c) => halfOf(c, layer.upTo, false)).filter((c) => c.length);
    }
    if (rest.length) add(flat(rest), surface);
  }
  for (const b of round.bows) add(bow(b), b.surface);
  return group;
}

/** How a surface takes the light, by its finish; raw glaze and bare clay are chalky. */
export function paint(colour: string, finish: string | undefined, fired: boolean) {
  const shiny = fired && finish && finish !== "matte";
  return new MeshPhysicalMaterial({
    color: colour,
    side: DoubleSide,
    roughness: shiny ? 0.4 : 0.95,
    clearcoat: shiny ? 1 : 0,
    clearcoatRoughness: 0.06,
    specularIntensity: shiny ? 1 : 0.15,
  });
}
