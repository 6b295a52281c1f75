import { isGrained } from "../marks/ground";
import { Mark } from "../mark";
import { belowAt, columns, dirty, intoGround, openAt, rows } from "./mix";
import { TILE } from "../q15";
import { enterRow, firstRow, rowEnd, rowSource, rowTarget, touchBands } from "../rows";
import { OPEN_PLANE, openPlanes, touch } from "./space";

// What a dragging tip carries: rows of f32 numbers, `stride` pixels of each plane after one another, whose pixel (0, 0) is
// pixel (left, top) of the surface.
let carried: usize = 0;
let stride: i32 = 0;
let planeBytes: i32 = 0;
let left: i32 = 0;
let top: i32 = 0;

/** Says where the carried pixels lie, and where on the surface they are now. */
export function setCarried(pixels: usize, strideOf: i32, leftOf: i32, topOf: i32): void {
  carried = pixels;
  stride = strideOf;
  planeBytes = strideOf * 4;
  left = leftOf;
  top = topOf;
}

/** A plane of what is carried at a px of the surface. */
@inline
export function carriedAt(x: i32, y: i32, plane: i32): f32 {
  return load<f32>(carried + ((((y - top) * openPlanes + plane) * stride + x - left) << 2));
}

/** Takes up all that lies under the carried pixels, `width`×`height` of them, as it is. */
export function takeUp(width: i32, height: i32): void {
  const alphaAt = (openPlanes - 1) * OPEN_PLANE;
  const lastY = min(top + height, rows << 6);
  const lastX = min(left + width, columns << 6);
  for (let y = max(top, 0); y < lastY; y++) {
    for (let x = max(left, 0); x < lastX; x++) {
      const index = (y >> 6) * columns + (x >> 6);
      const at = openAt(index) + ((((y & 63) << 6) + (x & 63)) << 2);
      const under = belowAt(index);
      const to = carried + (((y - top) * stride * openPlanes + x - left) << 2);
      const clear: f32 = 1 - load<f32>(at + alphaAt);
      for (let p = 0; p < openPlanes; p++) {
        let value = load<f32>(at + p * OPEN_PLANE);
        if (under) value += clear * load<f32>(under + ((((y & 63) << 6) + (x & 63)) << 2) + p * OPEN_PLANE);
        store<f32>(to + p * planeBytes, value);
      }
    }
  }
}

/**
 * Lays what is carried, mixed with a colour of its own, and takes up what lay there: `S ← S + m·flow·(T − S)`,
 * `C ← C + take·(S − C)`. T is `share` of what is carried and `1 − share` of the opaque colour at `own`; it covers by
 * `covers` where it carries nothing, so that the part of its own paint that a tip lays in one visit does not thin it.
 */
export function layDragged(mark: Mark, own: usize, share: f32, take: f32, covers: f32): void {
  const lastRow = (min(mark.y + mark.height, rows << 6) - 1) >> 6;
  const lastColumn = (min(mark.x + mark.width, columns << 6) - 1) >> 6;
  for (let row = max(mark.y, 0) >> 6; row <= lastRow; row++)
    for (let column = max(mark.x, 0) >> 6; column <= lastColumn; column++) dragTile(mark, row, column, own, share, take, covers);
}

function dragTile(whole: Mark, row: i32, column: i32, own: usize, share: f32, take: f32, covers: f32): void {
  let mark = whole;
  const from = max(mark.y, row << 6);
  const bottom = min(mark.y + mark.height, (row + 1) << 6);
  const first = firstRow(mark, from, bottom, column << 6);
  if (first >= bottom) return;
  const index = row * columns + column;
  const tile = openAt(index);
  const under = belowAt(index);
  touchBands(dirty + index, first, bottom);
  if (isGrained()) mark = intoGround(mark, first, bottom, row, column, tile);
  const flow = f32x4.splat(<f32>mark.flow / (32767.0 * 32767.0));
  const taken = f32x4.splat(take);
  const alphaAt = (openPlanes - 1) * OPEN_PLANE;
  for (let y = first; y < bottom; y++) {
    if (!enterRow(mark, y, 0, column << 6)) continue;
    let source = rowSource;
    let target = rowTarget;
    const end = rowEnd;
    let buffer = carried + (((y - top) * stride * openPlanes + (column << 6) - left) << 2) + ((target & (TILE * 2 - 1)) << 1);
    for (; target < end; target += 16, source += 16, buffer += 32) {
      const m = v128.load(source);
      if (!v128.any_true(m)) continue;
      const low = f32x4.mul(f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(m)), flow);
      const high = f32x4.mul(f32x4.convert_i32x4_u(i32x4.extend_high_i16x8_u(m)), flow);
      const at = tile + (target << 1);
      const seen = under ? under + (target << 1) : 0;
      if (share == 1 && !seen) {
        for (let p = 0; p < openPlanes; p++) {
          exchange(at + p * OPEN_PLANE, buffer + p * planeBytes, low, taken);
          exchange(at + p * OPEN_PLANE + 16, buffer + p * planeBytes + 16, high, taken);
        }
      } else if (openPlanes == 4 && !seen) {
        mixThree(at, buffer, low, taken, own, share, covers);
        mixThree(at + 16, buffer + 16, high, taken, own, share, covers);
      } else {
        mixAny(at, buffer, seen, low, taken, own, share, covers, alphaAt);
        mixAny(at + 16, buffer + 16, seen ? seen + 16 : 0, high, taken, own, share, covers, alphaAt);
      }
      touch(tile, target << 1);
    }
  }
}

