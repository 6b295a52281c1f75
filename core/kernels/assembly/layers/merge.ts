import { PLANE, times } from "../q15";

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

/** What `mergeCover` makes of an empty layer tile, whatever lay at its address before. */
export function coverEmpty(layer: usize, cover: usize, red: i32, green: i32, blue: i32): void {
  const r = i16x8.splat(<i16>red);
  const g = i16x8.splat(<i16>green);
  const b = i16x8.splat(<i16>blue);
  const one = i16x8.splat(32767);
  for (let i = 0; i < PLANE; i += 16) {
    const a = v128.load(cover + i);
    const at = layer + i;
    v128.store(at, times(a, r));
    v128.store(at + PLANE, times(a, g));
    v128.store(at + 2 * PLANE, times(a, b));
    v128.store(at + 3 * PLANE, times(a, one));
  }
}

/** Hides more of a mask's tile: `H ← H + A·(1 − H)` on one plane. */
export function hide(mask: usize, cover: usize): void {
  const one = i16x8.splat(32767);
  for (let i = 0; i < PLANE; i += 16) mergeToward(mask + i, v128.load(cover + i), one);
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

/** As `mergeTint` for a layer that lies on with an opacity. */
export function mergeWeaker(layer: usize, stroke: usize, opacity: i32): void {
  const factor = i16x8.splat(<i16>opacity);
  for (let i = 0; i < PLANE; i += 16) {
    const a = times(v128.load(stroke + i + 3 * PLANE), factor);
    if (!v128.any_true(a)) continue;
    for (let plane = 0; plane < 4 * PLANE; plane += PLANE) {
      const at = layer + i + plane;
      const now = v128.load(at);
      v128.store(at, i16x8.add_sat_s(times(v128.load(stroke + i + plane), factor), i16x8.sub(now, times(now, a))));
    }
  }
}

/** Copies a four-plane tile weaker: times `opacity`, and where a one-plane tile (0 for none) hides it, times what is not hidden. */
export function scaleTile(from: usize, to: usize, opacity: i32, hidden: usize): void {
  const factor = i16x8.splat(<i16>opacity);
  const one = i16x8.splat(32767);
  for (let i = 0; i < PLANE; i += 16) {
    const share = hidden ? times(factor, i16x8.sub(one, v128.load(hidden + i))) : factor;
    for (let plane = 0; plane < 4 * PLANE; plane += PLANE) v128.store(to + i + plane, times(v128.load(from + i + plane), share));
  }
}

/** 0…32767 to the nearest of 0…255: v·255/32767 is v·255/32768 to within a hundredth. */
@inline
function toByte(v: v128): v128 {
  return times(v, i16x8.splat(255));
}

/** Eight opaque pixels, from channels of eight bytes in 16-bit lanes. */
@inline
function storePixels(to: usize, red: v128, green: v128, blue: v128): void {
  const rg = v128.or(red, i16x8.shl(green, 8));
  const ba = v128.or(blue, i16x8.splat(<i16>0xff00));
  v128.store(to, i16x8.shuffle(rg, ba, 0, 8, 1, 9, 2, 10, 3, 11));
  v128.store(to, i16x8.shuffle(rg, ba, 4, 12, 5, 13, 6, 14, 7, 15), 16);
}

/** Shows a layer tile over an opaque paper colour (Q15) as 8-bit RGBA; `rows` rows of `groups`·8 pixels, `stride` in bytes. */
export function showOpaque(out: usize, stride: i32, groups: i32, rows: i32, layer: usize, red: i32, green: i32, blue: i32): void {
  const pr = i16x8.splat(<i16>red);
  const pg = i16x8.splat(<i16>green);
  const pb = i16x8.splat(<i16>blue);
  for (let y = 0; y < rows; y++) {
    for (let g = 0; g < groups; g++) {
      const at = layer + (((y << 6) + (g << 3)) << 1);
      const clear = i16x8.sub(i16x8.splat(32767), v128.load(at, 3 * PLANE));
      const r8 = toByte(i16x8.add_sat_s(v128.load(at), times(pr, clear)));
      const g8 = toByte(i16x8.add_sat_s(v128.load(at, PLANE), times(pg, clear)));
      const b8 = toByte(i16x8.add_sat_s(v128.load(at, 2 * PLANE), times(pb, clear)));
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
  for (let y = 0; y < rows; y++) {
    const row = out + y * stride;
    const line = y << 7;
    if (layer == 0) {
      for (let n = 0; n < groups; n++) {
        const share = v128.load(cover + line + (n << 4));
        const clear = i16x8.sub(one, times(share, one));
        const red8 = toByte(i16x8.add_sat_s(times(share, r), times(pr, clear)));
        const green8 = toByte(i16x8.add_sat_s(times(share, g), times(pg, clear)));
        storePixels(row + (n << 5), red8, green8, toByte(i16x8.add_sat_s(times(share, b), times(pb, clear))));
      }
      continue;
    }
    for (let n = 0; n < groups; n++) {
      const share = v128.load(cover + line + (n << 4));
      const at = layer + line + (n << 4);
      const clear = i16x8.sub(one, toward(v128.load(at, 3 * PLANE), share, one));
      const red8 = toByte(i16x8.add_sat_s(toward(v128.load(at), share, r), times(pr, clear)));
      const green8 = toByte(i16x8.add_sat_s(toward(v128.load(at, PLANE), share, g), times(pg, clear)));
      storePixels(row + (n << 5), red8, green8, toByte(i16x8.add_sat_s(toward(v128.load(at, 2 * PLANE), share, b), times(pb, clear))));
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
