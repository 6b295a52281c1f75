import { PLANE, times } from "../q15";

/** Takes a one-plane stroke away from a layer tile: `L ← L·(1 − A)`. */
export function erase(layer: usize, cover: usize): void {
  for (let i = 0; i < PLANE; i += 16) {
    const a = v128.load(cover + i);
    if (!v128.any_true(a)) continue;
    for (let plane = 0; plane < 4 * PLANE; plane += PLANE) {
      const at = layer + i + plane;
      const now = v128.load(at);
      v128.store(at, i16x8.sub(now, times(now, a)));
    }
  }
}

/**
 * Joins a four-plane premultiplied tile to a layer's tile: W3C Compositing and Blending Level 1, source-over with the
 * blend mode of this number; see `core/kernels/blend-modes.ts` for the numbers and `core/kernels/reference/blend.ts` for the
 * formulas. In float, four pixels at a time.
 */
export function blend(layer: usize, source: usize, mode: i32): void {
  if (isPolynomial(mode)) {
    blendWhole(layer, source, mode);
    return;
  }
  const one = f32x4.splat(1);
  for (let i = 0; i < PLANE; i += 8) {
    const at = layer + i;
    const from = source + i;
    const sa = read(from + 3 * PLANE);
    if (!v128.any_true(f32x4.gt(sa, f32x4.splat(0)))) continue;
    const ba = read(at + 3 * PLANE);
    const sr = read(from);
    const sg = read(from + PLANE);
    const sb = read(from + 2 * PLANE);
    const br = read(at);
    const bg = read(at + PLANE);
    const bb = read(at + 2 * PLANE);
    if (mode == 16) {
      write(at, f32x4.add(sr, br));
      write(at + PLANE, f32x4.add(sg, bg));
      write(at + 2 * PLANE, f32x4.add(sb, bb));
      write(at + 3 * PLANE, f32x4.add(sa, ba));
      continue;
    }
    const csr = plain(sr, sa);
    const csg = plain(sg, sa);
    const csb = plain(sb, sa);
    const cbr = plain(br, ba);
    const cbg = plain(bg, ba);
    const cbb = plain(bb, ba);
    const both = f32x4.mul(sa, ba);
    const notSource = f32x4.sub(one, sa);
    const notBackdrop = f32x4.sub(one, ba);
    let r: v128, g: v128, b: v128;
    if (mode < 12) {
      r = separable(mode, cbr, csr);
      g = separable(mode, cbg, csg);
      b = separable(mode, cbb, csb);
    } else {
      mixHue(mode, cbr, cbg, cbb, csr, csg, csb);
      r = outR;
      g = outG;
      b = outB;
    }
    write(at, joined(sr, br, r, both, notSource, notBackdrop));
    write(at + PLANE, joined(sg, bg, g, both, notSource, notBackdrop));
    write(at + 2 * PLANE, joined(sb, bb, b, both, notSource, notBackdrop));
    write(at + 3 * PLANE, f32x4.sub(f32x4.add(sa, ba), both));
  }
}

/** Whether a mode's formula for premultiplied numbers has no division and no root. */
@inline
function isPolynomial(mode: i32): bool {
  return mode < 6 || mode == 8 || mode == 10 || mode == 11;
}

/**
 * As `blend` for modes whose formulas, multiplied out by both alphas, are polynomials: in whole numbers, eight pixels at a
 * time. With s, b premultiplied and a, d their alphas the result is `s·(1 − d) + b·(1 − a)` and what the mode makes of both.
 */
function blendWhole(layer: usize, source: usize, mode: i32): void {
  const one = i16x8.splat(32767);
  for (let i = 0; i < PLANE; i += 16) {
    const a = v128.load(source + i + 3 * PLANE);
    if (!v128.any_true(a)) continue;
    const d = v128.load(layer + i + 3 * PLANE);
    const notSource = i16x8.sub(one, a);
    const notBackdrop = i16x8.sub(one, d);
    for (let plane = 0; plane < 3 * PLANE; plane += PLANE) {
      const s = v128.load(source + i + plane);
      const b = v128.load(layer + i + plane);
      const alone = i16x8.add_sat_s(times(s, notBackdrop), times(b, notSource));
      v128.store(layer + i + plane, i16x8.max_s(i16x8.add_sat_s(alone, together(mode, s, b, a, d)), i16x8.splat(0)));
    }
    v128.store(layer + i + 3 * PLANE, i16x8.add_sat_s(i16x8.sub(d, times(d, a)), a));
  }
}

