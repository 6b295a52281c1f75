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
