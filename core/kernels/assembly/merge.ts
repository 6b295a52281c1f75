import { PLANE, times } from "./q15";

/** Source-over of a one-plane stroke tile in one colour onto a layer tile: `L ← L + A·(c − L)`. */
export function mergeCover(layer: usize, cover: usize, red: i32, green: i32, blue: i32): void {
  const r = i16x8.splat(<i16>red);
  const g = i16x8.splat(<i16>green);
  const b = i16x8.splat(<i16>blue);
  const one = i16x8.splat(32767);
  for (let i = 0; i < PLANE; i += 16) {
    const a = v128.load(cover + i);
    if (!v128.any_true(a)) continue;
    const at = layer + i;
    mergeToward(at, a, r);
    mergeToward(at + PLANE, a, g);
    mergeToward(at + 2 * PLANE, a, b);
    mergeToward(at + 3 * PLANE, a, one);
  }
}

@inline
function mergeToward(at: usize, share: v128, goal: v128): void {
  v128.store(at, toward(v128.load(at), share, goal));
}

@inline
function toward(now: v128, share: v128, goal: v128): v128 {
  return i16x8.add(now, times(share, i16x8.sub(goal, now)));
}

/** Source-over of a four-plane premultiplied tile onto a layer tile: `L ← S + L·(1 − Sa)`. */
export function mergeTint(layer: usize, stroke: usize): void {
  for (let i = 0; i < PLANE; i += 16) {
    const a = v128.load(stroke + i + 3 * PLANE);
    if (!v128.any_true(a)) continue;
    for (let plane = 0; plane < 4 * PLANE; plane += PLANE) {
      const at = layer + i + plane;
      const now = v128.load(at);
      const sum = i16x8.add_sat_s(v128.load(stroke + i + plane), i16x8.sub(now, times(now, a)));
      v128.store(at, sum);
    }
  }
}

/** 0…32767 to the nearest of 0…255. */
@inline
function toByte(v: v128): v128 {
  return i16x8.shr_u(i16x8.add(times(v, i16x8.splat(32640)), i16x8.splat(64)), 7);
}

/** Eight opaque pixels, from channels of eight bytes in 16-bit lanes. */
@inline
function storePixels(to: usize, red: v128, green: v128, blue: v128): void {
  const rb = i8x16.narrow_i16x8_u(red, blue);
  const ga = i8x16.narrow_i16x8_u(green, i16x8.splat(255));
  v128.store(to, i8x16.shuffle(rb, ga, 0, 16, 8, 24, 1, 17, 9, 25, 2, 18, 10, 26, 3, 19, 11, 27));
  v128.store(to + 16, i8x16.shuffle(rb, ga, 4, 20, 12, 28, 5, 21, 13, 29, 6, 22, 14, 30, 7, 23, 15, 31));
}

/** Shows a layer tile over an opaque paper colour (Q15) as 8-bit RGBA; `rows` rows of `groups`·8 pixels, `stride` in bytes. */
export function showOpaque(out: usize, stride: i32, groups: i32, rows: i32, layer: usize, red: i32, green: i32, blue: i32): void {
  const pr = i16x8.splat(<i16>red);
  const pg = i16x8.splat(<i16>green);
  const pb = i16x8.splat(<i16>blue);
  for (let y = 0; y < rows; y++) {
    for (let g = 0; g < groups; g++) {
      const at = layer + (((y << 6) + (g << 3)) << 1);
      const clear = i16x8.sub(i16x8.splat(32767), v128.load(at + 3 * PLANE));
      const r8 = toByte(i16x8.add_sat_s(v128.load(at), times(pr, clear)));
      const g8 = toByte(i16x8.add_sat_s(v128.load(at + PLANE), times(pg, clear)));
      const b8 = toByte(i16x8.add_sat_s(v128.load(at + 2 * PLANE), times(pb, clear)));
      storePixels(out + y * stride + (g << 5), r8, g8, b8);
    }
  }
}

/**
 * Shows a layer tile with a one-plane stroke tile in one colour over it, both over opaque paper; the layer may be 0 for
 * none. The same numbers as merging first and showing then, without a copy of the tile.
 */
export function showWet(out: usize, stride: i32, groups: i32, rows: i32, layer: usize, cover: usize, red: i32, green: i32, blue: i32, paperRed: i32, paperGreen: i32, paperBlue: i32): void {
  const r = i16x8.splat(<i16>red);
  const g = i16x8.splat(<i16>green);
  const b = i16x8.splat(<i16>blue);
  const pr = i16x8.splat(<i16>paperRed);
  const pg = i16x8.splat(<i16>paperGreen);
  const pb = i16x8.splat(<i16>paperBlue);
  const one = i16x8.splat(32767);
  const none = i16x8.splat(0);
  for (let y = 0; y < rows; y++) {
    for (let n = 0; n < groups; n++) {
      const place = ((y << 6) + (n << 3)) << 1;
      const share = v128.load(cover + place);
      const at = layer + place;
      const alpha = layer ? toward(v128.load(at + 3 * PLANE), share, one) : toward(none, share, one);
      const clear = i16x8.sub(one, alpha);
      const red8 = toByte(i16x8.add_sat_s(toward(layer ? v128.load(at) : none, share, r), times(pr, clear)));
      const green8 = toByte(i16x8.add_sat_s(toward(layer ? v128.load(at + PLANE) : none, share, g), times(pg, clear)));
      const blue8 = toByte(i16x8.add_sat_s(toward(layer ? v128.load(at + 2 * PLANE) : none, share, b), times(pb, clear)));
      storePixels(out + y * stride + (n << 5), red8, green8, blue8);
    }
  }
}

/** Shows a layer tile without paper as 8-bit RGBA, colour divided by alpha, as PNG and ImageData have it. */
export function showClear(out: usize, stride: i32, columns: i32, rows: i32, layer: usize): void {
  for (let y = 0; y < rows; y++) {
    for (let x = 0; x < columns; x++) {
      const at = layer + (((y << 6) + x) << 1);
      const to = out + y * stride + (x << 2);
      const a = <f32>load<u16>(at + 3 * PLANE);
      const scale: f32 = a > 0 ? 255 / a : 0;
      store<u8>(to, <u8>min<f32>(255, <f32>load<u16>(at) * scale + 0.5));
      store<u8>(to, <u8>min<f32>(255, <f32>load<u16>(at + PLANE) * scale + 0.5), 1);
      store<u8>(to, <u8>min<f32>(255, <f32>load<u16>(at + 2 * PLANE) * scale + 0.5), 2);
      store<u8>(to, <u8>(a * <f32>(255.0 / 32767.0) + 0.5), 3);
    }
  }
}