/** What a mode makes of a source and a backdrop where both are: times both alphas. */
@inline
function together(mode: i32, s: v128, b: v128, a: v128, d: v128): v128 {
  const sd = times(s, d);
  const ba = times(b, a);
  switch (mode) {
    case 1: return times(s, b);
    case 2: return i16x8.add_sat_s(sd, i16x8.sub(ba, times(s, b)));
    case 3: return hardLightWhole(b, s, d, a);
    case 4: return i16x8.min_s(sd, ba);
    case 5: return i16x8.max_s(sd, ba);
    case 8: return hardLightWhole(s, b, a, d);
    case 10: return i16x8.sub(i16x8.max_s(sd, ba), i16x8.min_s(sd, ba));
    case 11: return i16x8.add_sat_s(i16x8.sub(sd, times(s, b)), i16x8.sub(ba, times(s, b)));
    default: return sd;
  }
}

/** `2sb` where 2s ≤ a, else `ad − 2·(d − b)·(a − s)`. */
@inline
function hardLightWhole(s: v128, b: v128, a: v128, d: v128): v128 {
  const dark = times(s, b);
  const light = times(i16x8.sub(d, b), i16x8.sub(a, s));
  const both = times(a, d);
  const isDark = i16x8.le_s(s, i16x8.sub(a, s));
  return v128.bitselect(i16x8.add_sat_s(dark, dark), i16x8.sub(i16x8.sub(both, light), light), isDark);
}

@inline
export function read(at: usize): v128 {
  return f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(at))), f32x4.splat(<f32>(1.0 / 32767.0)));
}

@inline
export function write(at: usize, value: v128): void {
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(f32x4.min(value, f32x4.splat(1)), f32x4.splat(32767)), f32x4.splat(0.5)));
  v128.store64_lane(at, i16x8.narrow_i32x4_s(whole, whole), 0);
}

/** A colour without its alpha, 0 where there is none. A division and no reciprocal: what is full must come out as 1 exactly, for there some modes jump. */
@inline
function plain(value: v128, alpha: v128): v128 {
  return v128.and(f32x4.min(f32x4.div(value, alpha), f32x4.splat(1)), f32x4.gt(alpha, f32x4.splat(0)));
}

/** `S·(1 − αb) + L·(1 − αs) + αs·αb·B(Cb, Cs)` with premultiplied S and L. */
@inline
function joined(s: v128, b: v128, mixed: v128, both: v128, notSource: v128, notBackdrop: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(s, notBackdrop), f32x4.mul(b, notSource)), f32x4.mul(both, mixed));
}

function separable(mode: i32, b: v128, s: v128): v128 {
  const one = f32x4.splat(1);
  const two = f32x4.splat(2);
  const none = f32x4.splat(0);
  const half = f32x4.splat(0.5);
  switch (mode) {
    case 1: return f32x4.mul(b, s);
    case 2: return screen(b, s);
    case 3: return hardLight(s, b);
    case 4: return f32x4.min(b, s);
    case 5: return f32x4.max(b, s);
    case 6: {
      const dodged = f32x4.min(one, f32x4.div(b, f32x4.sub(one, s)));
      return v128.bitselect(none, v128.bitselect(one, dodged, f32x4.ge(s, one)), f32x4.eq(b, none));
    }
    case 7: {
      const burnt = f32x4.sub(one, f32x4.min(one, f32x4.div(f32x4.sub(one, b), s)));
      return v128.bitselect(one, v128.bitselect(none, burnt, f32x4.eq(s, none)), f32x4.ge(b, one));
    }
    case 8: return hardLight(b, s);
    case 9: {
      const twice = f32x4.mul(two, s);
      const darker = f32x4.sub(b, f32x4.mul(f32x4.mul(f32x4.sub(one, twice), b), f32x4.sub(one, b)));
      const low = f32x4.mul(f32x4.add(f32x4.mul(f32x4.sub(f32x4.mul(f32x4.splat(16), b), f32x4.splat(12)), b), f32x4.splat(4)), b);
      const d = v128.bitselect(low, f32x4.sqrt(b), f32x4.le(b, f32x4.splat(0.25)));
      const lighter = f32x4.add(b, f32x4.mul(f32x4.sub(twice, one), f32x4.sub(d, b)));
      return v128.bitselect(darker, lighter, f32x4.le(s, half));
    }
    case 10: return f32x4.abs(f32x4.sub(b, s));
    case 11: return f32x4.sub(f32x4.add(b, s), f32x4.mul(two, f32x4.mul(b, s)));
    default: return s;
  }
}

