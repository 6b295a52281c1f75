/**
 * Draws an elliptic tip into a cleared mask: rows of `stride` u16, `width`×`height` of them used, the centre at (cx, cy)
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
  for (let y = 0; y < height; y++) {
    const dy = <f32>y + 0.5 - cy;
    const row = mask + ((y * stride) << 1);
    // Where the row enters and leaves the ellipse grown by half a pixel: a·x² + 2b·x + c = outer².
    const b = dy * cross;
    const c = dy * dy * square;
    const reach = b * b - a * (c - outer * outer);
    if (reach <= 0) {
      store<i16>(spans + (y << 2), 0);
      store<i16>(spans + (y << 2), 0, 2);
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
    for (let x = first & ~7; x < last; x += 8) {
      if (x >= fullFrom && x + 8 <= fullTo) v128.store(row + (x << 1), full);
      else {
        const left = rim(<f32>x + 0.5 - cx, ux4, vx4, du, dv, fade4, ease, invRx2, invRy2);
        const right = rim(<f32>x + 4.5 - cx, ux4, vx4, du, dv, fade4, ease, invRx2, invRy2);
        v128.store(row + (x << 1), i16x8.narrow_i32x4_s(left, right));
      }
    }
    // What the last group wrote beyond the mask must read as empty.
    for (let x = width; x < ((width + 7) & ~7); x++) store<u16>(row + (x << 1), 0);
    store<i16>(spans + (y << 2), <i16>first);
    store<i16>(spans + (y << 2), <i16>last, 2);
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
 * Samples a tip's picture into a cleared mask. The matrix takes mask pixels from the centre (cx, cy) to u, v of −1…1;
 * two levels of the picture's pyramid are mixed by `share`; `taps` samples lie along v, (tu, tv) apart, where a tip that is
 * pressed flat has more detail across than a pixel holds. Writes the spans of non-empty pixels.
 */
export function maskSample(
  mask: usize, spans: usize, stride: i32, width: i32, height: i32, cx: f32, cy: f32,
  ux: f32, uy: f32, vx: f32, vy: f32, fine: usize, fineSide: i32, coarse: usize, coarseSide: i32, share: f32, taps: i32, tv: f32,
): void {
  const weight: f32 = 1 / <f32>taps;
  // The border of empty pixels around each level lets a sample lie half a pixel outside.
  const limit: f32 = 1 + 1 / <f32>fineSide;
  const spread = tv * 0.5 * <f32>(taps - 1);
  for (let y = 0; y < height; y++) {
    const dy = <f32>y + 0.5 - cy;
    const row = mask + ((y * stride) << 1);
    const fromU = entry(dy * uy, ux, limit);
    const fromV = entry(dy * vy, vx, limit + spread);
    const toU = leave(dy * uy, ux, limit);
    const toV = leave(dy * vy, vx, limit + spread);
    const from = max(0, <i32>floor<f32>(max<f32>(fromU, fromV) + cx - 1));
    const to = min(width, <i32>ceil<f32>(min<f32>(toU, toV) + cx + 1));
    let first = width;
    let last = 0;
    for (let x = from; x < to; x++) {
      const dx = <f32>x + 0.5 - cx;
      const u = dx * ux + dy * uy;
      if (abs<f32>(u) > limit) continue;
      const v = dx * vx + dy * vy - spread;
      let sum: f32 = 0;
      for (let k = 0; k < taps; k++) {
        const w = v + tv * <f32>k;
        if (abs<f32>(w) > limit) continue;
        const near = bilinear(fine, fineSide, u, w);
        sum += share > 0 ? near + share * (bilinear(coarse, coarseSide, u, w) - near) : near;
      }
      const m = <i32>(sum * weight + 0.5);
      if (m > 0) {
        store<u16>(row + (x << 1), <u16>m);
        first = min(first, x);
        last = x + 1;
      }
    }
    store<i16>(spans + (y << 2), <i16>min(first, last));
    store<i16>(spans + (y << 2), <i16>last, 2);
  }
}

// From where along a row |start + slope·dx| ≤ limit, and until where.
@inline
function entry(start: f32, slope: f32, limit: f32): f32 {
  return abs<f32>(slope) < 1e-6 ? -30000 : (slope > 0 ? -limit - start : limit - start) / slope;
}

@inline
function leave(start: f32, slope: f32, limit: f32): f32 {
  return abs<f32>(slope) < 1e-6 ? 30000 : (slope > 0 ? limit - start : -limit - start) / slope;
}

// A level is side + 3 pixels wide and high: one empty line before it, two behind.
@inline
function bilinear(at: usize, side: i32, u: f32, v: f32): f32 {
  const x = (u + 1) * 0.5 * <f32>side - 0.5;
  const y = (v + 1) * 0.5 * <f32>side - 0.5;
  const left = floor<f32>(x);
  const top = floor<f32>(y);
  const fx = x - left;
  const fy = y - top;
  const stride = side + 3;
  const place = at + ((((<i32>top + 1) * stride) + <i32>left + 1) << 1);
  const a = <f32>load<u16>(place);
  const c = <f32>load<u16>(place + (stride << 1));
  const upper = a + fx * (<f32>load<u16>(place, 2) - a);
  return upper + fy * (c + fx * (<f32>load<u16>(place + (stride << 1), 2) - c) - upper);
}
