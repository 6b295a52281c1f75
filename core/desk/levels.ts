import type { Plane } from "./plane";

export interface Levels {
  /** What becomes black and what becomes white, 0…1; black above white turns the picture over. */
  readonly black: number;
  readonly white: number;
  /** The middle's exponent: above 1 it becomes lighter. */
  readonly gamma: number;
}

/** The least that black and white lie apart. */
const APART = 0.01;

/** Levels whose ends lie apart: black and white that meet are kept a hundredth from one another. */
export function keptApart({ black, white, gamma }: Levels): Levels {
  return { black, white: Math.abs(white - black) < APART ? black + APART : white, gamma };
}

/** `((v − black) ÷ (white − black))^(1 ÷ gamma)`, cut off at 0 and 1. @throws RangeError when black is white */
export function levelled({ width, height, data }: Plane, { black, white, gamma }: Levels): Plane {
  if (black === white || !(gamma > 0)) throw new RangeError("levels need two different ends and a gamma above 0");
  const scale = 1 / (white - black);
  const power = 1 / gamma;
  return { width, height, data: data.map((v) => Math.min(1, Math.max(0, (v - black) * scale)) ** power) };
}

export function inverted({ width, height, data }: Plane): Plane {
  return { width, height, data: data.map((v) => 1 - v) };
}

/** How many px lie in each of `bins` even ranges of 0…1. */
export function histogramOf({ data }: Plane, bins = 64): number[] {
  const counts = new Uint32Array(bins);
  for (let i = 0; i < data.length; i++) {
    const bin = (data[i] * bins) | 0;
    counts[bin < 0 ? 0 : bin < bins ? bin : bins - 1]++;
  }
  return Array.from(counts);
}

/** The levels that leave a share of the px black and as many white. */
export function fullRange(plane: Plane, share = 0.005): Levels {
  const counts = histogramOf(plane, 1024);
  const cut = plane.data.length * share;
  const at = (order: readonly number[]) => {
    let sum = 0;
    return order.findIndex((count) => {
      sum += count;
      return sum > cut;
    });
  };
  const black = at(counts) / 1024;
  const white = 1 - at([...counts].reverse()) / 1024;
  return white > black ? { black, white, gamma: 1 } : { black: 0, white: 1, gamma: 1 };
}
