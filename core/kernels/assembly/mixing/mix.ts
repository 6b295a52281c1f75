import { grounded, isGrained, limitsNow } from "../marks/ground";
import { Mark } from "../mark";
import { TILE } from "../q15";
import { enterRow, firstRow, rowEnd, rowSource, rowTarget, touchBands } from "../rows";
import { OPEN_PLANE, openPlanes, over, reachInto, touch } from "./space";

// Returns the address of an open tile and enters it in the table it is missing from: 0 the stroke's own, 1 what lies below.
@external("mixing", "open")
declare function openOf(table: i32, index: i32): usize;

// The most numbers a colour has, alpha included.
const MOST: i32 = 8;
const sums = memory.data(MOST * 8 + 8);

let table: usize = 0;
let below: usize = 0;
export let columns: i32 = 0;
export let rows: i32 = 0;
export let dirty: usize = 0;

/** Where the next calls find their open tiles. `belowTable` is that of what is seen below them, 0 for none. */
export function setMixing(ownTable: usize, belowTable: usize, tileColumns: i32, tileRows: i32, dirtyBands: usize): void {
  table = ownTable;
  below = belowTable;
  columns = tileColumns;
  rows = tileRows;
  dirty = dirtyBands;
}

@inline
export function openAt(index: i32): usize {
  const tile = <usize>load<u32>(table + (index << 2));
  return tile ? tile : openOf(0, index);
}

@inline
export function belowAt(index: i32): usize {
  if (below == 0) return 0;
  const tile = <usize>load<u32>(below + (index << 2));
  return tile ? tile : openOf(1, index);
}

/**
 * Adds up what lies under a mark, weighed by how far its strengths exceed those of the mark `before` (0 for none), of every
 * `step`th row: at the answered address the sum of each plane, f64, and after them the sum of the weights. What the tip
 * meets newly is what counts: the rest it has just painted itself.
 */
export function gather(mark: Mark, before: usize, step: i32): usize {
  memory.fill(sums, 0, MOST * 8 + 8);
  const lastRow = (min(mark.y + mark.height, rows << 6) - 1) >> 6;
  const lastColumn = (min(mark.x + mark.width, columns << 6) - 1) >> 6;
  for (let row = max(mark.y, 0) >> 6; row <= lastRow; row++)
    for (let column = max(mark.x, 0) >> 6; column <= lastColumn; column++) gatherTile(mark, before, row, column, step);
  return sums;
}

// The span of the previous mark in the row that is gathered, in px of the tile's row, and where its px 0 would lie.
let oldFrom: i32 = 0;
let oldTo: i32 = 0;
let oldRow: usize = 0;

/** Enters the row of the mark before, 0 for none, whose px are asked for next. */
@inline
export function enterPrevious(previous: usize, y: i32, left: i32): void {
  oldFrom = i32.MAX_VALUE;
  oldTo = i32.MIN_VALUE;
  if (previous == 0) return;
  const mark = changetype<Mark>(previous);
  const line = y - mark.y;
  if (line < 0 || line >= mark.height) return;
  const span = mark.spans + (line << 3);
  const from = <i32>load<i16>(span);
  const to = <i32>load<i16>(span, 2);
  if (from >= to) return;
  oldFrom = from + mark.x - left;
  oldTo = to + mark.x - left;
  oldRow = mark.mask + ((line * mark.stride + left - mark.x) << 1);
}

/** How much stronger a px is than the previous mark was there, for one that has not its groups at hand. */
@inline
export function newlyAt(strength: f32, x: i32): f32 {
  if (x < oldFrom || x >= oldTo) return strength;
  return strength - <f32>load<u16>(oldRow + (x << 1));
}

/** How much stronger four px are than the previous mark was there. */
@inline
function newly(m: v128, x: i32): v128 {
  const strength = i32x4.extend_low_i16x8_u(m);
  // Beside its span a mask is empty for a group, and beyond that it was never drawn.
  if (x + 3 < oldFrom || x >= oldTo) return f32x4.convert_i32x4_s(strength);
  const old = i32x4.extend_low_i16x8_u(v128.load64_zero(oldRow + (x << 1)));
  return f32x4.convert_i32x4_s(i32x4.max_s(i32x4.sub(strength, old), i32x4.splat(0)));
}

