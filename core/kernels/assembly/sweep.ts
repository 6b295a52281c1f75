// Hairs are lines: each is swept from where it stood to where it stands.

/** One hair on its way: 20 f32. */
@unmanaged
class Hair {
  /** From and to, px of the surface. */
  x0: f32;
  y0: f32;
  x1: f32;
  y1: f32;
  /** Across which lines its way begins and ends, so that one piece goes on where the last one stopped. */
  ax: f32;
  ay: f32;
  bx: f32;
  by: f32;
  /** Half its width, px, ½ at least. */
  w0: f32;
  w1: f32;
  /** Its strength, 0…1. */
  s0: f32;
  s1: f32;
  /** 1 ÷ the px over which its edge fades, 1 at most. */
  edge: f32;
  red: f32;
  green: f32;
  blue: f32;
}

const HAIR_BYTES: i32 = 64;

/**
 * Sweeps hairs into a mask of `planes` planes (strength alone, or strength, red, green, blue, all times strength): each over
 * those before it. The mask's rows must be empty; spans are written.
 * @param left @param top the place of the mask's first px on the surface
 */
export function sweepHairs(
  mask: usize, spans: usize, stride: i32, width: i32, height: i32, planes: i32, planeBytes: i32, left: i32, top: i32,
  hairs: usize, count: i32,
): void {
  for (let y = 0; y < height; y++) {
    store<i16>(spans + (y << 3), <i16>width);
    store<i16>(spans + (y << 3), 0, 2);
    store<i32>(spans + (y << 3), 0, 4);
  }
  for (let n = 0; n < count; n++) sweepOne(changetype<Hair>(hairs + n * HAIR_BYTES), mask, spans, stride, width, height, planes, planeBytes, left, top);
  for (let y = 0; y < height; y++) if (load<i16>(spans + (y << 3)) >= load<i16>(spans + (y << 3), 2)) store<i32>(spans + (y << 3), 0);
}

@inline
function sweepOne(
  hair: Hair, mask: usize, spans: usize, stride: i32, width: i32, height: i32, planes: i32, planeBytes: i32, left: i32, top: i32,
): void {
  const x0 = hair.x0 - <f32>left;
  const y0 = hair.y0 - <f32>top;
  const dx = hair.x1 - hair.x0;
  const dy = hair.y1 - hair.y0;
  const long = sqrt<f32>(dx * dx + dy * dy);
  if (!(long > 1e-3)) return;
  const per: f32 = 1 / long;
  const tx = dx * per;
  const ty = dy * per;
  const widest = max(hair.w0, hair.w1) + <f32>0.5;
  const fromY = max(0, <i32>floor<f32>(min(y0, y0 + dy) - widest));
  const toY = min(height, <i32>ceil<f32>(max(y0, y0 + dy) + widest));
  const lowX = min(x0, x0 + dx) - widest;
  const highX = max(x0, x0 + dx) + widest;
  // Where a row meets the hair's strip: |across| ≤ widest, with across = (y − y0)·tx − (x − x0)·ty.
  const steep = abs(ty) > <f32>0.05;
  const perTy: f32 = steep ? 1 / ty : 0;
  const reach: f32 = steep ? widest * abs(perTy) : 0;
  const nextX0 = hair.x1 - <f32>left;
  const nextY0 = hair.y1 - <f32>top;
  const w0 = f32x4.splat(hair.w0 + <f32>0.5);
  const wide = f32x4.splat((hair.w1 - hair.w0) * per);
  const s0 = f32x4.splat(hair.s0);
  const strong = f32x4.splat((hair.s1 - hair.s0) * per);
  const edge = f32x4.splat(hair.edge);
  const none = f32x4.splat(0);
  const one = f32x4.splat(1);
  const farthest = f32x4.splat(long);
  const txs = f32x4.splat(tx);
  const tys = f32x4.splat(ty);
  const ax = f32x4.splat(hair.ax);
  const bx = f32x4.splat(hair.bx);
  const steps = f32x4(0, 1, 2, 3);
  for (let y = fromY; y < toY; y++) {
    const ry = <f32>y + <f32>0.5 - y0;
    let from = lowX;
    let to = highX;
    if (steep) {
      const middle = x0 + ry * tx * perTy;
      from = max(from, middle - reach);
      to = min(to, middle + reach);
    }
    const first = max(0, <i32>floor<f32>(from - <f32>0.5));
    const last = min(width, <i32>ceil<f32>(to + <f32>0.5));
    if (first >= last) continue;
    const rys = f32x4.splat(ry);
    const fromA = f32x4.splat(ry * hair.ay);
    const toB = f32x4.splat((<f32>y + <f32>0.5 - nextY0) * hair.by);
    const row = mask + ((y * stride) << 1);
    for (let x = first; x < last; x += 4) {
      const rx = f32x4.add(f32x4.splat(<f32>x + <f32>0.5 - x0), steps);
      const ahead = f32x4.add(f32x4.mul(rx, ax), fromA);
      const behind = f32x4.add(f32x4.mul(f32x4.add(f32x4.splat(<f32>x + <f32>0.5 - nextX0), steps), bx), toB);
      const on = v128.and(f32x4.ge(ahead, none), f32x4.lt(behind, none));
      if (!v128.any_true(on)) continue;
      const along = f32x4.max(f32x4.min(f32x4.add(f32x4.mul(rx, txs), f32x4.mul(rys, tys)), farthest), none);
      const across = f32x4.abs(f32x4.sub(f32x4.mul(rys, txs), f32x4.mul(rx, tys)));
      const cover = f32x4.min(f32x4.max(f32x4.mul(f32x4.sub(f32x4.add(w0, f32x4.mul(along, wide)), across), edge), none), one);
      const strength = v128.and(f32x4.mul(cover, f32x4.add(s0, f32x4.mul(along, strong))), on);
      const at = row + (x << 1);
      lay(at, strength, one);
      if (planes == 4) {
        lay(at + planeBytes, strength, f32x4.splat(hair.red));
        lay(at + 2 * planeBytes, strength, f32x4.splat(hair.green));
        lay(at + 3 * planeBytes, strength, f32x4.splat(hair.blue));
      }
    }
    const span = spans + (y << 3);
    if (first < load<i16>(span)) store<i16>(span, <i16>first);
    if (last > load<i16>(span, 2)) store<i16>(span, <i16>last, 2);
  }
}

/** `P ← P + strength·(colour − P)` on four px. */
@inline
function lay(at: usize, strength: v128, colour: v128): void {
  const now = f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(at))), f32x4.splat(<f32>(1.0 / 32767.0)));
  const next = f32x4.add(now, f32x4.mul(strength, f32x4.sub(colour, now)));
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(next, f32x4.splat(32767)), f32x4.splat(0.5)));
  v128.store64_lane(at, i16x8.narrow_i32x4_s(whole, whole), 0);
}