@inline
function screen(b: v128, s: v128): v128 {
  return f32x4.sub(f32x4.add(b, s), f32x4.mul(b, s));
}

@inline
function hardLight(b: v128, s: v128): v128 {
  const twice = f32x4.mul(f32x4.splat(2), s);
  const light = screen(b, f32x4.sub(twice, f32x4.splat(1)));
  return v128.bitselect(f32x4.mul(b, twice), light, f32x4.le(s, f32x4.splat(0.5)));
}

let outR: v128 = f32x4.splat(0);
let outG: v128 = f32x4.splat(0);
let outB: v128 = f32x4.splat(0);

/** The four modes that mix hue, saturation and luminosity; the result is in outR, outG, outB. */
function mixHue(mode: i32, br: v128, bg: v128, bb: v128, sr: v128, sg: v128, sb: v128): void {
  if (mode == 12) {
    setSaturation(sr, sg, sb, saturation(br, bg, bb));
    setLuminosity(outR, outG, outB, luminosity(br, bg, bb));
  } else if (mode == 13) {
    setSaturation(br, bg, bb, saturation(sr, sg, sb));
    setLuminosity(outR, outG, outB, luminosity(br, bg, bb));
  } else if (mode == 14) setLuminosity(sr, sg, sb, luminosity(br, bg, bb));
  else setLuminosity(br, bg, bb, luminosity(sr, sg, sb));
}

@inline
function luminosity(r: v128, g: v128, b: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(f32x4.splat(0.3), r), f32x4.mul(f32x4.splat(0.59), g)), f32x4.mul(f32x4.splat(0.11), b));
}

@inline
function saturation(r: v128, g: v128, b: v128): v128 {
  return f32x4.sub(f32x4.max(r, f32x4.max(g, b)), f32x4.min(r, f32x4.min(g, b)));
}

// Stretches the channels so that the least is 0 and the greatest is s: the same as the recommendation's three cases.
function setSaturation(r: v128, g: v128, b: v128, s: v128): void {
  const least = f32x4.min(r, f32x4.min(g, b));
  const range = saturation(r, g, b);
  const scale = v128.and(f32x4.div(s, range), f32x4.gt(range, f32x4.splat(0)));
  outR = f32x4.mul(f32x4.sub(r, least), scale);
  outG = f32x4.mul(f32x4.sub(g, least), scale);
  outB = f32x4.mul(f32x4.sub(b, least), scale);
}

function setLuminosity(r: v128, g: v128, b: v128, l: v128): void {
  const d = f32x4.sub(l, luminosity(r, g, b));
  clipColour(f32x4.add(r, d), f32x4.add(g, d), f32x4.add(b, d));
}

function clipColour(r: v128, g: v128, b: v128): void {
  const none = f32x4.splat(0);
  const one = f32x4.splat(1);
  const tiny = f32x4.splat(1e-9);
  const l = luminosity(r, g, b);
  const least = f32x4.min(r, f32x4.min(g, b));
  const below = f32x4.lt(least, none);
  const up = f32x4.div(l, f32x4.max(f32x4.sub(l, least), tiny));
  r = v128.bitselect(f32x4.add(l, f32x4.mul(f32x4.sub(r, l), up)), r, below);
  g = v128.bitselect(f32x4.add(l, f32x4.mul(f32x4.sub(g, l), up)), g, below);
  b = v128.bitselect(f32x4.add(l, f32x4.mul(f32x4.sub(b, l), up)), b, below);
  const most = f32x4.max(r, f32x4.max(g, b));
  const above = f32x4.gt(most, one);
  const down = f32x4.div(f32x4.sub(one, l), f32x4.max(f32x4.sub(most, l), tiny));
  outR = v128.bitselect(f32x4.add(l, f32x4.mul(f32x4.sub(r, l), down)), r, above);
  outG = v128.bitselect(f32x4.add(l, f32x4.mul(f32x4.sub(g, l), down)), g, above);
  outB = v128.bitselect(f32x4.add(l, f32x4.mul(f32x4.sub(b, l), down)), b, above);
}
