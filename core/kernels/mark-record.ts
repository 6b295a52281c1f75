import { ONE } from "./memory/q15";

/**
 * Where the record of a mark has what, in 32-bit words: the fields of the kernels' class `Mark` in
 * `assembly/mark.ts`, in their order. A test holds one against the other.
 */
export const markWord = {
  mask: 0,
  spans: 1,
  stride: 2,
  x: 3,
  y: 4,
  width: 5,
  height: 6,
  flow: 7,
  opacity: 8,
  thresholds: 9,
  red: 10,
  green: 11,
  blue: 12,
  planes: 13,
  darkRed: 14,
  darkGreen: 15,
  darkBlue: 16,
  lightRed: 17,
  lightGreen: 18,
  lightBlue: 19,
  strengths: 20,
  strong: 21,
  underCeiling: 22,
  depth: 23,
  heights: 24,
  press: 25,
  sharp: 26,
  rim: 27,
} as const;

export type MarkWord = keyof typeof markWord;

/** One mark as the kernels take it. */
export const MARK_WORDS = Object.keys(markWord).length;
export const MARK_BYTES = MARK_WORDS * 4;

// Multiples of these two lie evenly in the unit square (M. Roberts' sequence R2: powers of 1 / 1.3247…, the root of x³ = x + 1).
const ALONG = 0.7548776662466927;
const ACROSS = 0.5698402909980532;

/** The two rounding thresholds of the mark with this number, 15 bits each in one word. */
export function roundingThresholds(number: number): number {
  return part(number * ALONG) | (part(number * ACROSS) << 16);
}

function part(x: number): number {
  return Math.floor((x - Math.floor(x)) * ONE);
}
