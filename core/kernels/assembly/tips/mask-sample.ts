import { times } from "../q15";

/**
 * Samples a tip's picture into a mask of one or more planes. The level's pixel under the middle of the mask's pixel (x, y)
 * is (ox + x·xx + y·xy, oy + x·yx + y·yy). With `offsets`, room for `width` numbers of 32 bits, the nearest pixel is taken:
 * the level is finer than the mask then, and blurred to its pixels. Without, the four nearest are mixed. `gain` (Q15)
 * weakens what is thinner than a pixel. Writes the spans of rows that meet the picture; the mask needs no clearing.
 */
export function maskSample(
  mask: usize, spans: usize, stride: i32, width: i32, height: i32, planes: i32, planeBytes: i32,
  ox: f64, oy: f64, xx: f64, xy: f64, yx: f64, yy: f64,
  level: usize, levelWidth: i32, levelHeight: i32, levelBytes: i32, gain: i32, offsets: usize,
): void {
  const stepX = <i32>nearest<f64>(xx * 65536);
  const stepY = <i32>nearest<f64>(yx * 65536);
  const levelStride = levelWidth + 2 * BORDER;
  if (offsets) for (let x = 0; x < width; x++) store<i32>(offsets + (x << 2), (<i32>nearest<f64>(<f64>x * yx) * levelStride + <i32>nearest<f64>(<f64>x * xx)) << 1);
  for (let y = 0; y < height; y++) {
    const rx = ox + <f64>y * xy;
    const ry = oy + <f64>y * yy;
    const fromF = max<f64>(enters(rx, xx, levelWidth), enters(ry, yx, levelHeight));
    const toF = min<f64>(leaves(rx, xx, levelWidth), leaves(ry, yx, levelHeight));
    const from = <i32>max<f64>(0, ceil<f64>(max<f64>(fromF, 0)));
    const to = <i32>min<f64>(<f64>width, floor<f64>(min<f64>(toF, <f64>width)) + 1);
    const span = spans + (y << 3);
    if (from >= to) {
      store<u64>(span, 0);
      continue;
    }
    store<i16>(span, <i16>from);
    store<i16>(span, <i16>to, 2);
    if (offsets) {
      // Where the row begins in the level, until the strips are drawn.
      store<i32>(span, ((<i32>nearest<f64>(ry) + BORDER) * levelStride + <i32>nearest<f64>(rx) + BORDER) << 1, 4);
      continue;
    }
    store<i32>(span, 0, 4);
    const row = mask + ((y * stride) << 1);
    const first = from & ~7;
    const startX = <i32>nearest<f64>((rx + <f64>first * xx) * 65536);
    const startY = <i32>nearest<f64>((ry + <f64>first * yx) * 65536);
    for (let p = 0; p < planes; p++)
      sampleRow(row + p * planeBytes, first, to, startX, startY, stepX, stepY, level + p * levelBytes + ((BORDER * levelStride + BORDER) << 1), levelWidth, levelHeight, gain);
  }
  if (!offsets) return;
  for (let p = 0; p < planes; p++)
    for (let x = 0; x < width; x += STRIP) nearStrip(mask + p * planeBytes, spans, stride, height, x, x + STRIP, level + p * levelBytes, offsets);
  for (let y = 0; y < height; y++) {
    const span = spans + (y << 3);
    const from = <i32>load<i16>(span);
    const to = <i32>load<i16>(span, 2);
    store<i32>(span, 0, 4);
    for (let p = 0; p < planes; p++) if (from < to) finishRow(mask + p * planeBytes + ((y * stride) << 1), from, to, gain);
  }
}

/** The columns that are sampled together: as many of a turned level's rows stay in the nearest cache. */
const STRIP: i32 = 64;

/** Empty or fading pixels on all sides of a level; see `core/tip/picture/mip-levels.ts`. */
const BORDER: i32 = 5;
/** How far beyond the picture's pixels there may be something: half the blur. */
const BEYOND: f64 = 4;

// From where along a row start + slope·x lies on the picture or its blur, and until where.
@inline
function enters(start: f64, slope: f64, side: i32): f64 {
  const low: f64 = -BEYOND;
  const high = <f64>side - 1 + BEYOND;
  if (abs<f64>(slope) < 1e-9) return start > low && start < high ? -1e9 : 1e9;
  return ((slope > 0 ? low : high) - start) / slope;
}

@inline
function leaves(start: f64, slope: f64, side: i32): f64 {
  const low: f64 = -BEYOND;
  const high = <f64>side - 1 + BEYOND;
  if (abs<f64>(slope) < 1e-9) return start > low && start < high ? 1e9 : -1e9;
  return ((slope > 0 ? high : low) - start) / slope;
}

// What is read around a span must be empty.
@inline
function clearAround(row: usize, from: i32, to: i32): void {
  const none = i16x8.splat(0);
  const before = row + (from << 1);
  v128.store(before - 32, none);
  v128.store(before - 16, none);
  const after = row + (to << 1);
  v128.store(after, none);
  v128.store(after, none, 16);
}

