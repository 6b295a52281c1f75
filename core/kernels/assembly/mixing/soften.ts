import { Mark } from "../mark";
import { columns, dirty, openAt, rows } from "./mix";
import { TILE } from "../q15";
import { enterRow, firstRow, rowEnd, rowSource, rowTarget, touchBands } from "../rows";
import { OPEN_PLANE, openPlanes, reachInto, touch } from "./space";

// Blurring what lies under a mark: a sampled Gaussian along and one across, on copies in which the planes of a pixel lie side
// by side, four to a vector. A wide blur leaves nothing of what is finer than itself: it is made for blocks of 2, 4, 8 … px that
// stand still on the surface, from blocks half as wide, and is read along a smooth curve through them (quadratic B-splines).

/** Vectors that are made at once. */
const ABREAST: i32 = 4;

/** The blocks that a mark's blur is made for: the first, across and down, and how many. */
let left: i32 = 0;
let top: i32 = 0;
let across: i32 = 0;
let down: i32 = 0;
/** The halves of blocks, or px, that it is made from. */
let fineLeft: i32 = 0;
let fineTop: i32 = 0;
let fineAcross: i32 = 0;
let fineDown: i32 = 0;

/** The vectors of a pixel. */
@inline
function vectors(): i32 {
  return (openPlanes + 3) >> 2;
}

/** 1 when blocks are halved, 0 when they are px. */
@inline
function halving(shift: i32): i32 {
  return min(shift, 1);
}

/** The fine blocks that are copied at once: four px side by side, or one block that is as wide or wider. */
@inline
function together(fine: i32): i32 {
  return max(4 >> fine, 1);
}

function measureBlocks(x: i32, y: i32, width: i32, height: i32, shift: i32, pairs: i32): void {
  // Paint is laid on eight px at a time.
  left = ((x & ~7) >> shift) - 1;
  top = (y >> shift) - 1;
  across = (((x + width - 1) | 7) >> shift) + 2 - left;
  down = ((y + height - 1) >> shift) + 2 - top;
  const half = halving(shift);
  const group = together(shift - half);
  fineLeft = ((left << half) - pairs + 1) & ~(group - 1);
  fineTop = (top << half) - pairs + 1;
  fineAcross = (((left + across) << half) + pairs - 1 + group - fineLeft) & ~(group - 1);
  fineDown = (down << half) + 2 * pairs - 2;
}

/** The bytes of room that a mark of this size needs, blurred by so many pairs of weights on blocks of `1 << shift` px. */
export function softenRoom(width: i32, height: i32, shift: i32, pairs: i32): i32 {
  // Wherever it stands, a mark meets at most one block and the ends of two groups of px more than it is wide.
  measureBlocks(0, 0, width + (1 << shift) + 16, height + (1 << shift), shift, pairs);
  return (fineAcross + across * (fineDown + down) + 3 * TILE + 4 * ABREAST) * vectors() * 16;
}

/**
 * Blurs what lies under a mark and goes from what is there towards it, as far as the mask says.
 * @param shift the blur is made for blocks of `1 << shift` px
 * @param pairs how many weights there are @param weights f32s, of the two nearest px or halves of blocks, of the next two …
 * @param room `softenRoom` bytes
 */
export function soften(mark: Mark, shift: i32, pairs: i32, weights: usize, room: usize): void {
  if (mark.x >= columns << 6 || mark.y >= rows << 6 || mark.x + mark.width <= 0 || mark.y + mark.height <= 0) return;
  measureBlocks(mark.x, mark.y, mark.width, mark.height, shift, pairs);
  const half = halving(shift);
  const step = vectors() * 16;
  const stride = across * step;
  // A block lies between its two halves; a px is its own middle.
  const between = half * step;
  const fineRow = room;
  const tall = fineRow + (fineAcross + ABREAST) * step;
  const blurred = tall + (fineDown * across + ABREAST) * step;
  const line = blurred + (down * across + ABREAST) * step;
  const first = fineRow + ((left << half) - fineLeft) * step;
  for (let y = 0; y < fineDown; y++) {
    copyRow(fineTop + y, shift - half, fineRow);
    for (let v = 0; v < step; v += 16) weigh(first + v, tall + y * stride + v, across, step << half, step, step, between, pairs, weights);
  }
  for (let y = 0; y < down; y++)
    weigh(tall + ((y << half) + pairs - 1) * stride, blurred + y * stride, across * vectors(), 16, 16, stride, half * stride, pairs, weights);
  const lastRow = (min(mark.y + mark.height, rows << 6) - 1) >> 6;
  const lastColumn = (min(mark.x + mark.width, columns << 6) - 1) >> 6;
  for (let row = max(mark.y, 0) >> 6; row <= lastRow; row++)
    for (let column = max(mark.x, 0) >> 6; column <= lastColumn; column++) layBlurred(mark, row, column, blurred, shift, line);
}

