import type { Taper } from "./model";

/** How many px from its end a stroke must be known before it can be walked on; infinite when its whole length must be. */
export function taperHold({ start, end, unit }: Taper): number {
  if (unit === "px") return end;
  return start > 0 || end > 0 ? Number.POSITIVE_INFINITY : 0;
}

/**
 * What the tip's size is multiplied by at a place of a stroke. A tap has no length to taper on.
 * @param distance px from the start @param total px of the whole stroke, infinite while the end is farther than it matters
 */
export function taperFactor({ start, end, unit, least }: Taper, distance: number, total: number): number {
  if (total === 0) return 1;
  const scale = unit === "px" ? 1 : total;
  const grown = start > 0 ? distance / (start * scale) : 1;
  const left = end > 0 ? (total - distance) / (end * scale) : 1;
  const share = Math.min(1, Math.max(0, Math.min(grown, left)));
  return least + (1 - least) * share;
}
