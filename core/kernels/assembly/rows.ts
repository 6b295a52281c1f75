import { PLANE, TILE, timesFine } from "./q15";

// A mark's rows on one tile, a few pixels at a time. Rows begin at a multiple of GROUP pixels of the tile; a mask is empty
// for GROUP pixels on both sides of what it covers, so that whole groups can be read.

export const GROUP: i32 = 16;
export const STEP: usize = 32;
// Strengths below 0.006 are rounded with the mark's thresholds: plain rounding is not near enough after a thousand marks.
const FINE_BELOW: i32 = 200;

/** The first pixel of a row on the tile, and one past the last; from ≥ to where the row is empty. */
@inline
export function rowFrom(span: usize, offset: i32): i32 {
  return max(<i32>load<i16>(span) - offset, 0);
}

@inline
export function rowTo(span: usize, offset: i32): i32 {
  return min(<i32>load<i16>(span, 2) - offset, TILE);
}

/** Where, in whole groups of the tile's row, the mask is at full strength; none when from = to. */
@inline
export function fullFrom(span: usize, offset: i32, from: i32, to: i32): i32 {
  return min(to, max(from, (<i32>load<i16>(span, 4) - offset + GROUP - 1) & ~(GROUP - 1)));
}

@inline
export function fullTo(span: usize, offset: i32, from: i32, to: i32): i32 {
  return min(to, max(from, <i32>load<i16>(span, 6) - offset)) & ~(GROUP - 1);
}

/** The greatest mask strength, less one, at which `m·flow` is so small that it needs fine rounding. */
@inline
export function fineBelow(flow: i32): v128 {
  return i16x8.splat(<i16>(min(32767, (FINE_BELOW << 15) / flow) - 1));
}

/** Whether even full strength needs fine rounding. */
@inline
export function isWeak(flow: i32): bool {
  return flow < FINE_BELOW;
}

/** Some lane is not zero where a mask strength lies between 0 and `least`, both excluded. */
@inline
export function weakness(a: v128, b: v128, least: v128): v128 {
  const one = i16x8.splat(1);
  return i16x8.sub_sat_u(least, i16x8.min_u(i16x8.sub(a, one), i16x8.sub(b, one)));
}

/** `S ← S + strength·(goal − S)`, rounded with a threshold. */
@inline
export function nearFine(at: usize, strength: v128, goal: v128, threshold: v128): void {
  const now = v128.load(at);
  v128.store(at, i16x8.add(now, timesFine(strength, i16x8.sub(goal, now), threshold)));
}

/** Where the strength is above the pixel's alpha, the pixel becomes the given one. */
@inline
export function keepStronger(at: usize, strength: v128, red: v128, green: v128, blue: v128): void {
  const a = v128.load(at, 3 * PLANE);
  const stronger = i16x8.gt_s(strength, a);
  v128.store(at, v128.bitselect(red, v128.load(at), stronger));
  v128.store(at, v128.bitselect(green, v128.load(at, PLANE), stronger), PLANE);
  v128.store(at, v128.bitselect(blue, v128.load(at, 2 * PLANE), stronger), 2 * PLANE);
  v128.store(at, i16x8.max_s(strength, a), 3 * PLANE);
}