/** Copies a row of blocks of what lies there; beyond the surface its border goes on. */
function copyRow(y: i32, fine: i32, to: usize): void {
  const step = vectors() * 16;
  const group = together(fine);
  const inTile = TILE >> fine;
  const py = min(max(y, 0), rows * inTile - 1) << fine;
  const row = (py >> 6) * columns;
  const line = (py & 63) << 6;
  const end = min(fineLeft + fineAcross, columns * inTile);
  const start = max(fineLeft, 0);
  const from = to + (start - fineLeft) * step;
  let out = from;
  for (let x = start; x < end; ) {
    const until = min((x & ~(inTile - 1)) + inTile, end);
    let at = openAt(row + (x >> (6 - fine))) + ((line + ((x << fine) & 63)) << 2);
    if (openPlanes == 4) for (; x < until; x += group, at += (group << fine) << 2, out += group * step) copyFour(at, fine, out);
    else for (; x < until; x++, at += 4 << fine, out += step) copyBlock(at, fine, out);
  }
  for (let at = to; at < from; at += step) memory.copy(at, from, step);
  for (const past = to + fineAcross * step; out < past; out += step) memory.copy(out, out - step, step);
}

/** The mean of one block, whatever number of planes there are. */
function copyBlock(at: usize, shift: i32, to: usize): void {
  const side = 1 << shift;
  const part: f32 = 1 / <f32>(side * side);
  for (let p = 0; p < openPlanes; p++) {
    let sum: f32 = 0;
    for (let y = 0; y < side; y++) for (let x = 0; x < side; x++) sum += load<f32>(at + p * OPEN_PLANE + (((y << 6) + x) << 2));
    store<f32>(to + (p << 2), sum * part);
  }
}

/** The means of the blocks in four px side by side, or of one that is as wide or wider, where there are four planes. */
@inline
function copyFour(at: usize, shift: i32, to: usize): void {
  if (shift == 0) return fourPixels(v128.load(at), v128.load(at + OPEN_PLANE), v128.load(at + 2 * OPEN_PLANE), v128.load(at + 3 * OPEN_PLANE), to);
  let r = f32x4.splat(0);
  let g = r;
  let b = r;
  let a = r;
  const side = 1 << shift;
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x += 4) {
      const here = at + (((y << 6) + x) << 2);
      r = f32x4.add(r, v128.load(here));
      g = f32x4.add(g, v128.load(here + OPEN_PLANE));
      b = f32x4.add(b, v128.load(here + 2 * OPEN_PLANE));
      a = f32x4.add(a, v128.load(here + 3 * OPEN_PLANE));
    }
  const part = f32x4.splat(1 / <f32>(side * side));
  const rg = f32x4.add(i32x4.shuffle(r, g, 0, 4, 2, 6), i32x4.shuffle(r, g, 1, 5, 3, 7));
  const ba = f32x4.add(i32x4.shuffle(b, a, 0, 4, 2, 6), i32x4.shuffle(b, a, 1, 5, 3, 7));
  const before = i64x2.shuffle(rg, ba, 0, 2);
  const after = i64x2.shuffle(rg, ba, 1, 3);
  if (shift == 1) {
    v128.store(to, f32x4.mul(before, part));
    v128.store(to, f32x4.mul(after, part), 16);
  } else v128.store(to, f32x4.mul(f32x4.add(before, after), part));
}

