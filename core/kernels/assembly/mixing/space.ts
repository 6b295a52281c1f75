import { PLANE, TILE } from "../q15";

// Open tiles: what a mixing stroke works on. Planes of 64×64 f32 numbers in a mixing space, all multiplied by alpha, alpha
// last; after them a byte for each eight pixels that says whether they were touched, and a plane of how far, Q15, the stroke
// has got into the ground. The spaces are those of
// `core/paint/spaces.ts`, by their places there.

export const OPEN_PLANE: i32 = TILE * TILE * 4;
const TOUCHED: i32 = (TILE * TILE) >> 3;
const BANDS: i32 = 6;
const ENCODE_STEPS: i32 = 4096;

let space: i32 = 0;
/** The planes of an open tile, alpha included. */
export let openPlanes: i32 = 4;
// Linear light of each Q15 value of sRGB, f32.
let decode: usize = 0;
// sRGB of (i / ENCODE_STEPS)² in linear light, f32: fine steps where it is dark.
let encode: usize = 0;
// As `pigmentNumbers` of core/paint/pigment.ts gives them, f32.
let pigment: usize = 0;

/** Says in which space the next calls work, and where the tables lie. */
export function setSpace(number: i32, decodeTable: usize, encodeTable: usize, pigmentTable: usize): void {
  space = number;
  openPlanes = number == 3 ? BANDS + 2 : 4;
  decode = decodeTable;
  encode = encodeTable;
  pigment = pigmentTable;
}

/** The bytes of an open tile in the present space. */
export function openBytes(): i32 {
  return openPlanes * OPEN_PLANE + TOUCHED + PLANE;
}

/** Marks the eight pixels that begin at this byte offset of an open plane as touched. */
@inline
export function touch(tile: usize, offset: usize): void {
  store<u8>(tile + openPlanes * OPEN_PLANE + (offset >> 5), 1);
}

/** Remembers how far, eight px of Q15, a mark gets into the ground at this byte offset of an open plane. */
@inline
export function reachInto(tile: usize, offset: usize, ceilings: v128): void {
  const at = tile + openPlanes * OPEN_PLANE + TOUCHED + (offset >> 1);
  v128.store(at, i16x8.max_s(v128.load(at), ceilings));
}

/** Opens a layer's tile (0 for none) into `out`. */
export function openTile(layer: usize, out: usize): void {
  if (layer == 0) {
    memory.fill(out, 0, openBytes());
    return;
  }
  memory.fill(out + openPlanes * OPEN_PLANE, 0, TOUCHED + PLANE);
  for (let i = 0; i < TILE * TILE; i += 4) {
    const from = layer + (i << 1);
    const to = out + (i << 2);
    const alpha = read(from + 3 * PLANE);
    v128.store(to + (openPlanes - 1) * OPEN_PLANE, alpha);
    if (space == 0) {
      v128.store(to, read(from));
      v128.store(to, read(from + PLANE), OPEN_PLANE);
      v128.store(to, read(from + 2 * PLANE), 2 * OPEN_PLANE);
      continue;
    }
    if (!v128.any_true(alpha)) {
      for (let p = 0; p < openPlanes - 1; p++) v128.store(to + p * OPEN_PLANE, f32x4.splat(0));
      continue;
    }
    const r = decoded(plain(read(from), alpha));
    const g = decoded(plain(read(from + PLANE), alpha));
    const b = decoded(plain(read(from + 2 * PLANE), alpha));
    if (space == 1) storeThree(to, r, g, b, alpha);
    else if (space == 2) openOklab(to, r, g, b, alpha);
    else openPigment(to, r, g, b, alpha);
  }
}

/**
 * Closes an open tile into the layer's tile it was opened from: where it was touched, the layer goes `ceiling` (0…1) of
 * the way to it; on a ground, only as far as marks got into it.
 */
export function closeTile(open: usize, layer: usize, ceiling: f32, grained: bool): void {
  let share = f32x4.splat(ceiling);
  const reachedAt = open + openPlanes * OPEN_PLANE + TOUCHED;
  const flags = open + openPlanes * OPEN_PLANE;
  for (let group = 0; group < TOUCHED; group++) {
    if (load<u8>(flags + group) == 0) continue;
    for (let i = group << 3; i < (group + 1) << 3; i += 4) {
      const from = open + (i << 2);
      const at = layer + (i << 1);
      const alpha = v128.load(from + (openPlanes - 1) * OPEN_PLANE);
      if (grained) share = f32x4.mul(read(reachedAt + (i << 1)), f32x4.splat(ceiling));
      if (space == 0) {
        for (let p = 0; p < 3; p++) write(at + p * PLANE, v128.load(from + p * OPEN_PLANE), share);
      } else if (space == 1) closeLinear(at, part(from, 0, alpha), part(from, 1, alpha), part(from, 2, alpha), alpha, share);
      else if (space == 2) closeOklab(at, part(from, 0, alpha), part(from, 1, alpha), part(from, 2, alpha), alpha, share);
      else closePigment(at, from, alpha, share);
      write(at + 3 * PLANE, alpha, share);
    }
  }
}

