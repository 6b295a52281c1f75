import { Mark } from "./mark";
import { PLANE, TILE, times, timesFine } from "./q15";
import { enterRow, fineBelow, GROUP, rowEnd, rowSource, rowTarget, STEP, weakness } from "./rows";

// Returns the address of a tile's grain and enters it in the ground's table.
@external("ground", "make")
declare function makeGround(index: i32): usize;

/** 0 none, 1 peaks, 2 print, 3 pool. */
let groundLaw: i32 = 0;
let groundTable: usize = 0;
/** Room for a mark as one tile of the ground leaves it: its record, spans, and up to four planes with empty edges. */
let scratch: usize = 0;
/** The px of a row of the sheet that goes along with marks. */
let alongStride: i32 = 0;
/** Whether tiles have 1/(1 − d·(1 − g)) in a second plane: where the depth is the same for all marks. */
let reciprocals: bool = false;

const STRIDE: i32 = TILE + 2 * GROUP;
const SPANS: i32 = 128;
const ROWS: i32 = SPANS + TILE * 8;
const PLANE_BYTES: i32 = STRIDE * TILE * 2 + 64;

/** Says what the marks of the next calls meet; `room` is for the kernels to work in, `groundRoom()` bytes; `along`: px a row of a sheet that goes along with marks. */
export function setGround(law: i32, table: usize, room: usize, along: i32, withReciprocals: bool): void {
  reciprocals = withReciprocals;
  alongStride = along;
  groundLaw = law;
  groundTable = table;
  scratch = room;
}

export function groundRoom(): i32 {
  return ROWS + 4 * PLANE_BYTES + 64;
}

@inline
export function meetsGround(mark: Mark): bool {
  return groundLaw != 0 && mark.depth > 0;
}

/**
 * As `coverBuildRows`, through the grain in one go; false where that is not at hand and `grounded` must be asked for the
 * mark's part first: where the law of peaks meets every mark at a depth of its own, or on a grain that goes along.
 */
export function coverBuildOnGrain(mark: Mark, top: i32, bottom: i32, tile: usize, row: i32, column: i32, columns: i32): bool {
  if (mark.heights || (groundLaw == 1 && !reciprocals)) return false;
  const grain = grainAt(row * columns + column);
  if (groundLaw == 1) buildThroughPeaks(mark, top, bottom, tile, column << 6, grain);
  else buildThinned(mark, top, bottom, tile, column << 6, grain);
  return true;
}

@inline
function grainAt(index: i32): usize {
  const grain = <usize>load<u32>(groundTable + (index << 2));
  return grain ? grain : makeGround(index);
}

function buildThroughPeaks(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, grain: usize): void {
  for (let y = top; y < bottom; y++) {
    if (!enterRow(mark, y, tile, left)) continue;
    const grainOf = grain - tile + PLANE;
    let source = rowSource;
    for (let target = rowTarget; target < rowEnd; target += STEP, source += STEP) {
      const at = target + grainOf;
      build(mark, target, peaks(v128.load(source), v128.load(at)), peaks(v128.load(source, 16), v128.load(at, 16)));
    }
  }
}

function buildThinned(mark: Mark, top: i32, bottom: i32, tile: usize, left: i32, grain: usize): void {
  const depth = i16x8.splat(<i16>mark.depth);
  for (let y = top; y < bottom; y++) {
    if (!enterRow(mark, y, tile, left)) continue;
    const grainOf = grain - tile;
    let source = rowSource;
    for (let target = rowTarget; target < rowEnd; target += STEP, source += STEP) {
      const at = target + grainOf;
      build(mark, target, thinned(v128.load(source), v128.load(at), depth), thinned(v128.load(source, 16), v128.load(at, 16), depth));
    }
  }
}

/** `A ← A + m·flow·max(0, opacity − A)` on sixteen pixels. */
@inline
function build(mark: Mark, target: usize, m0: v128, m1: v128): void {
  const flow = i16x8.splat(<i16>mark.flow);
  const opacity = i16x8.splat(<i16>mark.opacity);
  const a0 = v128.load(target);
  const a1 = v128.load(target, 16);
  const room0 = i16x8.sub_sat_u(opacity, a0);
  const room1 = i16x8.sub_sat_u(opacity, a1);
  if (v128.any_true(weakness(m0, m1, i16x8.splat(<i16>(fineBelow(mark.flow) - 1))))) {
    const first = i16x8.splat(<i16>(mark.thresholds & 0x7fff));
    const then = i16x8.splat(<i16>(mark.thresholds >> 16));
    v128.store(target, i16x8.add(a0, timesFine(timesFine(m0, flow, first), room0, then)));
    v128.store(target, i16x8.add(a1, timesFine(timesFine(m1, flow, first), room1, then)), 16);
    return;
  }
  v128.store(target, i16x8.add(a0, times(times(m0, flow), room0)));
  v128.store(target, i16x8.add(a1, times(times(m1, flow), room1)), 16);
}

