/**
 * How deep the edge of a row of hard discs is notched, in diameters: `½(1 − √(1 − s²))` for a spacing s ≤ 1 in
 * diameters (geometry of two equal circles). Wider spacing leaves separate discs: half a diameter, all of it.
 */
export function scallopDepth(spacing: number): number {
  return spacing >= 1 ? 0.5 : (1 - Math.sqrt(1 - spacing * spacing)) / 2;
}