/** Lays one open tile under another: `S + (1 − Sα)·U`, where the other may be 0 for none. Four pixels. */
@inline
export function over(above: v128, alpha: v128, below: usize): v128 {
  return f32x4.add(above, f32x4.mul(f32x4.sub(f32x4.splat(1), alpha), v128.load(below)));
}

@inline
function read(at: usize): v128 {
  return f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(at))), f32x4.splat(<f32>(1.0 / 32767.0)));
}

/** Goes `share` of the way from what a plane has to a new value, and keeps the nearest Q15 number. */
@inline
function write(at: usize, value: v128, share: v128): void {
  const now = read(at);
  const next = f32x4.add(now, f32x4.mul(share, f32x4.sub(f32x4.max(f32x4.min(value, f32x4.splat(1)), f32x4.splat(0)), now)));
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(next, f32x4.splat(32767)), f32x4.splat(0.5)));
  v128.store64_lane(at, i16x8.narrow_i32x4_s(whole, whole), 0);
}

/** A colour's number without its alpha, 0 where there is none. */
@inline
function plain(value: v128, alpha: v128): v128 {
  return v128.and(f32x4.div(value, alpha), f32x4.gt(alpha, f32x4.splat(0)));
}

@inline
function part(from: usize, plane: i32, alpha: v128): v128 {
  return plain(v128.load(from + plane * OPEN_PLANE), alpha);
}

@inline
function storeThree(to: usize, a: v128, b: v128, c: v128, alpha: v128): void {
  v128.store(to, f32x4.mul(a, alpha));
  v128.store(to, f32x4.mul(b, alpha), OPEN_PLANE);
  v128.store(to, f32x4.mul(c, alpha), 2 * OPEN_PLANE);
}

@inline
function decoded(value: v128): v128 {
  const at = i32x4.min_u(i32x4.trunc_sat_f32x4_u(f32x4.add(f32x4.mul(value, f32x4.splat(32767)), f32x4.splat(0.5))), i32x4.splat(32767));
  let out = v128.load32_zero(decode + (i32x4.extract_lane(at, 0) << 2));
  out = v128.load32_lane(decode + (i32x4.extract_lane(at, 1) << 2), out, 1);
  out = v128.load32_lane(decode + (i32x4.extract_lane(at, 2) << 2), out, 2);
  return v128.load32_lane(decode + (i32x4.extract_lane(at, 3) << 2), out, 3);
}

@inline
function encoded(linear: v128): v128 {
  const root = f32x4.mul(f32x4.sqrt(f32x4.max(f32x4.min(linear, f32x4.splat(1)), f32x4.splat(0))), f32x4.splat(<f32>ENCODE_STEPS));
  const step = i32x4.min_u(i32x4.trunc_sat_f32x4_u(root), i32x4.splat(ENCODE_STEPS - 1));
  const rest = f32x4.sub(root, f32x4.convert_i32x4_s(step));
  const a0 = encode + (i32x4.extract_lane(step, 0) << 2);
  const a1 = encode + (i32x4.extract_lane(step, 1) << 2);
  const a2 = encode + (i32x4.extract_lane(step, 2) << 2);
  const a3 = encode + (i32x4.extract_lane(step, 3) << 2);
  // Two neighbours of each, apart again into the lower ones and the upper ones.
  const first = v128.load64_lane(a1, v128.load64_zero(a0), 1);
  const second = v128.load64_lane(a3, v128.load64_zero(a2), 1);
  const low = i32x4.shuffle(first, second, 0, 2, 4, 6);
  const high = i32x4.shuffle(first, second, 1, 3, 5, 7);
  return f32x4.add(low, f32x4.mul(rest, f32x4.sub(high, low)));
}

@inline
function closeLinear(at: usize, r: v128, g: v128, b: v128, alpha: v128, share: v128): void {
  write(at, f32x4.mul(encoded(r), alpha), share);
  write(at + PLANE, f32x4.mul(encoded(g), alpha), share);
  write(at + 2 * PLANE, f32x4.mul(encoded(b), alpha), share);
}

@inline
function weighed(a: f32, x: v128, b: f32, y: v128, c: f32, z: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(f32x4.splat(a), x), f32x4.mul(f32x4.splat(b), y)), f32x4.mul(f32x4.splat(c), z));
}

/** A first guess from the bits, and three steps of Newton. */
@inline
function cubeRoot(x: v128): v128 {
  const safe = f32x4.max(x, f32x4.splat(<f32>1e-12));
  // The exponent by three: a third of the bits, about.
  let y = i32x4.add(i32x4.trunc_sat_f32x4_u(f32x4.mul(f32x4.convert_i32x4_u(safe), f32x4.splat(<f32>(1.0 / 3.0)))), i32x4.splat(709921077));
  for (let n = 0; n < 3; n++) y = f32x4.mul(f32x4.add(f32x4.add(y, y), f32x4.div(safe, f32x4.mul(y, y))), f32x4.splat(<f32>(1.0 / 3.0)));
  return v128.and(y, f32x4.gt(x, f32x4.splat(<f32>1e-12)));
}

