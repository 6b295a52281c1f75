import { base, grainAt, groundLaw, limit, NATURAL, reached, settleReach, slope } from "./ground";
import { Mark } from "../mark";
import { TILE, times } from "../q15";
import { buildUp, enterRow, fineBelow, GROUP, isWeak, rowEnd, rowSource, rowTarget, STEP } from "../rows";

/** As `coverBuildRows`, through the grain of the tiles in one go; false where the grain goes along and `limits` must be asked. */
export function coverBuildOnGrain(mark: Mark, top: i32, bottom: i32, tile: usize, row: i32, column: i32, columns: i32): bool {
  if (mark.heights) return false;
  const grainOf = grainAt(row * columns + column) - tile;
  settleReach(mark);
  if (groundLaw == 1 && mark.sharp == NATURAL) buildOnPeaks(mark, top, bottom, tile, column << 6, grainOf);
  else buildOnAny(mark, top, bottom, tile, column << 6, grainOf);
  return true;
}

function buildOnAny(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, grainOf: usize): void {
  const deepest = (mark.opacity * mark.depth) >> 15;
  const deep = i16x8.splat(<i16>deepest);
  const rest = i16x8.splat(<i16>(mark.opacity - deepest));
  const flow = i16x8.splat(<i16>mark.flow);
  const least = i16x8.splat(<i16>(fineBelow(mark.flow) - 1));
  const first = i16x8.splat(<i16>(mark.thresholds & 0x7fff));
  const then = i16x8.splat(<i16>(mark.thresholds >> 16));
  const hasRim = mark.rim > 0;
  const rim = i16x8.splat(<i16>mark.rim);
  const restOfRim = i16x8.splat(<i16>(32768 - mark.rim));
  for (let y = top; y < bottom; y++) {
    if (!enterRow(mark, y, tile, left)) continue;
    let source = rowSource;
    const end = rowEnd;
    for (let target = rowTarget; target < end; target += STEP, source += STEP) {
      const at = target + grainOf;
      const m0 = v128.load(source);
      const m1 = v128.load(source, 16);
      const most0 = limit(reached(m0, v128.load(at)), deep, rest);
      const most1 = limit(reached(m1, v128.load(at, 16)), deep, rest);
      buildUp(target, m0, m1, most0, most1, flow, least, first, then, hasRim, rim, restOfRim);
    }
  }
}

/** The natural ground of peaks by itself, because nearly every brush with a grain has it: all that is the same for a mark is at hand. */
function buildOnPeaks(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, grainOf: usize): void {
  const deepest = (mark.opacity * mark.depth) >> 15;
  const deep = i16x8.splat(<i16>deepest);
  const rest = i16x8.splat(<i16>(mark.opacity - deepest));
  const flow = i16x8.splat(<i16>mark.flow);
  const least = i16x8.splat(<i16>(fineBelow(mark.flow) - 1));
  const first = i16x8.splat(<i16>(mark.thresholds & 0x7fff));
  const then = i16x8.splat(<i16>(mark.thresholds >> 16));
  const hasRim = mark.rim > 0;
  const rim = i16x8.splat(<i16>mark.rim);
  const restOfRim = i16x8.splat(<i16>(32768 - mark.rim));
  // Eight times what a px lies above the height that is half reached, and a half, is how far it is reached.
  const middle = base;
  const more = slope;
  const half = i16x8.splat(2048);
  const none = i16x8.splat(0);
  const highest = i16x8.splat(2047);
  const fullFlow = times(i16x8.splat(32767), flow);
  const middleFull = i16x8.sub(middle, times(i16x8.splat(32767), more));
  const easyAll = !isWeak(mark.flow);
  for (let y = top; y < bottom; y++) {
    if (!enterRow(mark, y, tile, left)) continue;
    let source = rowSource;
    let target = rowTarget;
    const end = rowEnd;
    const span = mark.spans + ((y - mark.y) << 3);
    const zero = tile + ((y & 63) << 7);
    let full = end;
    let fullEnd = end;
    if (easyAll) {
      const offset = left - mark.x;
      full = max(target, zero + (max((<i32>load<i16>(span, 4) - offset + GROUP - 1) & ~(GROUP - 1), 0) << 1));
      fullEnd = min(end, zero + (max((<i32>load<i16>(span, 6) - offset) & ~(GROUP - 1), 0) << 1));
      if (full >= fullEnd) full = fullEnd = end;
    }
    for (;;) {
      for (; target < full; target += STEP, source += STEP) {
        const at = target + grainOf;
        const m0 = v128.load(source);
        const m1 = v128.load(source, 16);
        const over0 = i16x8.max_s(i16x8.add(i16x8.min_s(i16x8.sub(i16x8.add(v128.load(at), times(m0, more)), middle), highest), half), none);
        const over1 = i16x8.max_s(i16x8.add(i16x8.min_s(i16x8.sub(i16x8.add(v128.load(at, 16), times(m1, more)), middle), highest), half), none);
        const most0 = limit(i16x8.shl(over0, 3), deep, rest);
        const most1 = limit(i16x8.shl(over1, 3), deep, rest);
        buildUp(target, m0, m1, most0, most1, flow, least, first, then, hasRim, rim, restOfRim);
      }
      if (full == end) break;
      source += fullEnd - full;
      for (; target < fullEnd; target += STEP) {
        const at = target + grainOf;
        const a0 = v128.load(target);
        const a1 = v128.load(target, 16);
        const over0 = i16x8.max_s(i16x8.add(i16x8.min_s(i16x8.sub(v128.load(at), middleFull), highest), half), none);
        const over1 = i16x8.max_s(i16x8.add(i16x8.min_s(i16x8.sub(v128.load(at, 16), middleFull), highest), half), none);
        v128.store(target, i16x8.add(a0, times(fullFlow, i16x8.sub_sat_u(limit(i16x8.shl(over0, 3), deep, rest), a0))));
        v128.store(target, i16x8.add(a1, times(fullFlow, i16x8.sub_sat_u(limit(i16x8.shl(over1, 3), deep, rest), a1))), 16);
      }
      full = end;
    }
  }
}

/** As `coverBuildRows`, each pixel under a limit of its own. */
export function coverBuildUnder(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, limits: usize): void {
  const flow = i16x8.splat(<i16>mark.flow);
  const least = i16x8.splat(<i16>(fineBelow(mark.flow) - 1));
  const first = i16x8.splat(<i16>(mark.thresholds & 0x7fff));
  const then = i16x8.splat(<i16>(mark.thresholds >> 16));
  const hasRim = mark.rim > 0;
  const rim = i16x8.splat(<i16>mark.rim);
  const restOfRim = i16x8.splat(<i16>(32768 - mark.rim));
  for (let y = top; y < bottom; y++) {
    if (!enterRow(mark, y, tile, left)) continue;
    let source = rowSource;
    const end = rowEnd;
    for (let target = rowTarget; target < end; target += STEP, source += STEP) {
      const at = target - tile + limits;
      buildUp(target, v128.load(source), v128.load(source, 16), v128.load(at), v128.load(at, 16), flow, least, first, then, hasRim, rim, restOfRim);
    }
  }
}
