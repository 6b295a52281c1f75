import { Mark } from "../mark";
import { PLANE, times, timesFine } from "../q15";
import { enterRow, keepStronger, nearFine, rowEnd, rowSource, rowTarget } from "../rows";

/** A tip that is a picture in its own colours; limits of the ground stand in place of the opacity where `limits` is not 0. */
export function ownBuildRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, limits: usize): void {
  buildRows(mark, top, bottom, tile, left, limits, false);
}

/** As `ownBuildRows`, where the strongest mark stays. */
export function ownEvenRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, limits: usize): void {
  evenRows(mark, top, bottom, tile, left, limits, false);
}

/** A tip with a lightness map. */
export function tonedBuildRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, limits: usize): void {
  buildRows(mark, top, bottom, tile, left, limits, true);
}

/** As `tonedBuildRows`, where the strongest mark stays. */
export function tonedEvenRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, limits: usize): void {
  evenRows(mark, top, bottom, tile, left, limits, true);
}

/** `S ← S + flow·(max(opacity, A)·(p, m) − m·S)`, p being colour times strength. */
@inline
function buildRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, limits: usize, toned: bool): void {
  const flow = i16x8.splat(<i16>mark.flow);
  const opacity = i16x8.splat(<i16>mark.opacity);
  const first = i16x8.splat(<i16>(mark.thresholds & 0x7fff));
  const then = i16x8.splat(<i16>(mark.thresholds >> 16));
  // A third sequence: with small factors the three together lay on few planes, and faint marks came out a fifth too strong.
  const third = v128.and(i16x8.add(i16x8.mul(first, i16x8.splat(113)), i16x8.mul(then, i16x8.splat(71))), i16x8.splat(0x7fff));
  for (let y = top; y < bottom; y++) {
    if (!enterRow(mark, y, tile, left)) continue;
    let source = rowSource;
    let target = rowTarget;
    const end = rowEnd;
    for (; target < end; target += 16, source += 16) {
      const m = v128.load(source);
      if (!v128.any_true(m)) continue;
      const reach = i16x8.max_s(v128.load(target, 3 * PLANE), limits ? v128.load(target - tile + limits) : opacity);
      const rest = toned ? unshifted(mark, source, m) : m;
      const strength = timesFine(m, flow, first);
      approach(target, picturePlane(mark, source, rest, mark.red, mark.darkRed, mark.lightRed, 1, toned, third), flow, strength, reach, first, then);
      approach(target + PLANE, picturePlane(mark, source, rest, mark.green, mark.darkGreen, mark.lightGreen, 2, toned, third), flow, strength, reach, first, then);
      approach(target + 2 * PLANE, picturePlane(mark, source, rest, mark.blue, mark.darkBlue, mark.lightBlue, 3, toned, third), flow, strength, reach, first, then);
      nearFine(target + 3 * PLANE, strength, reach, then);
    }
  }
}

/** Where the mark is stronger than what is there, its pixel stays. */
@inline
function evenRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, limits: usize, toned: bool): void {
  const half = i16x8.splat(0x3fff);
  const flow = i16x8.splat(<i16>mark.flow);
  const whole = times(flow, i16x8.splat(<i16>mark.opacity));
  for (let y = top; y < bottom; y++) {
    if (!enterRow(mark, y, tile, left)) continue;
    let source = rowSource;
    let target = rowTarget;
    const end = rowEnd;
    for (; target < end; target += 16, source += 16) {
      const m = v128.load(source);
      if (!v128.any_true(m)) continue;
      const most = limits ? times(flow, v128.load(target - tile + limits)) : whole;
      const rest = toned ? unshifted(mark, source, m) : m;
      const r = picturePlane(mark, source, rest, mark.red, mark.darkRed, mark.lightRed, 1, toned, half);
      const g = picturePlane(mark, source, rest, mark.green, mark.darkGreen, mark.lightGreen, 2, toned, half);
      const b = picturePlane(mark, source, rest, mark.blue, mark.darkBlue, mark.lightBlue, 3, toned, half);
      keepStronger(target, times(m, most), times(r, most), times(g, most), times(b, most));
    }
  }
}

/** What of the strength of eight mask pixels a lightness map leaves in the mark's own colour. */
@inline
function unshifted(mark: Mark, source: usize, m: v128): v128 {
  return i16x8.max_s(i16x8.sub(m, i16x8.add(v128.load(source + mark.planes), v128.load(source + 2 * mark.planes))), i16x8.splat(0));
}

/** The colour of eight mask pixels times their strength: the picture's own, or a sum of the mark's, the dark and the light one, none below 0. */
@inline
function picturePlane(mark: Mark, source: usize, rest: v128, colour: i32, dark: i32, light: i32, plane: i32, toned: bool, threshold: v128): v128 {
  if (!toned) return v128.load(source + plane * mark.planes);
  const plain = timesFine(rest, i16x8.splat(<i16>colour), threshold);
  const darker = timesFine(v128.load(source + mark.planes), i16x8.splat(<i16>dark), threshold);
  const lighter = timesFine(v128.load(source + 2 * mark.planes), i16x8.splat(<i16>light), threshold);
  return i16x8.add(plain, i16x8.add(darker, lighter));
}

@inline
function approach(at: usize, colour: v128, flow: v128, strength: v128, reach: v128, first: v128, then: v128): void {
  const now = v128.load(at);
  const gain = timesFine(timesFine(colour, flow, first), reach, then);
  v128.store(at, i16x8.max_s(i16x8.add(now, i16x8.sub(gain, timesFine(strength, now, then))), i16x8.splat(0)));
}
