import { PLANE, TILE, times } from "../q15";

// Heights are one-plane tiles of Q15 numbers, 1 being the thickest paint there is.

/** The side of a window: a tile and two pixels around it. */
const SIDE: i32 = TILE + 4;

/**
 * Piles fresh paint onto older: `H ← min(1, F + (H − F)·(1 − levels·h/full) + h)`, F being what has dried.
 * @param levels how far fresh paint levels what lies below it, 0…1 @param full the height of a place that was covered fully
 * @param dried the heights that have dried, 0 for none
 */
export function pile(tile: usize, fresh: usize, dried: usize, levels: f32, full: f32): void {
  const per = f32x4.splat(<f32>(1.0 / 32767.0) / full);
  const level = f32x4.splat(levels);
  const one = f32x4.splat(1);
  for (let i = 0; i < PLANE; i += 8) {
    const h = f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(fresh + i)));
    if (!v128.any_true(h)) continue;
    const old = f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(tile + i)));
    const covered = f32x4.min(one, f32x4.mul(h, per));
    let firm = f32x4.splat(0);
    if (dried) firm = f32x4.min(old, f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(dried + i))));
    const left = f32x4.mul(f32x4.sub(old, firm), f32x4.sub(one, f32x4.mul(level, covered)));
    const sum = f32x4.add(f32x4.add(firm, left), h);
    const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.min(sum, f32x4.splat(32767)), f32x4.splat(0.5)));
    v128.store64_lane(tile + i, i16x8.narrow_i32x4_s(whole, whole), 0);
  }
}

/** Adds a layer's heights, times its opacity, to a sum that stays below 1. */
export function addHeights(sum: usize, tile: usize, opacity: i32): void {
  const factor = i16x8.splat(<i16>opacity);
  for (let i = 0; i < PLANE; i += 16) v128.store(sum + i, i16x8.add_sat_s(v128.load(sum + i), times(v128.load(tile + i), factor)));
}

/** Makes a one-plane tile less where a stroke covers: `H ← H·(1 − A)`. */
export function lessen(tile: usize, cover: usize): void {
  for (let i = 0; i < PLANE; i += 16) {
    const now = v128.load(tile + i);
    v128.store(tile + i, i16x8.sub(now, times(now, v128.load(cover + i))));
  }
}

// Of the columns of a row of a window: how high it is there, and how much it rises downwards, each over five rows.
const levels = memory.data(SIDE * 4);
const rises = memory.data(SIDE * 4);

/** The slope that the steepest are lit as: the light is as wide as a window, and no edge of paint is a line drawn in black. */
const STEEPEST: f32 = 1;

/** A twelfth of the thickest paint is lit as paint is, and less of it the less: its thin edge shows what lies below. */
const THIN: f32 = 12.0 / 32767.0;

/** Weighs the five rows about one of a window's, column by column. */
function weighRows(at: usize): void {
  const row = <usize>(SIDE * 2);
  for (let x: usize = 0; x < <usize>(SIDE * 2); x += 8) {
    const a = wide(at + x - 2 * row);
    const b = wide(at + x - row);
    const c = wide(at + x);
    const d = wide(at + x + row);
    const e = wide(at + x + 2 * row);
    const ends = i32x4.add(a, e);
    const sides = i32x4.shl(i32x4.add(b, d), 2);
    v128.store(levels + 2 * x, i32x4.add(i32x4.add(ends, sides), i32x4.mul(c, i32x4.splat(6))));
    v128.store(rises + 2 * x, i32x4.add(i32x4.sub(e, a), i32x4.shl(i32x4.sub(d, b), 1)));
  }
}

@inline
function wide(at: usize): v128 {
  return i32x4.extend_low_i16x8_u(v128.load64_zero(at));
}

@inline
function summed(values: usize, at: usize): i32 {
  return load<i32>(values + at);
}

