/**
 * Draws an elliptic tip into a mask: rows of `stride` u16, `width`×`height` of them used, the centre at (cx, cy) in
 * mask pixels, half axes rx ≥ ry > 0, the long one along (cos, sin) with y growing downward. `hardness` is the share of the
 * radius at full strength; the rim is one pixel wide at least. Writes each row's first and one-past-last pixel to `spans`.
 */
export function maskEllipse(
  mask: usize, spans: usize, stride: i32, width: i32, height: i32,
  cx: f32, cy: f32, rx: f32, ry: f32, cos: f32, sin: f32, hardness: f32,
): void {
  const steps = f32x4.mul(f32x4(0, 1, 2, 3), f32x4.splat(1));
  const ux = cos / rx;
  const uy = sin / rx;
  const vx = -sin / ry;
  const vy = cos / ry;
  const one = f32x4.splat(1);
  const zero = f32x4.splat(0);
  const tiny = f32x4.splat(1e-12);
  const fade = f32x4.splat(1 - hardness);
  const invRx2 = f32x4.splat(1 / (rx * rx));
  const invRy2 = f32x4.splat(1 / (ry * ry));
  for (let y = 0; y < height; y++) {
    const dy = <f32>y + 0.5 - cy;
    let first = width;
    let last = 0;
    const row = mask + ((y * stride) << 1);
    for (let x = 0; x < width; x += 8) {
      const left = half(x, dy, cx, steps, ux, uy, vx, vy, one, zero, tiny, fade, invRx2, invRy2);
      const right = half(x + 4, dy, cx, steps, ux, uy, vx, vy, one, zero, tiny, fade, invRx2, invRy2);
      const m = i16x8.narrow_i32x4_s(left, right);
      v128.store(row + (x << 1), m);
      if (v128.any_true(m)) {
        first = min(first, x);
        last = x + 8;
      }
    }
    // What the last group wrote beyond the mask must read as empty.
    for (let x = width; x < ((width + 7) & ~7); x++) store<u16>(row + (x << 1), 0);
    store<i16>(spans + (y << 2), <i16>first);
    store<i16>(spans + (y << 2), <i16>min(last, width), 2);
  }
}

// @ts-expect-error: decorators on functions belong to AssemblyScript
@inline
function half(
  x: i32, dy: f32, cx: f32, steps: v128, ux: f32, uy: f32, vx: f32, vy: f32,
  one: v128, zero: v128, tiny: v128, fade: v128, invRx2: v128, invRy2: v128,
): v128 {
  const dx = f32x4.add(f32x4.splat(<f32>x + 0.5 - cx), steps);
  const u = f32x4.add(f32x4.mul(dx, f32x4.splat(ux)), f32x4.splat(dy * uy));
  const v = f32x4.add(f32x4.mul(dx, f32x4.splat(vx)), f32x4.splat(dy * vy));
  const u2 = f32x4.mul(u, u);
  const v2 = f32x4.mul(v, v);
  const radius = f32x4.sqrt(f32x4.add(u2, v2));
  // One pixel in units of the radius, along the steepest way out: the length of the gradient of `radius`.
  const slope = f32x4.sqrt(f32x4.add(f32x4.mul(u2, invRx2), f32x4.mul(v2, invRy2)));
  const pixel = f32x4.div(slope, f32x4.max(radius, tiny));
  const width = f32x4.add(fade, pixel);
  const rim = f32x4.sub(f32x4.add(one, f32x4.mul(pixel, f32x4.splat(0.5))), radius);
  const t = f32x4.max(zero, f32x4.min(one, f32x4.div(rim, f32x4.max(width, tiny))));
  // A falloff of several pixels is eased, a rim of one pixel is plain coverage.
  const ease = f32x4.div(fade, f32x4.max(f32x4.add(fade, f32x4.mul(pixel, f32x4.splat(2))), tiny));
  const eased = f32x4.mul(f32x4.mul(t, t), f32x4.sub(f32x4.splat(3), f32x4.add(t, t)));
  const m = f32x4.add(t, f32x4.mul(ease, f32x4.sub(eased, t)));
  return i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(m, f32x4.splat(32767)), f32x4.splat(0.5)));
}
