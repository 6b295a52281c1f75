/**
 * Draws an elliptic tip into a mask, which needs no clearing: rows of `stride` u16, `width`×`height` of them used, the centre at (cx, cy)
 * in mask pixels, half axes rx ≥ ry > 0, the long one along (cos, sin) with y growing downward. `hardness` is the share of
 * the radius at full strength; the rim is one pixel wide at least. Writes each row's first and one-past-last pixel to
 * `spans`. Only the pixels of the rim are computed: outside stays empty, inside is filled.
 */
export function maskEllipse(
  mask: usize, spans: usize, stride: i32, width: i32, height: i32,
  cx: f32, cy: f32, rx: f32, ry: f32, cos: f32, sin: f32, hardness: f32,
): void {
  const ux = cos / rx;
  const uy = sin / rx;
  const vx = -sin / ry;
  const vy = cos / ry;
  // One pixel is at most this much of a radius.
  const finest: f32 = 1 / ry;
  const outer: f32 = 1 + finest * 0.5;
  const inner: f32 = hardness - finest * 0.5;
  const fade: f32 = 1 - hardness;
  // A falloff of several pixels is eased, a rim of one pixel is plain coverage.
  const ease = f32x4.splat(fade / max<f32>(fade + 2 / sqrt<f32>(rx * ry), 1e-12));
  const a = ux * ux + vx * vx;
  const cross = ux * uy + vx * vy;
  const square = uy * uy + vy * vy;
  const ux4 = f32x4.splat(ux);
  const vx4 = f32x4.splat(vx);
  const fade4 = f32x4.splat(fade);
  const invRx2 = f32x4.splat(1 / (rx * rx));
  const invRy2 = f32x4.splat(1 / (ry * ry));
  const full = i16x8.splat(32767);
  const none = i16x8.splat(0);
  for (let y = 0; y < height; y++) {
    const dy = <f32>y + 0.5 - cy;
    const row = mask + ((y * stride) << 1);
    // Where the row enters and leaves the ellipse grown by half a pixel: a·x² + 2b·x + c = outer².
    const b = dy * cross;
    const c = dy * dy * square;
    const reach = b * b - a * (c - outer * outer);
    if (reach <= 0) {
      store<u64>(spans + (y << 3), 0);
      continue;
    }
    const half = sqrt<f32>(reach) / a;
    const middle = cx - b / a;
    const first = max(0, <i32>floor<f32>(middle - half - 0.5));
    const last = min(width, <i32>ceil<f32>(middle + half + 0.5));
    let fullFrom = i32.MAX_VALUE;
    let fullTo = 0;
    const depth = b * b - a * (c - inner * inner);
    if (inner > 0 && depth > 0) {
      const deep = sqrt<f32>(depth) / a;
      fullFrom = <i32>ceil<f32>(middle - deep + 0.5);
      fullTo = <i32>floor<f32>(middle + deep - 0.5);
    }
    const du = f32x4.splat(dy * uy);
    const dv = f32x4.splat(dy * vy);
    // What is read around the span must be empty.
    const begin = row + ((first & ~7) << 1);
    v128.store(begin - 32, none);
    v128.store(begin - 16, none);
    for (let x = first & ~7; x < last; x += 8) {
      if (x >= fullFrom && x + 8 <= fullTo) v128.store(row + (x << 1), full);
      else {
        const left = rim(<f32>x + 0.5 - cx, ux4, vx4, du, dv, fade4, ease, invRx2, invRy2);
        const right = rim(<f32>x + 4.5 - cx, ux4, vx4, du, dv, fade4, ease, invRx2, invRy2);
        v128.store(row + (x << 1), i16x8.narrow_i32x4_s(left, right));
      }
    }
    const after = row + (((last + 7) & ~7) << 1);
    v128.store(after, none);
    v128.store(after, none, 16);
    const span = spans + (y << 3);
    store<i16>(span, <i16>first);
    store<i16>(span, <i16>last, 2);
    store<i16>(span, <i16>(fullFrom < fullTo ? fullFrom : 0), 4);
    store<i16>(span, <i16>(fullFrom < fullTo ? fullTo : 0), 6);
  }
}

@inline
function rim(dx: f32, ux: v128, vx: v128, du: v128, dv: v128, fade: v128, ease: v128, invRx2: v128, invRy2: v128): v128 {
  const one = f32x4.splat(1);
  const x = f32x4.add(f32x4.splat(dx), f32x4(0, 1, 2, 3));
  const u = f32x4.add(f32x4.mul(x, ux), du);
  const v = f32x4.add(f32x4.mul(x, vx), dv);
  const u2 = f32x4.mul(u, u);
  const v2 = f32x4.mul(v, v);
  const square = f32x4.max(f32x4.add(u2, v2), f32x4.splat(1e-12));
  // One pixel in units of the radius, along the steepest way out: the length of the gradient of the radius.
  const pixel = f32x4.sqrt(f32x4.div(f32x4.add(f32x4.mul(u2, invRx2), f32x4.mul(v2, invRy2)), square));
  const depth = f32x4.sub(f32x4.add(one, f32x4.mul(pixel, f32x4.splat(0.5))), f32x4.sqrt(square));
  const t = f32x4.max(f32x4.splat(0), f32x4.min(one, f32x4.div(depth, f32x4.add(fade, f32x4.max(pixel, f32x4.splat(1e-9))))));
  const eased = f32x4.mul(f32x4.mul(t, t), f32x4.sub(f32x4.splat(3), f32x4.add(t, t)));
  const m = f32x4.add(t, f32x4.mul(ease, f32x4.sub(eased, t)));
  return i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(m, f32x4.splat(32767)), f32x4.splat(0.5)));
}

