/** One mark as the kernels take it: twenty-five 32-bit integers, in the order of the kernels' class. */
export const MARK_WORDS = 25;
export const MARK_BYTES = MARK_WORDS * 4;

/** The side of a tile in pixels. */
export const TILE = 64;
/** The bytes of one plane of a tile: 16 bits a pixel. */
export const PLANE = TILE * TILE * 2;
/** Full strength in the kernels' fixed point. */
export const ONE = 32767;

/** 0…1 as Q15; anything outside is clamped. */
export function toQ15(value: number): number {
  return value <= 0 ? 0 : value >= 1 ? ONE : (value * ONE + 0.5) | 0;
}

/** As `toQ15`, of a number where it lies in a row: numbers that functions hand to one another may be boxed, which a million marks would pay for. */
export function q15At(row: Float64Array, at: number): number {
  const value = row[at];
  return value <= 0 ? 0 : value >= 1 ? ONE : (value * ONE + 0.5) | 0;
}

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
