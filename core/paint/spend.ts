import type { Paint } from "./model";

/** How much paint a tip holds; it may outlast a stroke. */
export interface Reservoir {
  /** 0 spent … 1 full */
  full: number;
  /** When the tip was lifted last, ms; NaN before its first stroke. */
  lifted: number;
  /** What its hairs have taken up, hair by hair, in the space in which its paint mixes; none of it in a clean tip. */
  taken?: Float32Array | undefined;
}

export function fullReservoir(): Reservoir {
  return { full: 1, lifted: Number.NaN };
}

/** Dips the tip where this brush is dipped as a stroke begins at `time`, ms. */
export function refill(reservoir: Reservoir, { refill: when, refillAfter }: Paint, time: number): void {
  if (when === "stroke" || (when === "rest" && time - reservoir.lifted >= refillAfter)) dip(reservoir);
}

/** Whether a tip keeps something from stroke to stroke: then it can be wiped and dipped by hand. */
export function keepsPaint({ load, mixing, taking, refill: when }: Paint): boolean {
  return when !== "stroke" && (load !== null || (mixing > 0 && taking === "each"));
}

/** Wipes a tip and dips it anew. */
export function dip(reservoir: Reservoir): void {
  reservoir.full = 1;
  reservoir.taken = undefined;
}

/**
 * What is left after some travel.
 * @param travel in sizes @param load how many sizes the paint lasts; 0 for ever @param underpaint coverage under the tip, which lends
 */
export function spend(full: number, travel: number, load: number, lending: number, underpaint: number): number {
  if (load <= 0) return 1;
  const left = full + travel * (lending * underpaint - 1 / load);
  return left < 0 ? 0 : left > 1 ? 1 : left;
}

/** The part of full paint at which it begins to thin. */
const THIN = 0.35;

/** How much of its flow a tip still has: all of it, until it runs dry softly. */
export function flowLeft(full: number): number {
  if (full >= THIN) return 1;
  const t = full / THIN;
  return t * t * (3 - 2 * t);
}

/** How far the ground shows through drying paint: from its own depth to all. */
export function drierDepth(depth: number, full: number): number {
  return depth + (1 - depth) * (1 - full) * (1 - full);
}