/**
 * Samples a tip's picture into a mask of one or more planes. The level's pixel that lies under the middle of the mask's
 * pixel (x, y) is (ox + x·xx + y·xy, oy + x·yx + y·yy); between pixels the four nearest are mixed. `gain` (Q15) weakens what
 * is thinner than a pixel. Writes the spans of rows that meet the picture; the mask needs no clearing.
 */
export function maskSample(
  mask: usize, spans: usize, stride: i32, width: i32, height: i32, planes: i32, planeBytes: i32,
  ox: f64, oy: f64, xx: f64, xy: f64, yx: f64, yy: f64,
  level: usize, levelWidth: i32, levelHeight: i32, levelBytes: i32, gain: i32,
): void {
  const stepX = <i32>nearest<f64>(xx * 65536);
  const stepY = <i32>nearest<f64>(yx * 65536);
  for (let y = 0; y < height; y++) {
    const rx = ox + <f64>y * xy;
    const ry = oy + <f64>y * yy;
    const fromF = max<f64>(enters(rx, xx, -1, levelWidth), enters(ry, yx, -1, levelHeight));
    const toF = min<f64>(leaves(rx, xx, -1, levelWidth), leaves(ry, yx, -1, levelHeight));
    const from = max(0, <i32>floor<f64>(max<f64>(fromF, -1)));
    const to = min(width, <i32>ceil<f64>(min<f64>(toF, <f64>width)) + 1);
    if (from >= to) {
      store<u64>(spans + (y << 3), 0);
      continue;
    }
    const first = from & ~7;
    const startX = <i32>nearest<f64>((rx + <f64>first * xx) * 65536);
    const startY = <i32>nearest<f64>((ry + <f64>first * yx) * 65536);
    const row = mask + ((y * stride) << 1);
    for (let p = 0; p < planes; p++)
      sampleRow(row + p * planeBytes, first, to, startX, startY, stepX, stepY, level + p * levelBytes, levelWidth, levelHeight, gain);
    const span = spans + (y << 3);
    store<i16>(span, <i16>from);
    store<i16>(span, <i16>to, 2);
    store<i32>(span, 0, 4);
  }
}

// From where along a row low < start + slope·x < high, and until where.
@inline
function enters(start: f64, slope: f64, low: i32, high: i32): f64 {
  if (abs<f64>(slope) < 1e-9) return start > <f64>low && start < <f64>high ? -1e9 : 1e9;
  return ((slope > 0 ? <f64>low : <f64>high) - start) / slope;
}

@inline
function leaves(start: f64, slope: f64, low: i32, high: i32): f64 {
  if (abs<f64>(slope) < 1e-9) return start > <f64>low && start < <f64>high ? 1e9 : -1e9;
  return ((slope > 0 ? <f64>high : <f64>low) - start) / slope;
}

function sampleRow(
  row: usize, first: i32, to: i32, startX: i32, startY: i32, stepX: i32, stepY: i32,
  level: usize, levelWidth: i32, levelHeight: i32, gain: i32,
): void {
  const strideBytes = (levelWidth + 3) << 1;
  let x4 = i32x4.add(i32x4.splat(startX), i32x4.mul(i32x4(0, 1, 2, 3), i32x4.splat(stepX)));
  let y4 = i32x4.add(i32x4.splat(startY), i32x4.mul(i32x4(0, 1, 2, 3), i32x4.splat(stepY)));
  const nextX = i32x4.splat(stepX << 2);
  const nextY = i32x4.splat(stepY << 2);
  const mostX = i32x4.splat(levelWidth << 16);
  const mostY = i32x4.splat(levelHeight << 16);
  const least = i32x4.splat(-65536);
  const stride4 = i32x4.splat(strideBytes);
  const weak = gain < 32767;
  const strength = i16x8.splat(<i16>gain);
  const none = i16x8.splat(0);
  // What is read around the span must be empty.
  v128.store(row + (first << 1) - 32, none);
  v128.store(row + (first << 1) - 16, none);
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
    v128.store(at, weak ? i16x8.q15mulr_sat_s(eight, strength) : eight);
  }
  v128.store(at, none);
  v128.store(at, none, 16);
}

// Four samples; coordinates are 16.16. Outside the picture they are moved to its empty border.
@inline
function sampleFour(x4: v128, y4: v128, mostX: v128, mostY: v128, least: v128, stride4: v128, level: usize, strideBytes: usize): v128 {
  const x = i32x4.max_s(i32x4.min_s(x4, mostX), least);
  const y = i32x4.max_s(i32x4.min_s(y4, mostY), least);
  const one = i32x4.splat(1);
  const column = i32x4.shl(i32x4.add(i32x4.shr_s(x, 16), one), 1);
  const offset = i32x4.add(i32x4.mul(i32x4.add(i32x4.shr_s(y, 16), one), stride4), column);
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
  const pair = i16x8.add(upper, i16x8.q15mulr_sat_s(i16x8.sub(lower, upper), v128.or(fy, i32x4.shl(fy, 16))));
  // left + fx·(right − left)
  const weights = v128.or(i32x4.shl(fx, 16), v128.and(i32x4.neg(fx), i32x4.splat(0xffff)));
  const change = i32x4.shr_s(i32x4.add(i32x4.dot_i16x8_s(pair, weights), i32x4.splat(16384)), 15);
  return i32x4.add(v128.and(pair, i32x4.splat(0xffff)), change);
}