@inline
function exchange(at: usize, buffer: usize, strength: v128, taken: v128): void {
  const now = v128.load(at);
  const carriedNow = v128.load(buffer);
  const gap = f32x4.sub(carriedNow, now);
  v128.store(at, f32x4.add(now, f32x4.mul(strength, gap)));
  v128.store(buffer, f32x4.sub(carriedNow, f32x4.mul(taken, gap)));
}

/** How much of its own paint and of what is carried, four px of alpha `lent`, is laid for each part of it. */
@inline
function scaleOf(lent: v128, share: f32, covers: f32): v128 {
  const presence = f32x4.add(f32x4.splat(1 - share), lent);
  const alpha = f32x4.add(lent, f32x4.mul(f32x4.sub(f32x4.splat(1), lent), f32x4.splat(covers)));
  // Where nothing is carried and nothing is its own, nothing is laid.
  return v128.and(f32x4.div(alpha, presence), f32x4.gt(presence, f32x4.splat(<f32>1e-6)));
}

/** Four px of three colour planes and alpha. */
@inline
function mixThree(at: usize, buffer: usize, strength: v128, taken: v128, own: usize, share: f32, covers: f32): void {
  const shares = f32x4.splat(share);
  const rest = f32x4.splat(1 - share);
  const alpha = v128.load(buffer + 3 * planeBytes);
  const scale = scaleOf(f32x4.mul(shares, alpha), share, covers);
  const rests = f32x4.mul(scale, rest);
  const lends = f32x4.mul(scale, shares);
  mixPlane(at, buffer, v128.load(buffer), v128.load32_splat(own), rests, lends, strength, taken);
  mixPlane(at + OPEN_PLANE, buffer + planeBytes, v128.load(buffer + planeBytes), v128.load32_splat(own, 4), rests, lends, strength, taken);
  mixPlane(at + 2 * OPEN_PLANE, buffer + 2 * planeBytes, v128.load(buffer + 2 * planeBytes), v128.load32_splat(own, 8), rests, lends, strength, taken);
  mixPlane(at + 3 * OPEN_PLANE, buffer + 3 * planeBytes, alpha, f32x4.splat(1), rests, lends, strength, taken);
}

@inline
function mixPlane(at: usize, buffer: usize, carriedNow: v128, own: v128, rests: v128, lends: v128, strength: v128, taken: v128): void {
  const now = v128.load(at);
  const goal = f32x4.add(f32x4.mul(rests, own), f32x4.mul(lends, carriedNow));
  v128.store(at, f32x4.add(now, f32x4.mul(strength, f32x4.sub(goal, now))));
  v128.store(buffer, f32x4.add(carriedNow, f32x4.mul(taken, f32x4.sub(now, carriedNow))));
}

/** Four px of any planes, over what is seen below them. */
function mixAny(at: usize, buffer: usize, seen: usize, strength: v128, taken: v128, own: usize, share: f32, covers: f32, alphaAt: usize): void {
  const shares = f32x4.splat(share);
  const rest = f32x4.splat(1 - share);
  const scale = scaleOf(f32x4.mul(shares, v128.load(buffer + (openPlanes - 1) * planeBytes)), share, covers);
  const clear = f32x4.sub(f32x4.splat(1), v128.load(at + alphaAt));
  for (let p = 0; p < openPlanes; p++) {
    const now = v128.load(at + p * OPEN_PLANE);
    const bufferAt = buffer + p * planeBytes;
    const carriedNow = v128.load(bufferAt);
    const goal = f32x4.mul(scale, f32x4.add(f32x4.mul(rest, v128.load32_splat(own + (p << 2))), f32x4.mul(shares, carriedNow)));
    const under = seen ? f32x4.add(now, f32x4.mul(clear, v128.load(seen + p * OPEN_PLANE))) : now;
    v128.store(at + p * OPEN_PLANE, f32x4.add(now, f32x4.mul(strength, f32x4.sub(goal, now))));
    v128.store(bufferAt, f32x4.add(carriedNow, f32x4.mul(taken, f32x4.sub(under, carriedNow))));
  }
}
