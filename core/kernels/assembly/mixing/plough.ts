import { PLANE } from "../q15";

// Hairs that go through wet paint level what stands there, and what they level stands again in the ridges that they leave. Heights are
// planes of Q15 numbers.

/**
 * Writes what a stroke levels of the paint that is there: `R = (H − F)·levels·min(1, h/full)`.
 * @param heights @param dried the layer's, 0 for none @param fresh the stroke's @returns the sum of what it levels, Q15
 */
export function levelledBy(heights: usize, dried: usize, fresh: usize, levels: f32, full: f32, out: usize): f64 {
  let sum: f64 = 0;
  for (let i = 0; i < PLANE; i += 2) {
    const firm = dried ? <f32>load<u16>(dried + i) : 0;
    const wet = heights ? max<f32>(0, <f32>load<u16>(heights + i) - firm) : 0;
    const much = <u16>(wet * levels * min<f32>(1, <f32>load<u16>(fresh + i) / (32767 * full)) + <f32>0.5);
    store<u16>(out + i, much);
    sum += <f64>much;
  }
  return sum;
}

/**
 * Writes how what was levelled stands in ridges: as much as was levelled about a place, where the stroke's ridges are, over `blurredRidges` both.
 * @returns its sum, Q15
 */
export function ridgesOf(fresh: usize, blurredLevelled: usize, blurredRidges: usize, out: usize): f64 {
  let sum: f64 = 0;
  for (let i = 0; i < PLANE; i += 2) {
    const about = <f32>load<u16>(blurredRidges + i);
    const much = about > 8 ? min<f32>(32767, (<f32>load<u16>(fresh + i) * <f32>load<u16>(blurredLevelled + i)) / about) : 0;
    store<u16>(out + i, <u16>much);
    sum += <f64>(<i32>much);
  }
  return sum;
}

/**
 * Makes of a stroke's heights what all of it becomes: `H − R + h·laid + P·again`, at most 1.
 * @param heights the layer's, 0 for none @param levelled @param ridges as the calls above wrote them @param fresh the stroke's, which becomes the whole
 */
export function ploughed(heights: usize, levelled: usize, ridges: usize, fresh: usize, laid: f32, again: f32): void {
  for (let i = 0; i < PLANE; i += 2) {
    const was = heights ? <f32>load<u16>(heights + i) : 0;
    const sum = was - <f32>load<u16>(levelled + i) + <f32>load<u16>(fresh + i) * laid + <f32>load<u16>(ridges + i) * again;
    store<u16>(fresh + i, <u16>(max<f32>(0, min<f32>(32767, sum)) + <f32>0.5));
  }
}

/** The sum of a plane, Q15. */
export function planeSum(plane: usize): f64 {
  let sum: f64 = 0;
  for (let i = 0; i < PLANE; i += 2) sum += <f64>load<u16>(plane + i);
  return sum;
}
