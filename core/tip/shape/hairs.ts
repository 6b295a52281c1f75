import { chance } from "../../chance/counter";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import type { DrawnShape } from "./shape";

/** A shape whose hairs or lines leave lines of their own. */
export type HairyShape = Extract<DrawnShape, { kind: "bristles" | "rake" }>;

/** One hair of a bundle, or one line of a rake. */
export interface Hair {
  /** Where it stands in the tip that is pressed open: half lengths right and down from the middle. */
  readonly u: number;
  readonly v: number;
  /** Half its width, half lengths. */
  readonly radius: number;
  /** How much paint it holds against the others, 0…1. */
  readonly strength: number;
  /** From which pressure on it touches: short hairs later. */
  readonly touches: number;
  /** The share of the tip's load at which it has run dry. */
  readonly dry: number;
  /** The clump that it goes with. */
  readonly clump: number;
}

const AROUND = 1;
const OUTWARD = 2;
const WIDTH = 3;
const STRENGTH = 4;
const CLUMP = 5;
const LENGTH = 6;
const LOAD = 7;

/** The hairs that a shape is made of; the same for the same seed. */
export function hairsOf(shape: HairyShape): Hair[] {
  return shape.kind === "bristles" ? bristles(shape) : rake(shape);
}

/** How much of its full width a bundle has opened to at a pressure of 0…1. */
export function openedAt(shape: HairyShape, pressure: number): number {
  return shape.kind === "bristles" ? 1 - shape.splay * (1 - pressure) : 1;
}

/** Where a hair stands in its bundle, −1…1 each way, from two chances. */
const bundles: Record<"round" | "flat" | "filbert" | "fan", (a: number, b: number) => readonly [number, number]> = {
  round: (a, b) => disc(a, b, 1),
  flat: (a, b) => [2 * a - 1, (2 * b - 1) * 0.24],
  filbert: (a, b) => disc(a, b, 0.42),
  fan: (a, b) => {
    const angle = -60 + 120 * a;
    const out = 0.72 + 0.28 * b;
    return [sinDegrees(angle) * out * 1.13, 0.62 - cosDegrees(angle) * out];
  },
};

/** A place in a disc, from two chances. */
export function disc(a: number, b: number, flatness: number): readonly [number, number] {
  const r = Math.sqrt(b);
  return [r * cosDegrees(360 * a), r * sinDegrees(360 * a) * flatness];
}

function bristles({ bundle, hairs, thickness, clumping, seed }: Extract<DrawnShape, { kind: "bristles" }>): Hair[] {
  const place = bundles[bundle];
  const clumps = Math.max(1, Math.round(Math.sqrt(hairs)));
  const base = 0.02 + thickness * 0.16;
  return Array.from({ length: hairs }, (_, i) => {
    const radius = base * (0.6 + 0.8 * chance(seed, i, WIDTH));
    const [hu, hv] = place(chance(seed, i, AROUND), chance(seed, i, OUTWARD));
    const clump = Math.floor(chance(seed, i, CLUMP) * clumps);
    const [cu, cv] = place(chance(seed, clump, AROUND + 10), chance(seed, clump, OUTWARD + 10));
    const inside = 1 - radius;
    const short = chance(seed, i, LENGTH);
    return {
      u: (hu + (cu - hu) * clumping) * inside,
      v: (hv + (cv - hv) * clumping) * inside,
      radius,
      strength: 0.55 + 0.45 * chance(seed, i, STRENGTH),
      // The outer hairs of a bundle are the shorter ones: a brush comes to a point.
      touches: 0.02 + 0.3 * short * short + 0.1 * Math.sqrt(hu * hu + hv * hv),
      dry: 0.75 * chance(seed, i, LOAD),
      clump,
    };
  });
}

function rake({ lines, gap, unevenness, seed }: Extract<DrawnShape, { kind: "rake" }>): Hair[] {
  const pitch = 2 / lines;
  return Array.from({ length: lines }, (_, i) => {
    const radius = Math.max(0.004, (pitch / 2) * (1 - gap) * (1 - unevenness * 0.7 * chance(seed, i, WIDTH)));
    return {
      u: -1 + pitch * (i + 0.5),
      v: 0,
      radius,
      strength: 1 - unevenness * 0.6 * chance(seed, i, STRENGTH),
      touches: -1,
      dry: unevenness * chance(seed, i, LOAD),
      clump: i,
    };
  });
}
