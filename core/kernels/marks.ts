/** One mark as the kernels take it: twelve 32-bit integers in this order. */
export const MARK_WORDS = 12;
export const MARK_BYTES = MARK_WORDS * 4;

/** The side of a tile in pixels. */
export const TILE = 64;
/** The bytes of one plane of a tile: 16 bits a pixel. */
export const PLANE = TILE * TILE * 2;
/** Full strength in the kernels' fixed point. */
export const ONE = 32767;

/** 0…1 as Q15; anything outside is clamped. */
export function toQ15(value: number): number {
  return value <= 0 ? 0 : value >= 1 ? ONE : Math.round(value * ONE);
}