function nearStrip(mask: usize, spans: usize, stride: i32, height: i32, left: i32, right: i32, level: usize, offsets: usize): void {
  for (let y = 0; y < height; y++) {
    const span = spans + (y << 3);
    const to = min(<i32>load<i16>(span, 2), right);
    let x = max(<i32>load<i16>(span), left);
    if (x >= to) continue;
    const row = mask + ((y * stride) << 1);
    const origin = level + load<i32>(span, 4);
    for (; x + 4 <= to; x += 4) {
      const at = offsets + (x << 2);
      const a = <u64>load<u16>(origin + load<i32>(at));
      const b = <u64>load<u16>(origin + load<i32>(at, 4));
      const c = <u64>load<u16>(origin + load<i32>(at, 8));
      const d = <u64>load<u16>(origin + load<i32>(at, 12));
      store<u64>(row + (x << 1), a | (b << 16) | (c << 32) | (d << 48));
    }
    for (; x < to; x++) store<u16>(row + (x << 1), load<u16>(origin + load<i32>(offsets + (x << 2))));
  }
}

function finishRow(row: usize, from: i32, to: i32, gain: i32): void {
  if (gain < 32767) for (let x = from; x < to; x++) store<u16>(row + (x << 1), <u16>((<i32>load<u16>(row + (x << 1)) * gain + 16384) >> 15));
  clearAround(row, from, to);
}

function sampleRow(
  row: usize, first: i32, to: i32, startX: i32, startY: i32, stepX: i32, stepY: i32,
  level: usize, levelWidth: i32, levelHeight: i32, gain: i32,
): void {
  const strideBytes = (levelWidth + 2 * BORDER) << 1;
  let x4 = i32x4.add(i32x4.splat(startX), i32x4.mul(i32x4(0, 1, 2, 3), i32x4.splat(stepX)));
  let y4 = i32x4.add(i32x4.splat(startY), i32x4.mul(i32x4(0, 1, 2, 3), i32x4.splat(stepY)));
  const nextX = i32x4.splat(stepX << 2);
  const nextY = i32x4.splat(stepY << 2);
  // Farther out there is nothing.
  const mostX = i32x4.splat((levelWidth + 3) << 16);
  const mostY = i32x4.splat((levelHeight + 3) << 16);
  const least = i32x4.splat(-4 << 16);
  const stride4 = i32x4.splat(strideBytes);
  const weak = gain < 32767;
  const strength = i16x8.splat(<i16>gain);
  let at = row + (first << 1);
  const end = row + (to << 1);
  for (; at < end; at += 16) {
    const a = sampleFour(x4, y4, mostX, mostY, least, stride4, level, strideBytes);
    x4 = i32x4.add(x4, nextX);
    y4 = i32x4.add(y4, nextY);
    const b = sampleFour(x4, y4, mostX, mostY, least, stride4, level, strideBytes);
    x4 = i32x4.add(x4, nextX);
    y4 = i32x4.add(y4, nextY);
    const eight = i16x8.narrow_i32x4_s(a, b);
    v128.store(at, weak ? times(eight, strength) : eight);
  }
  clearAround(row, first, (to + 7) & ~7);
}

// Four samples; coordinates are 16.16. Outside the picture they are moved to its empty border.
@inline
function sampleFour(x4: v128, y4: v128, mostX: v128, mostY: v128, least: v128, stride4: v128, level: usize, strideBytes: usize): v128 {
  const x = i32x4.max_s(i32x4.min_s(x4, mostX), least);
  const y = i32x4.max_s(i32x4.min_s(y4, mostY), least);
  const offset = i32x4.add(i32x4.mul(i32x4.shr_s(y, 16), stride4), i32x4.shl(i32x4.shr_s(x, 16), 1));
  const p0 = level + <usize>i32x4.extract_lane(offset, 0);
  const p1 = level + <usize>i32x4.extract_lane(offset, 1);
  const p2 = level + <usize>i32x4.extract_lane(offset, 2);
  const p3 = level + <usize>i32x4.extract_lane(offset, 3);
  // Each 32-bit lane holds a pixel and its right neighbour.
  let upper = v128.load32_zero(p0);
  upper = v128.load_lane<u32>(p1, upper, 1);
  upper = v128.load_lane<u32>(p2, upper, 2);
  upper = v128.load_lane<u32>(p3, upper, 3);
  let lower = v128.load32_zero(p0 + strideBytes);
  lower = v128.load_lane<u32>(p1 + strideBytes, lower, 1);
  lower = v128.load_lane<u32>(p2 + strideBytes, lower, 2);
  lower = v128.load_lane<u32>(p3 + strideBytes, lower, 3);
  const low = i32x4.splat(0x7fff);
  const fx = v128.and(i32x4.shr_u(x, 1), low);
  const fy = v128.and(i32x4.shr_u(y, 1), low);
  const pair = i16x8.add(upper, times(i16x8.sub(lower, upper), v128.or(fy, i32x4.shl(fy, 16))));
  // left + fx·(right − left)
  const weights = v128.or(i32x4.shl(fx, 16), v128.and(i32x4.neg(fx), i32x4.splat(0xffff)));
  const change = i32x4.shr_s(i32x4.add(i32x4.dot_i16x8_s(pair, weights), i32x4.splat(16384)), 15);
  return i32x4.add(v128.and(pair, i32x4.splat(0xffff)), change);
}
