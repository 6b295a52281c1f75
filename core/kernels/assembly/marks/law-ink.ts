import { Mark } from "../mark";
import { PLANE, TILE, times, timesFine } from "../q15";
import { buildUp, enterRow, fineBelow, GROUP, isWeak, keepStronger, nearFine, rimmed, rowEnd, rowSource, rowTarget, STEP, weakness, withinRim } from "../rows";

// Rows of no more bytes are not worth looking for what is easy in them.
const SHORT: usize = 96;

/** `A ← A + m·flow·max(0, opacity − A)` on one plane. */
export function coverBuildRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32): void {
  const flow = i16x8.splat(<i16>mark.flow);
  const opacity = i16x8.splat(<i16>mark.opacity);
  const least = i16x8.splat(<i16>(fineBelow(mark.flow) - 1));
  const first = i16x8.splat(<i16>(mark.thresholds & 0x7fff));
  const then = i16x8.splat(<i16>(mark.thresholds >> 16));
  const fullFlow = times(i16x8.splat(32767), flow);
  const allWeak = isWeak(mark.flow);
  const hasRim = mark.rim > 0;
  const rim = i16x8.splat(<i16>mark.rim);
  const restOfRim = i16x8.splat(<i16>(32768 - mark.rim));
  // What a row needs is stepped from row to row: nearly half of a narrow row's time was spent on finding it.
  const strengths = mark.strengths;
  const toStrength = strengths - mark.mask;
  const offset = left - mark.x;
  const line = top - mark.y;
  const down = <usize>(mark.stride << 1);
  const easyDown: usize = strengths ? 4 : 8;
  let span = mark.spans + (line << 3);
  let easySpan = strengths ? mark.strong + (line << 2) : span + 4;
  let maskRow = mark.mask + ((line * mark.stride + offset) << 1);
  let tileRow = tile + ((top & 63) << 7);
  for (let y = top; y < bottom; y++, span += 8, easySpan += easyDown, maskRow += down, tileRow += TILE * 2) {
    const start = max(<i32>load<i16>(span) - offset, 0);
    const to = min(<i32>load<i16>(span, 2) - offset, TILE);
    if (start >= to) continue;
    const from = start & ~(GROUP - 1);
    let source = maskRow + (from << 1);
    let target = tileRow + (from << 1);
    const end = tileRow + (to << 1);
    let easy = end;
    let easyEnd = end;
    if (!allWeak && end - target > SHORT) {
      easy = tileRow + (max((<i32>load<i16>(easySpan) - offset + GROUP - 1) & ~(GROUP - 1), from) << 1);
      easyEnd = tileRow + (max(min(<i32>load<i16>(easySpan, 2) - offset, to) & ~(GROUP - 1), from) << 1);
    }
    let until = easy < easyEnd ? easy : end;
    for (;;) {
      for (; target < until; target += STEP, source += STEP) {
        buildUp(target, v128.load(source), v128.load(source, 16), opacity, opacity, flow, least, first, then, hasRim, rim, restOfRim);
      }
      if (until === end) break;
      source += easyEnd - easy;
      if (strengths) {
        let strength = source - (easyEnd - easy) + toStrength;
        for (; target + 2 * STEP <= easyEnd; target += 2 * STEP, strength += 2 * STEP) {
          const a0 = v128.load(target);
          const a1 = v128.load(target, 16);
          const a2 = v128.load(target, 32);
          const a3 = v128.load(target, 48);
          v128.store(target, i16x8.add(a0, times(v128.load(strength), i16x8.sub_sat_u(opacity, a0))));
          v128.store(target, i16x8.add(a1, times(v128.load(strength, 16), i16x8.sub_sat_u(opacity, a1))), 16);
          v128.store(target, i16x8.add(a2, times(v128.load(strength, 32), i16x8.sub_sat_u(opacity, a2))), 32);
          v128.store(target, i16x8.add(a3, times(v128.load(strength, 48), i16x8.sub_sat_u(opacity, a3))), 48);
        }
        for (; target < easyEnd; target += STEP, strength += STEP) {
          const a0 = v128.load(target);
          const a1 = v128.load(target, 16);
          v128.store(target, i16x8.add(a0, times(v128.load(strength), i16x8.sub_sat_u(opacity, a0))));
          v128.store(target, i16x8.add(a1, times(v128.load(strength, 16), i16x8.sub_sat_u(opacity, a1))), 16);
        }
      }
      for (; target < easyEnd; target += STEP) {
        const a0 = v128.load(target);
        const a1 = v128.load(target, 16);
        v128.store(target, i16x8.add(a0, times(fullFlow, i16x8.sub_sat_u(opacity, a0))));
        v128.store(target, i16x8.add(a1, times(fullFlow, i16x8.sub_sat_u(opacity, a1))), 16);
      }
      until = end;
    }
  }
}