// The matrices of core/colour/oklab.ts.
function openOklab(to: usize, r: v128, g: v128, b: v128, alpha: v128): void {
  const l = cubeRoot(weighed(0.412221469470763, r, 0.5363325372617348, g, 0.0514459932675022, b));
  const m = cubeRoot(weighed(0.2119034958178252, r, 0.6806995506452344, g, 0.1073969535369406, b));
  const s = cubeRoot(weighed(0.0883024591900564, r, 0.2817188391361215, g, 0.6299787016738221, b));
  storeThree(
    to,
    weighed(0.210454268309314, l, 0.7936177747023054, m, -0.0040720430116193, s),
    weighed(1.9779985324311684, l, -2.4285922420485799, m, 0.450593709617411, s),
    weighed(0.0259040424655478, l, 0.7827717124575296, m, -0.8086757549230774, s),
    alpha,
  );
}

@inline
function cube(x: v128): v128 {
  return f32x4.mul(f32x4.mul(x, x), x);
}

function closeOklab(at: usize, lightness: v128, a: v128, b: v128, alpha: v128, share: v128): void {
  const l = cube(weighed(1, lightness, 0.3963377773761749, a, 0.2158037573099136, b));
  const m = cube(weighed(1, lightness, -0.1055613458156586, a, -0.0638541728258133, b));
  const s = cube(weighed(1, lightness, -0.0894841775298119, a, -1.2914855480194092, b));
  closeLinear(
    at,
    weighed(4.0767416360759583, l, -3.3077115392580625, m, 0.2309699031821045, s),
    weighed(-1.2684379732850319, l, 2.6097573492876891, m, -0.3413193760026573, s),
    weighed(-0.0041960761386755, l, -0.7034186179359363, m, 1.7076146940746117, s),
    alpha,
    share,
  );
}

const TO_RGB: usize = BANDS * 3 * 4;
const DARKEST: usize = TO_RGB * 2;
const REACH: usize = DARKEST + 4;
const SCATTER: usize = DARKEST + 8;

@inline
function number(at: usize): v128 {
  return v128.load32_splat(pigment + at);
}

function openPigment(to: usize, r: v128, g: v128, b: v128, alpha: v128): void {
  const one = f32x4.splat(1);
  const light = f32x4.add(f32x4.mul(number(SCATTER + 4), r), f32x4.add(f32x4.mul(number(SCATTER + 8), g), f32x4.mul(number(SCATTER + 12), b)));
  const least = number(SCATTER);
  const scatter = f32x4.add(least, f32x4.mul(f32x4.sub(one, least), f32x4.sqrt(f32x4.max(light, f32x4.splat(0)))));
  const thick = f32x4.mul(scatter, alpha);
  const dark = number(DARKEST);
  const dark4 = f32x4.mul(f32x4.mul(dark, dark), f32x4.splat(4));
  const half = f32x4.splat(0.5);
  for (let band = 0; band < BANDS; band++) {
    const at = <usize>(band << 2);
    const share = f32x4.add(f32x4.add(f32x4.mul(number(at), r), f32x4.mul(number(at + BANDS * 4), g)), f32x4.mul(number(at + BANDS * 8), b));
    const level = f32x4.mul(number(REACH), share);
    const bright = f32x4.mul(f32x4.add(level, f32x4.sqrt(f32x4.add(f32x4.mul(level, level), dark4))), half);
    const rest = f32x4.sub(one, bright);
    const ratio = f32x4.div(f32x4.mul(rest, rest), f32x4.add(bright, bright));
    v128.store(to + band * OPEN_PLANE, f32x4.mul(ratio, thick));
  }
  v128.store(to + BANDS * OPEN_PLANE, thick);
}

function closePigment(at: usize, from: usize, alpha: v128, share: v128): void {
  const one = f32x4.splat(1);
  const scatter = v128.load(from + BANDS * OPEN_PLANE);
  const darkest = f32x4.mul(number(DARKEST), number(DARKEST));
  let r = f32x4.splat(0);
  let g = r;
  let b = r;
  for (let band = 0; band < BANDS; band++) {
    const ratio = f32x4.max(plain(v128.load(from + band * OPEN_PLANE), scatter), f32x4.splat(0));
    // 1 ÷ the reflectance: the other root of Kubelka and Munk's equation, which nothing is taken from.
    const per = f32x4.add(f32x4.add(one, ratio), f32x4.sqrt(f32x4.mul(ratio, f32x4.add(ratio, f32x4.splat(2)))));
    const level = f32x4.div(f32x4.sub(f32x4.div(one, per), f32x4.mul(darkest, per)), number(REACH));
    const row = TO_RGB + (band << 2);
    r = f32x4.add(r, f32x4.mul(number(row), level));
    g = f32x4.add(g, f32x4.mul(number(row + BANDS * 4), level));
    b = f32x4.add(b, f32x4.mul(number(row + BANDS * 8), level));
  }
  closeLinear(at, r, g, b, alpha, share);
}
