import { Mark } from "./mark";
import { PLANE, times, timesFine } from "./q15";
import { GROUP, keepStronger, nearFine, rowFrom, rowTo } from "./rows";

/** A tip that is a picture in its own colours: `S ← S + flow·(max(opacity, A)·(p, m) − m·S)`, p being colour times strength. */
export function ownBuildRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32): void {
  const flow = i16x8.splat(<i16>mark.flow);
  const opacity = i16x8.splat(<i16>mark.opacity);
  const first = i16x8.splat(<i16>(mark.thresholds & 0x7fff));
  const then = i16x8.splat(<i16>(mark.thresholds >> 16));
  const offset = left - mark.x;
  for (let y = top; y < bottom; y++) {
    const line = y - mark.y;
    const span = mark.spans + (line << 3);
    const start = rowFrom(span, offset);
    const to = rowTo(span, offset);
    if (start >= to) continue;
    const from = start & ~(GROUP - 1);
    let source = mark.mask + ((line * mark.stride + offset + from) << 1);
    let target = tile + ((((y & 63) << 6) + from) << 1);
    const end = target + ((to - from) << 1);
    for (; target < end; target += 16, source += 16) {
      const m = v128.load(source);
      if (!v128.any_true(m)) continue;
      const reach = i16x8.max_s(v128.load(target, 3 * PLANE), opacity);
      const strength = timesFine(m, flow, first);
      approach(target, picturePlane(mark, source, m, mark.red, mark.darkRed, mark.lightRed, 1, false), flow, strength, reach, first, then);
      approach(target + PLANE, picturePlane(mark, source, m, mark.green, mark.darkGreen, mark.lightGreen, 2, false), flow, strength, reach, first, then);
      approach(target + 2 * PLANE, picturePlane(mark, source, m, mark.blue, mark.darkBlue, mark.lightBlue, 3, false), flow, strength, reach, first, then);
      nearFine(target + 3 * PLANE, strength, reach, then);
    }
  }
}

/** A tip that is a picture in its own colours: where the mark is stronger than what is there, its pixel stays. */
export function ownEvenRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32): void {
  const most = times(i16x8.splat(<i16>mark.flow), i16x8.splat(<i16>mark.opacity));
  const offset = left - mark.x;
  for (let y = top; y < bottom; y++) {
    const line = y - mark.y;
    const span = mark.spans + (line << 3);
    const start = rowFrom(span, offset);
    const to = rowTo(span, offset);
    if (start >= to) continue;
    const from = start & ~(GROUP - 1);
    let source = mark.mask + ((line * mark.stride + offset + from) << 1);
    let target = tile + ((((y & 63) << 6) + from) << 1);
    const end = target + ((to - from) << 1);
    for (; target < end; target += 16, source += 16) {
      const m = v128.load(source);
      if (!v128.any_true(m)) continue;
      const r = picturePlane(mark, source, m, mark.red, mark.darkRed, mark.lightRed, 1, false);
      const g = picturePlane(mark, source, m, mark.green, mark.darkGreen, mark.lightGreen, 2, false);
      const b = picturePlane(mark, source, m, mark.blue, mark.darkBlue, mark.lightBlue, 3, false);
      keepStronger(target, times(m, most), times(r, most), times(g, most), times(b, most));
    }
  }
}

/** A tip with a lightness map: `S ← S + flow·(max(opacity, A)·(p, m) − m·S)`, p being colour times strength. */
export function tonedBuildRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32): void {
  const flow = i16x8.splat(<i16>mark.flow);
  const opacity = i16x8.splat(<i16>mark.opacity);
  const first = i16x8.splat(<i16>(mark.thresholds & 0x7fff));
  const then = i16x8.splat(<i16>(mark.thresholds >> 16));
  const offset = left - mark.x;
  for (let y = top; y < bottom; y++) {
    const line = y - mark.y;
    const span = mark.spans + (line << 3);
    const start = rowFrom(span, offset);
    const to = rowTo(span, offset);
    if (start >= to) continue;
    const from = start & ~(GROUP - 1);
    let source = mark.mask + ((line * mark.stride + offset + from) << 1);
    let target = tile + ((((y & 63) << 6) + from) << 1);
    const end = target + ((to - from) << 1);
    for (; target < end; target += 16, source += 16) {
      const m = v128.load(source);
      if (!v128.any_true(m)) continue;
      const reach = i16x8.max_s(v128.load(target, 3 * PLANE), opacity);
      const strength = timesFine(m, flow, first);
      approach(target, picturePlane(mark, source, m, mark.red, mark.darkRed, mark.lightRed, 1, true), flow, strength, reach, first, then);
      approach(target + PLANE, picturePlane(mark, source, m, mark.green, mark.darkGreen, mark.lightGreen, 2, true), flow, strength, reach, first, then);
      approach(target + 2 * PLANE, picturePlane(mark, source, m, mark.blue, mark.darkBlue, mark.lightBlue, 3, true), flow, strength, reach, first, then);
      nearFine(target + 3 * PLANE, strength, reach, then);
    }
  }
}

/** A tip with a lightness map: where the mark is stronger than what is there, its pixel stays. */
export function tonedEvenRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32): void {
  const most = times(i16x8.splat(<i16>mark.flow), i16x8.splat(<i16>mark.opacity));
  const offset = left - mark.x;
  for (let y = top; y < bottom; y++) {
    const line = y - mark.y;
    const span = mark.spans + (line << 3);
    const start = rowFrom(span, offset);
    const to = rowTo(span, offset);
    if (start >= to) continue;
    const from = start & ~(GROUP - 1);
    let source = mark.mask + ((line * mark.stride + offset + from) << 1);
    let target = tile + ((((y & 63) << 6) + from) << 1);
    const end = target + ((to - from) << 1);
    for (; target < end; target += 16, source += 16) {
      const m = v128.load(source);
      if (!v128.any_true(m)) continue;
      const r = picturePlane(mark, source, m, mark.red, mark.darkRed, mark.lightRed, 1, true);
      const g = picturePlane(mark, source, m, mark.green, mark.darkGreen, mark.lightGreen, 2, true);
      const b = picturePlane(mark, source, m, mark.blue, mark.darkBlue, mark.lightBlue, 3, true);
      keepStronger(target, times(m, most), times(r, most), times(g, most), times(b, most));
    }
  }
}

/** The colour of eight mask pixels times their strength: the picture's own, or the mark's towards dark and light. */
@inline
function picturePlane(mark: Mark, source: usize, m: v128, colour: i32, dark: i32, light: i32, plane: i32, toned: bool): v128 {
  if (!toned) return v128.load(source + plane * mark.planes);
  const plain = times(m, i16x8.splat(<i16>colour));
  const darker = times(v128.load(source + mark.planes), i16x8.splat(<i16>(dark - colour)));
  const lighter = times(v128.load(source + 2 * mark.planes), i16x8.splat(<i16>(light - colour)));
  return i16x8.max_s(i16x8.add(plain, i16x8.add(darker, lighter)), i16x8.splat(0));
}

@inline
function approach(at: usize, colour: v128, flow: v128, strength: v128, reach: v128, first: v128, then: v128): void {
  const now = v128.load(at);
  const gain = timesFine(timesFine(colour, flow, first), reach, then);
  v128.store(at, i16x8.max_s(i16x8.add(now, i16x8.sub(gain, timesFine(strength, now, then))), i16x8.splat(0)));
}
