import { chance } from "../../chance/counter";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import { disc, type HairyShape, hairsOf, openedAt } from "./hairs";
import type { DrawnShape } from "./shape";

/** The side in px, a power of two, at which a shape is drawn for tips of this size: fine enough, and small tips at once. */
export function drawnSide(size: number): number {
  return size <= 80 ? 128 : size <= 200 ? 256 : 512;
}

interface Dot {
  readonly u: number;
  readonly v: number;
  readonly radius: number;
  readonly strength: number;
}

type Outline = (u: number, v: number) => number;

/**
 * Draws a shape into a square of `side`×`side` strengths 0…1, row by row from v = −1.
 * @param hardness the share of the way from rim to middle at full strength
 * @param opened how far a bundle of bristles is pressed open, 0…1
 */
export function drawShape(shape: DrawnShape, side: number, hardness: number, opened: number): Float32Array {
  switch (shape.kind) {
    case "ellipse":
      return fill((u, v) => 1 - Math.sqrt(u * u + v * v), side, hardness);
    case "rectangle":
      return fill(rectangle(shape.corner), side, hardness);
    case "polygon":
      return fill(polygon(shape.sides), side, hardness);
    case "sided":
      return sided(side, hardness);
    case "bristles":
      return splat(standing(shape, opened), side, hardness);
    case "rake":
      return splat(standing(shape, opened), side, hardness);
    case "speckle":
      return splat(speckle(shape), side, hardness);
  }
}

/** From a distance inward (in radii) to strength: coverage at a hard rim, an eased fall at a soft one. */
function falloff(depth: number, fade: number, pixel: number): number {
  const t = (depth + pixel / 2) / (fade + pixel);
  if (t <= 0) return 0;
  if (t >= 1) return 1;
  const ease = fade / (fade + 2 * pixel);
  return t + ease * (t * t * (3 - 2 * t) - t);
}

function fill(depth: Outline, side: number, hardness: number): Float32Array {
  return each(side, (u, v) => falloff(depth(u, v), 1 - hardness, 2 / side));
}

function each(side: number, strength: Outline): Float32Array {
  const out = new Float32Array(side * side);
  const pixel = 2 / side;
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) out[y * side + x] = strength((x + 0.5) * pixel - 1, (y + 0.5) * pixel - 1);
  return out;
}

/** The distance to the rim of a square with rounded corners, positive inside. */
function rectangle(corner: number): Outline {
  return (u, v) => {
    const x = Math.abs(u) - 1 + corner;
    const y = Math.abs(v) - 1 + corner;
    const ox = Math.max(x, 0);
    const oy = Math.max(y, 0);
    return corner - Math.sqrt(ox * ox + oy * oy) - Math.min(Math.max(x, y), 0);
  };
}

/** The distance to the nearest side of a regular polygon in the unit circle, as a share of the way to its middle. */
function polygon(sides: number): Outline {
  const normals = Array.from({ length: sides }, (_, i) => [
    cosDegrees((360 / sides) * (i + 0.5) - 90),
    sinDegrees((360 / sides) * (i + 0.5) - 90),
  ]);
  const apothem = cosDegrees(180 / sides);
  return (u, v) => 1 - Math.max(...normals.map(([x, y]) => x * u + y * v)) / apothem;
}

function sided(side: number, hardness: number): Float32Array {
  const fade = Math.max(1 - hardness, 2 / side);
  return each(side, (u, v) => {
    const rim = falloff(1 - Math.sqrt(u * u + v * v), 0, 2 / side);
    const t = Math.min(1, Math.max(0, (1 - (v + 1) / 2) / fade));
    return rim * t * t * (3 - 2 * t);
  });
}

/** Dots over one another: the stronger one counts. */
function splat(dots: readonly Dot[], side: number, hardness: number): Float32Array {
  const out = new Float32Array(side * side);
  const pixel = 2 / side;
  for (const { u, v, radius, strength } of dots) {
    const reach = radius + pixel;
    const left = Math.max(0, Math.floor((u - reach + 1) / pixel));
    const right = Math.min(side - 1, Math.ceil((u + reach + 1) / pixel));
    const top = Math.max(0, Math.floor((v - reach + 1) / pixel));
    const bottom = Math.min(side - 1, Math.ceil((v + reach + 1) / pixel));
    for (let y = top; y <= bottom; y++) {
      for (let x = left; x <= right; x++) {
        const du = (x + 0.5) * pixel - 1 - u;
        const dv = (y + 0.5) * pixel - 1 - v;
        const m = strength * falloff(1 - Math.sqrt(du * du + dv * dv) / radius, 1 - hardness, pixel / radius);
        const at = y * side + x;
        if (m > out[at]) out[at] = m;
      }
    }
  }
  return out;
}

const AROUND = 1;
const OUTWARD = 2;
const WIDTH = 3;
const STRENGTH = 4;

/** The hairs of a bundle as they stand, or a rake's lines, as dots. */
function standing(shape: HairyShape, opened: number): Dot[] {
  const open = openedAt(shape, opened);
  return hairsOf(shape).map(({ u, v, radius, strength }) => ({ u: u * open, v: v * open, radius, strength }));
}

function speckle({ dots, spread, seed }: Extract<DrawnShape, { kind: "speckle" }>): Dot[] {
  const largest = Math.min(0.45, 1.1 / Math.sqrt(dots));
  return Array.from({ length: dots }, (_, i) => {
    const radius = largest * (1 - spread * 0.92 * chance(seed, i, WIDTH));
    const [u, v] = disc(chance(seed, i, AROUND), chance(seed, i, OUTWARD), 1);
    return { u: u * (1 - radius), v: v * (1 - radius), radius, strength: 0.7 + 0.3 * chance(seed, i, STRENGTH) };
  });
}
