import type { Kernels } from "../kernels/load";
import { ONE } from "../kernels/marks";

/** Empty pixels around each level: one line before it, two behind. */
const BORDER = 3;

/** A square picture of a tip in the kernels' memory, and its halvings down to one pixel, one after the other. */
export interface Pyramid {
  readonly at: number;
  readonly side: number;
  readonly bytes: number;
}

/** Puts strengths 0…1 (`side`×`side`, a power of two) and all their halvings into the kernels' memory as Q15. */
export function buildPyramid({ heap }: Kernels, strengths: Float32Array, side: number): Pyramid {
  let words = 0;
  for (let s = side; s >= 1; s /= 2) words += (s + BORDER) ** 2;
  const at = heap.takeCleared(words * 2);
  const out = heap.u16;
  let level = strengths;
  let to = at / 2;
  for (let s = side; s >= 1; s /= 2) {
    for (let y = 0; y < s; y++) for (let x = 0; x < s; x++) out[to + (y + 1) * (s + BORDER) + x + 1] = Math.round(level[y * s + x] * ONE);
    to += (s + BORDER) ** 2;
    if (s > 1) level = halved(level, s);
  }
  return { at, side, bytes: words * 2 };
}

/** Each pixel the mean of four. */
function halved(from: Float32Array, side: number): Float32Array {
  const half = side / 2;
  const out = new Float32Array(half * half);
  for (let y = 0; y < half; y++) {
    for (let x = 0; x < half; x++) {
      const i = 2 * y * side + 2 * x;
      out[y * half + x] = (from[i] + from[i + 1] + from[i + side] + from[i + side + 1]) / 4;
    }
  }
  return out;
}

/** The addresses and sides of the two levels between which a sampling at `scale` level-0 pixels a step lies, and the share of the second. */
export function levelsAt({ at, side }: Pyramid, scale: number): { fine: number; fineSide: number; coarse: number; coarseSide: number; share: number } {
  let fine = at;
  let fineSide = side;
  let width = scale;
  while (width >= 2 && fineSide > 2) {
    fine += (fineSide + BORDER) ** 2 * 2;
    fineSide /= 2;
    width /= 2;
  }
  return { fine, fineSide, coarse: fine + (fineSide + BORDER) ** 2 * 2, coarseSide: fineSide / 2, share: Math.min(1, Math.max(0, width - 1)) };
}