/**
 * Lights RGBA8 pixels by the heights below them. `window` holds (64 + 4)² Q15 heights, two px beyond the tile on each side.
 * Slopes are those over five px both ways (binomial weights): a thin ridge aslant is not dotted.
 * @param from the first of the tile's rows that is shown
 * @param cover a plane of Q15, how much paint covers there: where none does nothing is lit, however high; 0 for all @param lx @param ly @param lz where the light is, of length 1
 * A hollow, lower than what lies about it, is darker; bare paper is left as it is.
 * @param depth px that full height stands up @param gloss 0…1 @param hollows how dark they are, 0…1
 */
export function relief(out: usize, stride: i32, columns: i32, from: i32, rows: i32, window: usize, cover: usize, lx: f32, ly: f32, lz: f32, depth: f32, gloss: f32, hollows: f32): void {
  // A slope of one is 8 along and 16 across.
  const scale = depth / (32767 * 128);
  // Half way between the light and the eye, which looks straight down.
  const hz = lz + 1;
  const hl: f32 = 1 / sqrt<f32>(lx * lx + ly * ly + hz * hz);
  const flat = shine(hz * hl);
  const lift = depth / 32767;
  for (let y = 0; y < rows; y++) {
    weighRows(window + <usize>((y + from + 2) * SIDE * 2));
    const row = window + <usize>(((y + from + 2) * SIDE + 2) * 2);
    for (let x = 0; x < columns; x++) {
      const at = <usize>(x << 2);
      const sx = <f32>(summed(levels, at + 16) - summed(levels, at) + 2 * (summed(levels, at + 12) - summed(levels, at + 4))) * scale;
      const sy = <f32>(summed(rises, at) + summed(rises, at + 16) + 4 * (summed(rises, at + 4) + summed(rises, at + 12)) + 6 * summed(rises, at + 8)) * scale;
      const height = <f32>load<u16>(row + <usize>(x << 1));
      // The mean of the 25 px about it, less its own height, px.
      const hollow = (<f32>(summed(levels, at) + summed(levels, at + 16) + 4 * (summed(levels, at + 4) + summed(levels, at + 12)) + 6 * summed(levels, at + 8)) * <f32>(1.0 / 256.0) - height) * lift;
      if ((sx == 0 && sy == 0 && hollow <= 0) || height == 0) continue;
      const softer: f32 = 1 / sqrt<f32>(1 + (sx * sx + sy * sy) * (1 / (STEEPEST * STEEPEST)));
      const dx = sx * softer;
      const dy = sy * softer;
      // Paint that is hardly there is hardly lit.
      const covers: f32 = cover ? <f32>load<u16>(cover + <usize>(((y + from) * TILE + x) << 1)) * <f32>(1.0 / 32767.0) : 1;
      const there = min<f32>(1, height * THIN) * covers;
      const per: f32 = 1 / sqrt<f32>(dx * dx + dy * dy + 1);
      const diffuse = max<f32>(0, (lz - dx * lx - dy * ly) * per);
      // What lies flat keeps its colour.
      const open: f32 = 1 / (1 + hollows * max<f32>(0, hollow));
      const shade: f32 = 1 + there * ((<f32>0.35 + (<f32>0.65 * diffuse) / lz) * open - 1);
      const glint: f32 = there * gloss * 255 * max<f32>(0, shine(max<f32>(0, (hz - dx * lx - dy * ly) * per * hl)) - flat);
      const pixel = out + y * stride + (x << 2);
      for (let c = 0; c < 3; c++) store<u8>(pixel + c, <u8>min<f32>(255, <f32>load<u8>(pixel + c) * shade + glint + <f32>0.5));
    }
  }
}

/** The 64th power. */
@inline
function shine(x: f32): f32 {
  const x2 = x * x;
  const x4 = x2 * x2;
  const x8 = x4 * x4;
  const x16 = x8 * x8;
  const x32 = x16 * x16;
  return x32 * x32;
}