/** `A ← max(A, m·flow·opacity)` on one plane, with limits of the ground in place of the opacity where `limits` is not 0. */
export function coverEvenRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, limits: usize): void {
  const flow = i16x8.splat(<i16>mark.flow);
  const most = times(flow, i16x8.splat(<i16>mark.opacity));
  for (let y = top; y < bottom; y++) {
    if (!enterRow(mark, y, tile, left)) continue;
    let source = rowSource;
    let target = rowTarget;
    const end = rowEnd;
    for (; target < end; target += STEP, source += STEP) {
      const at = target - tile + limits;
      const most0 = limits ? times(flow, v128.load(at)) : most;
      const most1 = limits ? times(flow, v128.load(at, 16)) : most;
      v128.store(target, i16x8.max_s(v128.load(target), times(v128.load(source), most0)));
      v128.store(target, i16x8.max_s(v128.load(target, 16), times(v128.load(source, 16), most1)), 16);
    }
  }
}

/** `S ← S + m·flow·(max(opacity, A)·(c, 1) − S)` on four planes; under a rim as far as it allows. */
export function tintBuildRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32): void {
  const flow = i16x8.splat(<i16>mark.flow);
  const opacity = i16x8.splat(<i16>mark.opacity);
  const least = i16x8.splat(<i16>(fineBelow(mark.flow) - 1));
  const fullFlow = times(i16x8.splat(32767), flow);
  const allWeak = isWeak(mark.flow);
  const hasRim = mark.rim > 0;
  const rim = i16x8.splat(<i16>mark.rim);
  const restOfRim = i16x8.splat(<i16>(32768 - mark.rim));
  const first = i16x8.splat(<i16>(mark.thresholds & 0x7fff));
  const then = i16x8.splat(<i16>(mark.thresholds >> 16));
  const r = i16x8.splat(<i16>mark.red);
  const g = i16x8.splat(<i16>mark.green);
  const b = i16x8.splat(<i16>mark.blue);
  // Where nothing lies above the ceiling, the goal of every pixel is the same.
  const goalRed = times(opacity, r);
  const goalGreen = times(opacity, g);
  const goalBlue = times(opacity, b);
  // As in `coverBuildRows`, once more: a function of its own would hand rows over by globals, which cost as much as looking them up.
  const strengths = mark.strengths;
  const toStrength = strengths - mark.mask;
  const underCeiling = mark.underCeiling != 0;
  const offset = left - mark.x;
  const line = top - mark.y;
  const down = <usize>(mark.stride << 1);
  const easyDown: usize = strengths ? 4 : 8;
  let span = mark.spans + (line << 3);
  let easySpan = strengths ? mark.strong + (line << 2) : span + 4;
  let maskRow = mark.mask + ((line * mark.stride + offset) << 1);
  let tileRow = tile + ((top & 63) << 7);
  for (let y = top; y < bottom; y++, span += 8, easySpan += easyDown, maskRow += down, tileRow += TILE * 2) {
    const start = max(<i32>load<i16>(span) - offset, 0);
    const to = min(<i32>load<i16>(span, 2) - offset, TILE);
    if (start >= to) continue;
    const from = start & ~(GROUP - 1);
    let source = maskRow + (from << 1);
    let target = tileRow + (from << 1);
    const end = tileRow + (to << 1);
    let easy = end;
    let easyEnd = end;
    if (!allWeak && end - target > SHORT) {
      easy = tileRow + (max((<i32>load<i16>(easySpan) - offset + GROUP - 1) & ~(GROUP - 1), from) << 1);
      easyEnd = tileRow + (max(min(<i32>load<i16>(easySpan, 2) - offset, to) & ~(GROUP - 1), from) << 1);
    }
    for (; target < end; target += STEP, source += STEP) {
      const a0 = v128.load(target, 3 * PLANE);
      const a1 = v128.load(target, 3 * PLANE + 16);
      let s0 = fullFlow;
      let s1 = fullFlow;
      const above = i16x8.sub_sat_u(i16x8.max_s(a0, a1), opacity);
      if (target >= easy && target < easyEnd && (underCeiling || !v128.any_true(above))) {
        if (strengths) {
          s0 = v128.load(source + toStrength);
          s1 = v128.load(source + toStrength, 16);
        }
      } else {
        const m0 = v128.load(source);
        const m1 = v128.load(source, 16);
        if (hasRim) {
          tintRim(target, timesFine(m0, flow, first), i16x8.max_s(a0, opacity), rimmed(opacity, m0, rim, restOfRim), then, r, g, b);
          tintRim(target + 16, timesFine(m1, flow, first), i16x8.max_s(a1, opacity), rimmed(opacity, m1, rim, restOfRim), then, r, g, b);
          continue;
        }
        if (v128.any_true(v128.or(above, weakness(m0, m1, least)))) {
          tintFine(target, timesFine(m0, flow, first), i16x8.max_s(a0, opacity), then, r, g, b);
          tintFine(target + 16, timesFine(m1, flow, first), i16x8.max_s(a1, opacity), then, r, g, b);
          continue;
        }
        s0 = times(m0, flow);
        s1 = times(m1, flow);
      }
      near(target, s0, goalRed, 0);
      near(target, s0, goalGreen, PLANE);
      near(target, s0, goalBlue, 2 * PLANE);
      v128.store(target, i16x8.add(a0, times(s0, i16x8.sub(opacity, a0))), 3 * PLANE);
      near(target, s1, goalRed, 16);
      near(target, s1, goalGreen, PLANE + 16);
      near(target, s1, goalBlue, 2 * PLANE + 16);
      v128.store(target, i16x8.add(a1, times(s1, i16x8.sub(opacity, a1))), 3 * PLANE + 16);
    }
  }
}