/** Puts the planes of four px side by side. */
@inline
function fourPixels(r: v128, g: v128, b: v128, a: v128, to: usize): void {
  const rg = i32x4.shuffle(r, g, 0, 4, 1, 5);
  const rgAfter = i32x4.shuffle(r, g, 2, 6, 3, 7);
  const ba = i32x4.shuffle(b, a, 0, 4, 1, 5);
  const baAfter = i32x4.shuffle(b, a, 2, 6, 3, 7);
  v128.store(to, i64x2.shuffle(rg, ba, 0, 2));
  v128.store(to, i64x2.shuffle(rg, ba, 1, 3), 16);
  v128.store(to, i64x2.shuffle(rgAfter, baAfter, 0, 2), 32);
  v128.store(to, i64x2.shuffle(rgAfter, baAfter, 1, 3), 48);
}

/**
 * Weighted sums of `count` vectors and those around them.
 * @param at the first one's middle, or what lies right before it @param on from one middle to the next, bytes
 * @param to where the sums go @param out from one sum to the next @param apart from one part of a sum to the next
 * @param between the two middle parts, 0 when they are one
 */
@inline
function weigh(at: usize, to: usize, count: i32, on: i32, out: i32, apart: i32, between: i32, pairs: i32, weights: usize): void {
  for (let i = 0; i < count; i += ABREAST, at += ABREAST * on, to += ABREAST * out) {
    let a = f32x4.splat(0);
    let b = a;
    let c = a;
    let d = a;
    let before = at;
    let after = at + between;
    for (let pair = 0; pair < pairs; pair++, before -= apart, after += apart) {
      const weight = v128.load32_splat(weights + (pair << 2));
      a = f32x4.add(a, f32x4.mul(weight, f32x4.add(v128.load(before), v128.load(after))));
      b = f32x4.add(b, f32x4.mul(weight, f32x4.add(v128.load(before + on), v128.load(after + on))));
      c = f32x4.add(c, f32x4.mul(weight, f32x4.add(v128.load(before + 2 * on), v128.load(after + 2 * on))));
      d = f32x4.add(d, f32x4.mul(weight, f32x4.add(v128.load(before + 3 * on), v128.load(after + 3 * on))));
    }
    v128.store(to, a);
    v128.store(to + out, b);
    v128.store(to + 2 * out, c);
    v128.store(to + 3 * out, d);
  }
}

/** Brings four px of a tile towards blurred ones, whose planes lie side by side. */
@inline
function layFour(at: usize, from: usize, m: v128): void {
  const p0 = v128.load(from);
  const p1 = v128.load(from, 16);
  const p2 = v128.load(from, 32);
  const p3 = v128.load(from, 48);
  const rg = i32x4.shuffle(p0, p1, 0, 4, 1, 5);
  const rgAfter = i32x4.shuffle(p2, p3, 0, 4, 1, 5);
  const ba = i32x4.shuffle(p0, p1, 2, 6, 3, 7);
  const baAfter = i32x4.shuffle(p2, p3, 2, 6, 3, 7);
  towards(at, i64x2.shuffle(rg, rgAfter, 0, 2), m);
  towards(at + OPEN_PLANE, i64x2.shuffle(rg, rgAfter, 1, 3), m);
  towards(at + 2 * OPEN_PLANE, i64x2.shuffle(ba, baAfter, 0, 2), m);
  towards(at + 3 * OPEN_PLANE, i64x2.shuffle(ba, baAfter, 1, 3), m);
}

@inline
function towards(at: usize, goal: v128, m: v128): void {
  const now = v128.load(at);
  v128.store(at, f32x4.add(now, f32x4.mul(m, f32x4.sub(goal, now))));
}

/**
 * Reads a row of a tile along a curve through the blocks, into `line`.
 * @returns where in it the tile's first px would lie
 */
