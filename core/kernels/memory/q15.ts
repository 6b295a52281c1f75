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