/** As `tintBuildRows`, each pixel under a limit of the ground instead of the opacity. */
export function tintBuildUnder(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, limits: usize): void {
  const flow = i16x8.splat(<i16>mark.flow);
  const least = i16x8.splat(<i16>(fineBelow(mark.flow) - 1));
  const hasRim = mark.rim > 0;
  const rim = i16x8.splat(<i16>mark.rim);
  const restOfRim = i16x8.splat(<i16>(32768 - mark.rim));
  const first = i16x8.splat(<i16>(mark.thresholds & 0x7fff));
  const then = i16x8.splat(<i16>(mark.thresholds >> 16));
  const r = i16x8.splat(<i16>mark.red);
  const g = i16x8.splat(<i16>mark.green);
  const b = i16x8.splat(<i16>mark.blue);
  for (let y = top; y < bottom; y++) {
    if (!enterRow(mark, y, tile, left)) continue;
    let source = rowSource;
    let target = rowTarget;
    const end = rowEnd;
    for (; target < end; target += 16, source += 16) {
      const m = v128.load(source);
      const most = v128.load(target - tile + limits);
      const reach = i16x8.max_s(v128.load(target, 3 * PLANE), most);
      if (hasRim) {
        tintRim(target, timesFine(m, flow, first), reach, rimmed(most, m, rim, restOfRim), then, r, g, b);
        continue;
      }
      if (v128.any_true(weakness(m, m, least))) {
        tintFine(target, timesFine(m, flow, first), reach, then, r, g, b);
        continue;
      }
      const s = times(m, flow);
      near(target, s, times(reach, r), 0);
      near(target, s, times(reach, g), PLANE);
      near(target, s, times(reach, b), 2 * PLANE);
      near(target, s, reach, 3 * PLANE);
    }
  }
}

/** As `coverEvenRows` on four planes: the stronger mark's colour stays. */
export function tintEvenRows(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, limits: usize): void {
  const flow = i16x8.splat(<i16>mark.flow);
  const most = times(flow, i16x8.splat(<i16>mark.opacity));
  const r = i16x8.splat(<i16>mark.red);
  const g = i16x8.splat(<i16>mark.green);
  const b = i16x8.splat(<i16>mark.blue);
  for (let y = top; y < bottom; y++) {
    if (!enterRow(mark, y, tile, left)) continue;
    let source = rowSource;
    let target = rowTarget;
    const end = rowEnd;
    for (; target < end; target += 16, source += 16) {
      const s = times(v128.load(source), limits ? times(flow, v128.load(target - tile + limits)) : most);
      keepStronger(target, s, times(s, r), times(s, g), times(s, b));
    }
  }
}

@inline
function near(target: usize, strength: v128, goal: v128, offset: usize): void {
  const now = v128.load(target + offset);
  v128.store(target + offset, i16x8.add(now, times(strength, i16x8.sub(goal, now))));
}

@inline
function tintFine(at: usize, strength: v128, reach: v128, threshold: v128, r: v128, g: v128, b: v128): void {
  nearFine(at, strength, times(reach, r), threshold);
  nearFine(at + PLANE, strength, times(reach, g), threshold);
  nearFine(at + 2 * PLANE, strength, times(reach, b), threshold);
  nearFine(at + 3 * PLANE, strength, reach, threshold);
}

/** As `tintFine`, where alpha goes no farther than a rim allows: what is there is coloured anew, and what is added is in the mark's colour. */
@inline
function tintRim(at: usize, strength: v128, reach: v128, edge: v128, threshold: v128, r: v128, g: v128, b: v128): void {
  const a = v128.load(at, 3 * PLANE);
  const after = withinRim(a, i16x8.add(a, timesFine(strength, i16x8.sub(reach, a), threshold)), edge);
  const added = i16x8.sub(after, a);
  tintAdded(at, strength, times(a, r), times(added, r), threshold);
  tintAdded(at + PLANE, strength, times(a, g), times(added, g), threshold);
  tintAdded(at + 2 * PLANE, strength, times(a, b), times(added, b), threshold);
  v128.store(at, after, 3 * PLANE);
}

@inline
function tintAdded(at: usize, strength: v128, goal: v128, added: v128, threshold: v128): void {
  const now = v128.load(at);
  v128.store(at, i16x8.max_s(i16x8.add(i16x8.add(now, timesFine(strength, i16x8.sub(goal, now), threshold)), added), i16x8.splat(0)));
}