function spread(y: i32, x: i32, end: i32, tile: i32, blurred: usize, shift: i32, line: usize): usize {
  const step = vectors() * 16;
  const stride = across * step;
  const at = blurred + ((y >> shift) - top) * stride;
  if (shift == 0) return at + (tile - left) * step;
  const side = 1 << shift;
  const part: f32 = 1 / <f32>side;
  const v: f32 = (<f32>(y & (side - 1)) + 0.5) * part;
  const above = f32x4.splat(0.5 * (1 - v) * (1 - v));
  const below = f32x4.splat(0.5 * v * v);
  const middle = f32x4.splat(0.5 + v - v * v);
  const u: f32 = 0.5 * part - 0.5;
  const first = x >> shift;
  const last = (end - 1) >> shift;
  for (let plane = 0; plane < step; plane += 16) {
    let from = at + (first - 1 - left) * step + plane;
    let to = line + plane;
    let before = acrossRows(from, stride, above, middle, below);
    let here = acrossRows(from + step, stride, above, middle, below);
    for (let block = first; block <= last; block++, from += step) {
      const after = acrossRows(from + 2 * step, stride, above, middle, below);
      const ends = f32x4.add(before, after);
      const bend = f32x4.sub(f32x4.mul(f32x4.splat(0.5), ends), here);
      const slope = f32x4.mul(f32x4.splat(0.5), f32x4.sub(after, before));
      let now = f32x4.add(f32x4.mul(f32x4.splat(0.75), here), f32x4.mul(f32x4.splat(0.125), ends));
      now = f32x4.add(now, f32x4.mul(f32x4.splat(u), f32x4.add(slope, f32x4.mul(f32x4.splat(u), bend))));
      let rise = f32x4.mul(f32x4.splat(part), f32x4.add(slope, f32x4.mul(f32x4.splat(2 * u + part), bend)));
      const more = f32x4.mul(f32x4.splat(2 * part * part), bend);
      for (let i = 0; i < side; i++, to += step) {
        v128.store(to, now);
        now = f32x4.add(now, rise);
        rise = f32x4.add(rise, more);
      }
      before = here;
      here = after;
    }
  }
  return line + (tile - (first << shift)) * step;
}

@inline
function acrossRows(at: usize, stride: i32, above: v128, middle: v128, below: v128): v128 {
  return f32x4.add(
    f32x4.mul(middle, v128.load(at)),
    f32x4.add(f32x4.mul(above, v128.load(at - stride)), f32x4.mul(below, v128.load(at + stride))),
  );
}

function layBlurred(mark: Mark, row: i32, column: i32, blurred: usize, shift: i32, line: usize): void {
  const bottom = min(mark.y + mark.height, (row + 1) << 6);
  const first = firstRow(mark, max(mark.y, row << 6), bottom, column << 6);
  if (first >= bottom) return;
  const index = row * columns + column;
  const tile = openAt(index);
  touchBands(dirty + index, first, bottom);
  const step = vectors() * 16;
  const flow: f32 = <f32>mark.flow / (32767.0 * 32767.0);
  const scale = f32x4.splat(flow);
  for (let y = first; y < bottom; y++) {
    if (!enterRow(mark, y, 0, column << 6)) continue;
    let source = rowSource;
    let target = rowTarget;
    // Whole groups of px may lie beside the mark: nothing of it is there, and nothing was blurred.
    const start = <i32>((target & (TILE * 2 - 1)) >> 1);
    const x = max((column << 6) + start, mark.x & ~7);
    const end = min((column << 6) + start + <i32>((rowEnd - target) >> 1) + 7, mark.x + mark.width + 7) & ~7;
    let from = spread(y, x, end, column << 6, blurred, shift, line) + start * step;
    for (; target < rowEnd; target += 16, source += 16, from += 8 * step) {
      const strengths = v128.load(source);
      if (!v128.any_true(strengths)) continue;
      const at = tile + (target << 1);
      if (openPlanes == 4) {
        layFour(at, from, f32x4.mul(f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(strengths)), scale));
        layFour(at + 16, from + 64, f32x4.mul(f32x4.convert_i32x4_u(i32x4.extend_high_i16x8_u(strengths)), scale));
      } else layPlanes(at, from, source, flow, step);
      touch(tile, target << 1);
      // Water gets into every valley.
      reachInto(tile, target << 1, i16x8.splat(32767));
    }
  }
}

/** Brings eight px of a tile towards blurred ones, whatever number of planes there are. */
function layPlanes(at: usize, from: usize, source: usize, flow: f32, step: i32): void {
  for (let i = 0; i < 8; i++, at += 4, from += step) {
    const m = <f32>load<u16>(source + (i << 1)) * flow;
    if (m == 0) continue;
    for (let p = 0; p < openPlanes; p++) {
      const now = load<f32>(at + p * OPEN_PLANE);
      store<f32>(at + p * OPEN_PLANE, now + m * (load<f32>(from + (p << 2)) - now));
    }
  }
}