/** The part of a mark on one tile as the grain leaves it: a mark of its own, good until the next call. */
export function grounded(mark: Mark, top: i32, bottom: i32, row: i32, column: i32, columns: i32, planes: i32): Mark {
  const grain: usize = mark.heights == 0 ? grainAt(row * columns + column) : 0;
  const out = changetype<Mark>(scratch);
  memory.copy(scratch, changetype<usize>(mark), offsetof<Mark>());
  const left = column << 6;
  out.mask = scratch + ROWS + 32 + (GROUP << 1);
  out.spans = scratch + SPANS;
  out.stride = STRIDE;
  out.planes = PLANE_BYTES;
  out.x = left;
  out.y = row << 6;
  out.width = TILE;
  out.height = TILE;
  out.strengths = 0;
  const depth = f32x4.splat(<f32>mark.depth / 32767);
  const share = i16x8.splat(<i16>mark.depth);
  for (let y = top; y < bottom; y++) {
    const line = y - mark.y;
    const span = mark.spans + (line << 3);
    const start = max(<i32>load<i16>(span) - (left - mark.x), 0);
    const to = min(<i32>load<i16>(span, 2) - (left - mark.x), TILE);
    const outSpan = out.spans + ((y & 63) << 3);
    store<u64>(outSpan, 0);
    // An empty row has never been drawn: what lies there is of no meaning.
    if (start >= to) continue;
    const from = start & ~7;
    const end = (to + 7) & ~7;
    store<i16>(outSpan, <i16>from);
    store<i16>(outSpan, <i16>end, 2);
    const source = mark.mask + ((line * mark.stride + left - mark.x) << 1);
    const target = out.mask + (((y & 63) * STRIDE) << 1);
    const heights = grain ? grain + ((y & 63) << 7) : mark.heights + ((line * alongStride + left - mark.x) << 1);
    for (let p = 0; p < planes; p++) clearEdges(target + p * PLANE_BYTES, from, end);
    if (planes == 1 && (groundLaw > 1 || (reciprocals && grain))) {
      for (let x = from; x < end; x += 8) {
        const m = v128.load(source + (x << 1));
        const at = heights + (x << 1);
        v128.store(target + (x << 1), groundLaw == 1 ? peaks(m, v128.load(at, PLANE)) : thinned(m, v128.load(at), share));
      }
      continue;
    }
    for (let x = from; x < end; x += 8) {
      const m = v128.load(source + (x << 1));
      const g = v128.load(heights + (x << 1));
      const low = shareLeft(unit(i32x4.extend_low_i16x8_u(m)), unit(i32x4.extend_low_i16x8_u(g)), depth);
      const high = shareLeft(unit(i32x4.extend_high_i16x8_u(m)), unit(i32x4.extend_high_i16x8_u(g)), depth);
      v128.store(target + (x << 1), scaled(m, low, high));
      for (let p = 1; p < planes; p++) {
        const at = source + p * mark.planes + (x << 1);
        v128.store(target + p * PLANE_BYTES + (x << 1), scaled(v128.load(at), low, high));
      }
    }
  }
  return out;
}

/** print and pool: `m·(1 − d·(1 − g))` and `m·(1 − d·g)`. */
@inline
function thinned(m: v128, g: v128, depth: v128): v128 {
  const one = i16x8.splat(32767);
  const low = groundLaw == 2 ? i16x8.sub(one, g) : g;
  return times(m, i16x8.sub(one, times(depth, low)));
}

/** peaks, `max(0, m − v)/(1 − v)` with v = d·(1 − g), as 1 − (1 − m)/(1 − v); `per` is 1/(1 − v) of 0…8 as 0…1. */
@inline
function peaks(m: v128, per: v128): v128 {
  const lost = times(i16x8.sub(i16x8.splat(32767), m), per);
  return i16x8.min_u(i16x8.shl(i16x8.sub_sat_u(i16x8.splat(4096), lost), 3), i16x8.splat(32767));
}

@inline
function unit(v: v128): v128 {
  return f32x4.mul(f32x4.convert_i32x4_s(v), f32x4.splat(<f32>(1.0 / 32767.0)));
}

/** What part of a strength m is left at height g: by the laws of `core/ground/model.ts`. */
@inline
function shareLeft(m: v128, g: v128, depth: v128): v128 {
  const one = f32x4.splat(1);
  if (groundLaw == 3) return f32x4.sub(one, f32x4.mul(depth, g));
  const valley = f32x4.mul(depth, f32x4.sub(one, g));
  const rest = f32x4.sub(one, valley);
  if (groundLaw == 2) return rest;
  const tiny = f32x4.splat(<f32>1e-6);
  const above = f32x4.max(f32x4.sub(m, valley), f32x4.splat(0));
  return f32x4.min(one, f32x4.div(above, f32x4.max(f32x4.mul(rest, m), tiny)));
}

@inline
function scaled(v: v128, low: v128, high: v128): v128 {
  const half = f32x4.splat(0.5);
  const a = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v)), low), half));
  const b = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_u(v)), high), half));
  return i16x8.narrow_i32x4_s(a, b);
}

@inline
function clearEdges(row: usize, from: i32, end: i32): void {
  const none = i16x8.splat(0);
  v128.store(row + (from << 1) - 32, none);
  v128.store(row + (from << 1) - 16, none);
  v128.store(row + (end << 1), none);
  v128.store(row + (end << 1), none, 16);
}
