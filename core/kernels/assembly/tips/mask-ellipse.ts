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
  const fade: f32 = 1 - hardness;
  // The more px a falloff has, the less of it is the edge of a pixel: else small tips would be wider than large ones.
  const px = fade * ry;
  const share: f32 = 1 / (1 + 4 * px * px);
  const outer: f32 = 1 + finest * share * <f32>0.7072;
  const inner: f32 = hardness - finest * share * <f32>0.7072;
  // A falloff of several pixels is eased, a rim of one pixel is plain coverage.
  const ease = f32x4.splat(fade / max<f32>(fade + finest * share * <f32>0.5, 1e-12));
  const edge = f32x4.splat(share);
  const isThin = ry < <f32>0.72;
  const a = ux * ux + vx * vx;
  const cross = ux * uy + vx * vy;
  const square = uy * uy + vy * vy;
  const ux4 = f32x4.splat(ux);
  const vx4 = f32x4.splat(vx);
  const fade4 = f32x4.splat(fade);
  const uy4 = f32x4.splat(uy);
  const vy4 = f32x4.splat(vy);
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
        const left = rim(<f32>x + 0.5 - cx, ux4, vx4, du, dv, fade4, ease, edge, uy4, vy4, isThin);
        const right = rim(<f32>x + 4.5 - cx, ux4, vx4, du, dv, fade4, ease, edge, uy4, vy4, isThin);
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
function rim(dx: f32, ux: v128, vx: v128, du: v128, dv: v128, fade: v128, ease: v128, edge: v128, uy: v128, vy: v128, isThin: bool): v128 {
  const one = f32x4.splat(1);
  const x = f32x4.add(f32x4.splat(dx), f32x4(0, 1, 2, 3));
  const u = f32x4.add(f32x4.mul(x, ux), du);
  const v = f32x4.add(f32x4.mul(x, vx), dv);
  const u2 = f32x4.mul(u, u);
  const v2 = f32x4.mul(v, v);
  const square = f32x4.max(f32x4.add(u2, v2), f32x4.splat(1e-12));
  const radius = f32x4.sqrt(square);
  // Over how much of a radius the edge of a covered area is spread in a square pixel: what its sides go along the gradient of
  // the radius, added up. It is a ramp where the edge is level, and eased where it is slanted.
  const goesX = f32x4.abs(f32x4.add(f32x4.mul(u, ux), f32x4.mul(v, vx)));
  const goesY = f32x4.abs(f32x4.add(f32x4.mul(u, uy), f32x4.mul(v, vy)));
  const squares = f32x4.add(f32x4.mul(goesX, goesX), f32x4.mul(goesY, goesY));
  const slant = f32x4.min(one, f32x4.div(f32x4.mul(f32x4.splat(3.4), f32x4.mul(goesX, goesY)), f32x4.max(squares, f32x4.splat(1e-20))));
  const pixel = f32x4.mul(f32x4.div(f32x4.add(goesX, goesY), radius), edge);
  const eases = f32x4.add(ease, f32x4.mul(f32x4.sub(one, ease), slant));
  const wide = f32x4.add(fade, f32x4.max(pixel, f32x4.splat(1e-9)));
  const half = f32x4.mul(pixel, f32x4.splat(0.5));
  let m = ramp(f32x4.div(f32x4.sub(f32x4.add(one, half), radius), wide), eases);
  // Thinner than an edge is wide: what lies beyond the other side is not covered either.
  if (isThin) m = f32x4.sub(m, ramp(f32x4.div(f32x4.sub(f32x4.sub(half, one), radius), wide), eases));
  return i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(m, f32x4.splat(32767)), f32x4.splat(0.5)));
}

@inline
function ramp(at: v128, eases: v128): v128 {
  const t = f32x4.max(f32x4.splat(0), f32x4.min(f32x4.splat(1), at));
  const eased = f32x4.mul(f32x4.mul(t, t), f32x4.sub(f32x4.splat(3), f32x4.add(t, t)));
  return f32x4.add(t, f32x4.mul(eases, f32x4.sub(eased, t)));
}