function gatherTile(mark: Mark, before: usize, row: i32, column: i32, step: i32): void {
  const top = max(mark.y, row << 6);
  const bottom = min(mark.y + mark.height, (row + 1) << 6);
  const first = firstRow(mark, top, bottom, column << 6);
  if (first >= bottom) return;
  const index = row * columns + column;
  const tile = openAt(index);
  const under = belowAt(index);
  const alphaAt = (openPlanes - 1) * OPEN_PLANE;
  // The same rows of the mark on every tile.
  for (let y = first + ((step - ((first - mark.y) % step)) % step); y < bottom; y += step) {
    if (!enterRow(mark, y, 0, column << 6)) continue;
    const source = rowSource;
    const offset = rowTarget << 1;
    const pixels = <i32>((rowEnd - rowTarget) >> 1);
    const start = <i32>((rowTarget & (TILE * 2 - 1)) >> 1);
    enterPrevious(before, y, column << 6);
    for (let p = 0; p <= openPlanes; p++) {
      let sum = f32x4.splat(0);
      for (let x = 0; x < pixels; x += 4) {
        const m = newly(v128.load64_zero(source + (x << 1)), start + x);
        if (p == openPlanes) {
          sum = f32x4.add(sum, m);
          continue;
        }
        const at = tile + offset + (x << 2);
        let value = v128.load(at + p * OPEN_PLANE);
        if (under) value = over(value, v128.load(at + alphaAt), under + offset + (x << 2) + p * OPEN_PLANE);
        sum = f32x4.add(sum, f32x4.mul(m, value));
      }
      const line = <f64>(f32x4.extract_lane(sum, 0) + f32x4.extract_lane(sum, 1)) + <f64>(f32x4.extract_lane(sum, 2) + f32x4.extract_lane(sum, 3));
      store<f64>(sums + (p << 3), load<f64>(sums + (p << 3)) + line);
    }
  }
}

/**
 * Lays one colour: `S ← S + m·flow·(T − S)` on all planes, T being the `openPlanes` f32 numbers at `paint`.
 */
export function layMixed(mark: Mark, paint: usize): void {
  const lastRow = (min(mark.y + mark.height, rows << 6) - 1) >> 6;
  const lastColumn = (min(mark.x + mark.width, columns << 6) - 1) >> 6;
  for (let row = max(mark.y, 0) >> 6; row <= lastRow; row++) for (let column = max(mark.x, 0) >> 6; column <= lastColumn; column++) layTile(mark, row, column, paint);
}

/** The part of a mark on a tile as the ground leaves it, and remembers there how far the mark got. */
export function intoGround(mark: Mark, first: i32, bottom: i32, row: i32, column: i32, tile: usize): Mark {
  const left = grounded(mark, first, bottom, row, column, columns);
  const ceilings = limitsNow();
  for (let y = first; y < bottom; y++) {
    if (!enterRow(left, y, 0, column << 6)) continue;
    let source = rowSource;
    const end = rowEnd;
    for (let target = rowTarget; target < end; target += 16, source += 16) {
      const there = i16x8.gt_s(v128.load(source), i16x8.splat(0));
      reachInto(tile, target << 1, v128.and(v128.load(ceilings + target), there));
    }
  }
  return left;
}

function layTile(whole: Mark, row: i32, column: i32, paint: usize): void {
  let mark = whole;
  const top = max(mark.y, row << 6);
  const bottom = min(mark.y + mark.height, (row + 1) << 6);
  const first = firstRow(mark, top, bottom, column << 6);
  if (first >= bottom) return;
  const index = row * columns + column;
  const tile = openAt(index);
  touchBands(dirty + index, first, bottom);
  if (isGrained()) mark = intoGround(mark, first, bottom, row, column, tile);
  const flow = f32x4.splat(<f32>mark.flow / (32767.0 * 32767.0));
  for (let y = first; y < bottom; y++) {
    if (!enterRow(mark, y, 0, column << 6)) continue;
    let source = rowSource;
    let target = rowTarget;
    const end = rowEnd;
    for (; target < end; target += 16, source += 16) {
      const m = v128.load(source);
      if (!v128.any_true(m)) continue;
      const low = f32x4.mul(f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(m)), flow);
      const high = f32x4.mul(f32x4.convert_i32x4_u(i32x4.extend_high_i16x8_u(m)), flow);
      let at = tile + (target << 1);
      for (let p = 0; p < openPlanes; p++, at += OPEN_PLANE) {
        const goal = v128.load32_splat(paint + (p << 2));
        const a = v128.load(at);
        const b = v128.load(at, 16);
        v128.store(at, f32x4.add(a, f32x4.mul(low, f32x4.sub(goal, a))));
        v128.store(at, f32x4.add(b, f32x4.mul(high, f32x4.sub(goal, b))), 16);
      }
      touch(tile, target << 1);
    }
  }
}
