// Fixed point: 0…32767 stands for 0…1. Products keep the nearest value, so a product with 32767 loses at most one step.

export const TILE: i32 = 64;
export const PLANE: i32 = TILE * TILE * 2;

/**
 * The nearest Q15 value to a·b, lane by lane. The relaxed product is one instruction where the saturating one is five;
 * they differ only for −1 · −1, which is never asked here.
 */
@inline
export function times(a: v128, b: v128): v128 {
  if (ASC_FEATURE_RELAXED_SIMD) return i16x8.relaxed_q15mulr_s(a, b);
  return i16x8.q15mulr_sat_s(a, b);
}

/**
 * a·b rounded up with the probability of its fraction: `threshold` is the same for the whole mark and runs through
 * a low-discrepancy sequence over the marks, so that strengths far below one step still add up to what they should.
 */
@inline
export function timesFine(a: v128, b: v128, threshold: v128): v128 {
  const nearest = times(a, b);
  const fraction = v128.and(i16x8.mul(a, b), i16x8.splat(0x7fff));
  const roundedUp = i16x8.gt_s(fraction, i16x8.splat(0x3fff));
  const roundUp = i16x8.gt_s(fraction, threshold);
  return i16x8.sub(i16x8.add(nearest, roundedUp), roundUp);
}

/** Four Q15 numbers as shares of one, f32. */
@inline
export function unit(at: usize): v128 {
  return f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(at))), f32x4.splat(<f32>(1.0 / 32767.0)));
}

/** Keeps four shares of one as the nearest Q15 numbers. */
@inline
export function put(at: usize, value: v128): void {
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(value, f32x4.splat(32767)), f32x4.splat(0.5)));
  v128.store64_lane(at, i16x8.narrow_i32x4_s(whole, whole), 0);
}
