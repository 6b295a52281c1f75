import type { Sample } from "@core/hand/sample";
import { unlessSmall } from "./small";

/** The side of the sheet that benchmarks paint on, px. */
export const SIDE = unlessSmall(2048, 256);

/** A hand that goes to and fro over the sheet, 12 px between readings, for about this many marks of a tip at spacing 0.1. */
export function toAndFro(marks: number, size: number): Sample[] {
  const rows = Math.max(1, Math.round((marks * size * 0.1) / SIDE));
  return Array.from({ length: rows * 170 }, (_, i) => {
    const row = Math.floor(i / 170);
    const along = (i % 170) * 12;
    return { x: row % 2 ? SIDE - along : along, y: ((row * 29) % SIDE) + (i % 170) * 0.05, time: i * 4, pressure: 0.5 };
  });
}
