import { Mark } from "./mark";
import { PLANE, TILE, times, timesFine } from "./q15";

// A mark's rows on one tile, a few pixels at a time. Rows begin at a multiple of GROUP pixels of the tile; a mask is empty
// for GROUP pixels on both sides of what it covers, so that whole groups can be read.

export const GROUP: i32 = 16;
export const STEP: usize = 32;
// Strengths below 0.006 are rounded with the mark's thresholds: plain rounding is not near enough after a thousand marks.
const FINE_BELOW: i32 = 200;

/** Where the row that was entered begins in the mask and on the tile, and where on the tile it ends. */
export let rowSource: usize = 0;
export let rowTarget: usize = 0;
export let rowEnd: usize = 0;

/** Enters a mark's row y on the tile whose left side is at `left`; false when nothing of it falls there. */
@inline
export function enterRow(mark: Mark, y: i32, tile: usize, left: i32): bool {
  const offset = left - mark.x;
  const line = y - mark.y;
  const span = mark.spans + (line << 3);
  const start = max(<i32>load<i16>(span) - offset, 0);
  const to = min(<i32>load<i16>(span, 2) - offset, TILE);
  if (start >= to) return false;
  const from = start & ~(GROUP - 1);
  rowSource = mark.mask + ((line * mark.stride + offset + from) << 1);
  rowTarget = tile + ((((y & 63) << 6) + from) << 1);
  rowEnd = rowTarget + ((to - from) << 1);
  return true;
}

/** The mask strength below which `m·flow` is so small that it needs fine rounding. */
@inline
export function fineBelow(flow: i32): i32 {
  return min(32767, (FINE_BELOW << 15) / flow);
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

/**
 * What a pixel may reach under a rim, `most·(1 − rim·(1 − m))`: an outline is antialiased once, however many marks lie there.
 */
@inline
export function rimmed(most: v128, m: v128, rim: v128, rest: v128): v128 {
  return times(most, i16x8.add_sat_s(times(m, rim), rest));
}

/** `after`, or as far as a rim allows; never less than before. */
@inline
export function withinRim(before: v128, after: v128, edge: v128): v128 {
  return i16x8.min_s(after, i16x8.max_s(before, edge));
}

/**
 * `A ← A + m·flow·max(0, most − A)` on sixteen pixels, and no farther than a rim allows. `least` and the thresholds are for
 * strengths that are rounded finely: see `fineBelow`.
 */
@inline
export function buildUp(
  target: usize, m0: v128, m1: v128, most0: v128, most1: v128,
  flow: v128, least: v128, first: v128, then: v128, hasRim: bool, rim: v128, restOfRim: v128,
): void {
  const a0 = v128.load(target);
  const a1 = v128.load(target, 16);
  const room0 = i16x8.sub_sat_u(most0, a0);
  const room1 = i16x8.sub_sat_u(most1, a1);
  let b0: v128;
  let b1: v128;
  if (v128.any_true(weakness(m0, m1, least))) {
    b0 = i16x8.add(a0, timesFine(timesFine(m0, flow, first), room0, then));
    b1 = i16x8.add(a1, timesFine(timesFine(m1, flow, first), room1, then));
  } else {
    b0 = i16x8.add(a0, times(times(m0, flow), room0));
    b1 = i16x8.add(a1, times(times(m1, flow), room1));
  }
  if (hasRim) {
    b0 = withinRim(a0, b0, rimmed(most0, m0, rim, restOfRim));
    b1 = withinRim(a1, b1, rimmed(most1, m1, rim, restOfRim));
  }
  v128.store(target, b0);
  v128.store(target, b1, 16);
}

/** The first of the mark's rows top … bottom that falls on the tile whose left side is at `left`; `bottom` when none does. */
@inline
export function firstRow(mark: Mark, top: i32, bottom: i32, left: i32): i32 {
  const offset = left - mark.x;
  if (top >= bottom || mark.flow == 0 || offset >= mark.width || offset <= -TILE) return bottom;
  let first = top;
  while (first < bottom && !meets(mark.spans + ((first - mark.y) << 3), offset)) first++;
  return first;
}

@inline
function meets(span: usize, offset: i32): bool {
  const from = <i32>load<i16>(span);
  const to = <i32>load<i16>(span, 2);
  return from < to && from < offset + TILE && to > offset;
}

/** Sets a bit for each eight rows of a tile that rows `first` … `bottom` of the surface touch. */
@inline
export function touchBands(flags: usize, first: i32, bottom: i32): void {
  const bands = (0xff << ((first & 63) >> 3)) & (0xff >> (7 - (((bottom - 1) & 63) >> 3)));
  store<u8>(flags, <u8>(load<u8>(flags) | bands));
}
