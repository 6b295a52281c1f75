import { densityOf, eighths, FILM, putEighths, putFilm } from "./film";
import { PLANE, put, TILE, unit } from "../q15";

// Pigment in water. A wet tile is a block of fields of f32 numbers, each with one number beyond the tile on all sides: what
// goes over from a place to the next on its right and below it, and back; what settles; how far and
// how much of it is wet; then, for each amount that is
// carried, what floats and what has settled. Between a wet place and a dry one nothing goes over, so that nothing is lost.
// After Curtis, Anderson, Seims, Fleischer and Salesin 1997, "Computer-Generated Watercolor": pigment is carried to the edge
// where water dries first, and settles by the height of the paper.

/** The numbers from one row of a field to the next: four before the tile and four after it. */
const STRIDE: i32 = TILE + 8;
export const FIELD: i32 = STRIDE * (TILE + 2) * 4;
const ROW: usize = STRIDE * 4;
const RIGHT: usize = 0;
const LEFT: usize = FIELD;
const DOWN: usize = 2 * FIELD;
const UP: usize = 3 * FIELD;
const SETTLES: usize = 4 * FIELD;
/** How many places on it is wet without a gap to the right, and down; 0 where it is dry. */
export const WET_RIGHT: usize = 5 * FIELD;
export const WET_DOWN: usize = 6 * FIELD;
/** How much of it is wet. */
export const VOLUMES: usize = 7 * FIELD;
export const AMOUNTS: usize = 8 * FIELD;

/** No more than this share goes over to a neighbour with the water in one step, nor by itself: eight of them are less than all. */
const MOST_CARRIED: f32 = 0.12;
const MOST_WANDERING: f32 = 0.11;
/** How much more than its part of the most around it is wet of a place at an edge. */
const HARD: f32 = 1.8;
/** The share that sinks in a step from a peak to a valley beside it, at full granulation. */
const SINKING: f32 = 0.06;
/** What settles in one step where the paper is neither high nor low. */
const SETTLING: f32 = 0.02;

/** The bytes of a wet tile with so many amounts. */
export function washBytes(amounts: i32): i32 {
  return (8 + 2 * amounts) * FIELD;
}

/** The bytes of room that `washPaths` needs. */
export function washRoom(): i32 {
  return 6 * FIELD;
}

@inline
export function fieldAt(field: usize, x: i32, y: i32): usize {
  return field + ((<usize>((y + 1) * STRIDE + x + 4)) << 2);
}

/**
 * Finds how pigment goes over between the places of a wet tile.
 * @param wet a table of tiles: Q15, how much of a place is wet @param edge of the same blurred: it falls towards dry edges
 * @param heights @param mottle of the ground, 0…1: pigment goes to valleys, and water goes here and there more slowly
 * @param head how much fresh water stands there, blurred, and @param pooled how much of a place was wet before it came: fresh
 * water pushes what floats in older water away; tables of tiles, 0 for none
 * @param pull towards the edge, in shares a step where `edge` falls by one in a px @param push as much where `head` falls
 * @param spread @param granulation 0…1
 */
export function washPaths(
  block: usize, column: i32, row: i32, columns: i32, rows: i32,
  wet: usize, edge: usize, heights: usize, mottle: usize, head: usize, pooled: usize,
  pull: f32, push: f32, spread: f32, granulation: f32, room: usize,
): void {
  const w = room;
  const b = room + FIELD;
  const g = room + 2 * FIELD;
  const l = room + 3 * FIELD;
  copyAround(wet, column, row, columns, rows, w);
  copyAround(edge, column, row, columns, rows, b);
  copyAround(heights, column, row, columns, rows, g);
  copyAround(mottle, column, row, columns, rows, l);
  const h = room + 4 * FIELD;
  const o = room + 5 * FIELD;
  if (head) {
    copyAround(head, column, row, columns, rows, h);
    copyAround(pooled, column, row, columns, rows, o);
  }
  memory.fill(block, 0, AMOUNTS);
  for (let y = -1; y < TILE; y++) {
    const line = fieldAt(0, -4, y);
    for (let x: usize = 0; x < <usize>(TILE + 4) * 4; x += 16) {
      const at = line + x;
      if (!v128.any_true(v128.load(w + at))) continue;
      goOver(w + at, b + at, g + at, l + at, 4, head ? h + at : 0, o + at, pull, push, spread, granulation, block + RIGHT + at, block + LEFT + at);
      goOver(w + at, b + at, g + at, l + at, ROW, head ? h + at : 0, o + at, pull, push, spread, granulation, block + DOWN + at, block + UP + at);
      const low = f32x4.sub(f32x4.splat(0.5), v128.load(g + at));
      const share = f32x4.mul(f32x4.splat(SETTLING), f32x4.max(f32x4.splat(<f32>0.1), f32x4.add(f32x4.splat(1), f32x4.mul(f32x4.splat(granulation), low))));
      v128.store(block + VOLUMES + at, v128.load(w + at));
      v128.store(block + SETTLES + at, v128.and(share, f32x4.gt(v128.load(w + at), f32x4.splat(0))));
    }
  }
}

/** What goes over between four places and those `next` bytes on: from here to there, and back. */
@inline
function goOver(
  w: usize, b: usize, g: usize, l: usize, next: usize, h: usize, o: usize, pull: f32, push: f32, spread: f32, granulation: f32, there: usize, back: usize,
): void {
  const zero = f32x4.splat(0);
  const here = v128.load(w);
  const beside = v128.load(w + next);
  // Through the narrower of two places goes what is between them: a place that is wet in part takes as much less.
  const narrow = f32x4.min(here, beside);
  const open = f32x4.gt(narrow, zero);
  const falls = f32x4.sub(v128.load(b), v128.load(b + next));
  const ease = f32x4.add(f32x4.splat(0.55), f32x4.mul(f32x4.splat(0.45), f32x4.add(v128.load(l), v128.load(l + next))));
  let drawn = f32x4.mul(f32x4.mul(f32x4.splat(pull), falls), ease);
  if (h) {
    const old = f32x4.gt(f32x4.min(v128.load(o), v128.load(o + next)), zero);
    const pushed = f32x4.mul(f32x4.mul(f32x4.splat(push), f32x4.sub(v128.load(h), v128.load(h + next))), ease);
    drawn = f32x4.add(drawn, v128.and(pushed, old));
  }
  const sinks = f32x4.mul(f32x4.splat(SINKING * granulation), f32x4.sub(v128.load(g), v128.load(g + next)));
  const most = f32x4.splat(MOST_CARRIED);
  const carried = f32x4.max(f32x4.min(f32x4.add(drawn, sinks), most), f32x4.neg(most));
  const rough = f32x4.add(f32x4.splat(0.5), f32x4.mul(f32x4.splat(0.25), f32x4.add(v128.load(g), v128.load(g + next))));
  const wanders = f32x4.mul(f32x4.splat(MOST_WANDERING * spread), rough);
  v128.store(there, v128.and(f32x4.mul(f32x4.div(narrow, here), f32x4.add(wanders, f32x4.max(carried, zero))), open));
  v128.store(back, v128.and(f32x4.mul(f32x4.div(narrow, beside), f32x4.add(wanders, f32x4.max(f32x4.neg(carried), zero))), open));
}

/**
 * How much of each place of a tile is wet: what is there, 0…1, against the most of what lies in and right around it. Where a
 * soft edge falls less than a hard one within a px, all of it.
 */
export function washVolumes(table: usize, column: i32, row: i32, columns: i32, rows: i32, room: usize, out: usize): void {
  copyAround(table, column, row, columns, rows, room);
  for (let y = 0; y < TILE; y++) {
    for (let x = 0; x < TILE; x += 4) {
      const at = fieldAt(room, x, y);
      const most = f32x4.max(f32x4.max(mostOf(at - ROW), mostOf(at)), mostOf(at + ROW));
      const share = f32x4.div(v128.load(at), f32x4.max(most, f32x4.splat(<f32>1e-5)));
      put(out + ((y * TILE + x) << 1), f32x4.min(f32x4.splat(1), f32x4.mul(share, f32x4.splat(HARD))));
    }
  }
}

@inline
function mostOf(at: usize): v128 {
  return f32x4.max(v128.load(at), f32x4.max(v128.load(at - 4), v128.load(at + 4)));
}

/** Copies a tile's Q15 numbers as 0…1 and a px around it; nothing where there is no tile. */
function copyAround(table: usize, column: i32, row: i32, columns: i32, rows: i32, to: usize): void {
  memory.fill(to, 0, FIELD);
  for (let r = max(0, row - 1); r <= min(rows - 1, row + 1); r++) {
    for (let c = max(0, column - 1); c <= min(columns - 1, column + 1); c++) {
      const tile = <usize>load<u32>(table + ((r * columns + c) << 2));
      if (!tile) continue;
      const left = (c - column) * TILE;
      const top = (r - row) * TILE;
      const fromX = max(-1, left);
      const toX = min(TILE + 1, left + TILE);
      for (let y = max(-1, top); y < min(TILE + 1, top + TILE); y++) {
        const source = tile + (((y - top) * TILE - left) << 1);
        if (c == column) for (let x = 0; x < TILE; x += 4) v128.store(fieldAt(to, x, y), unit(source + (x << 1)));
        else for (let x = fromX; x < toX; x++) store<f32>(fieldAt(to, x, y), <f32>load<u16>(source + (x << 1)) * <f32>(1.0 / 32767.0));
      }
    }
  }
}

/**
 * Lays a stroke's tile into a wet tile. One plane is one amount; of four, premultiplied red, green, blue and alpha, the
 * amounts are the density of each channel and the cover.
 */
export function washFill(block: usize, stroke: usize, planes: i32): void {
  const amounts = planes == 1 ? 1 : 4;
  memory.fill(block + AMOUNTS, 0, 2 * amounts * FIELD);
  for (let y = 0; y < TILE; y++) {
    for (let x = 0; x < TILE; x += 4) {
      const at = fieldAt(block + AMOUNTS, x, y);
      const from = stroke + ((y * TILE + x) << 1);
      if (planes == 1) {
        v128.store(at, unit(from));
        continue;
      }
      const cover = unit(from + 3 * PLANE);
      for (let c = 0; c < 3; c++) v128.store(at + c * 2 * FIELD, densityOf(unit(from + c * PLANE), cover));
      v128.store(at + 6 * FIELD, cover);
    }
  }
}

/** Empties a wet tile of what floats and of what has settled. */
export function washEmpty(block: usize, amounts: i32): void {
  memory.fill(block + AMOUNTS, 0, 2 * amounts * FIELD);
}

/**
 * Pours a film into a wet tile of four amounts: of what is in it the share at `floats`, a plane of Q15, floats; 0 for all.
 * @param settles whether the rest is poured, which has settled, and not what floats
 */
export function washPour(block: usize, film: usize, floats: usize, settles: bool): void {
  for (let n = 0; n < 4; n++) {
    for (let y = 0; y < TILE; y++) {
      for (let x = 0; x < TILE; x += 4) {
        const from = (y * TILE + x) << 1;
        const amount = f32x4.mul(eighths(film + n * PLANE + from), f32x4.splat(1 / FILM));
        const share = floats ? unit(floats + from) : f32x4.splat(1);
        const part = f32x4.mul(amount, settles ? f32x4.sub(f32x4.splat(1), share) : share);
        const at = fieldAt(block + AMOUNTS + (n * 2 + (settles ? 1 : 0)) * FIELD, x, y);
        v128.store(at, f32x4.add(v128.load(at), part));
      }
    }
  }
}

/** Brings what floats at the edges of the neighbours beside a wet tile; 0 where there is none. */
export function washEdges(block: usize, amounts: i32, left: usize, right: usize, above: usize, below: usize): void {
  for (let n = 0; n < amounts; n++) {
    const field = AMOUNTS + n * 2 * FIELD;
    for (let y = 0; y < TILE; y++) {
      if (left) store<f32>(fieldAt(block + field, -1, y), load<f32>(fieldAt(left + field, TILE - 1, y)));
      if (right) store<f32>(fieldAt(block + field, TILE, y), load<f32>(fieldAt(right + field, 0, y)));
    }
    if (above) memory.copy(fieldAt(block + field, 0, -1), fieldAt(above + field, 0, TILE - 1), TILE * 4);
    if (below) memory.copy(fieldAt(block + field, 0, TILE), fieldAt(below + field, 0, 0), TILE * 4);
  }
}

/** One step: what floats goes over to neighbours, as fast as `rate`, 0…1, says, and some of it settles. @param room one row of a field */
export function washStep(block: usize, amounts: i32, rate: f32, room: usize): void {
  const speed = f32x4.splat(rate);
  for (let n = 0; n < amounts; n++) {
    const field = block + AMOUNTS + n * 2 * FIELD;
    // What comes from the row above.
    for (let x: usize = 0; x < ROW; x += 16) {
      const at = fieldAt(0, -4, -1) + x;
      v128.store(room + x, over(block + DOWN + at, block + UP + at, v128.load(field + at), v128.load(field + at + ROW)));
    }
    for (let y = 0; y < TILE; y++) {
      const line = fieldAt(0, 0, y);
      let before = v128.load(field + line - 16);
      for (let x: usize = 0; x < <usize>(TILE * 4); x += 16) {
        const at = line + x;
        const here = v128.load(field + at);
        const left = i32x4.shuffle(before, here, 3, 4, 5, 6);
        const comes = over(block + RIGHT + at - 4, block + LEFT + at - 4, left, here);
        const goes = over(block + RIGHT + at, block + LEFT + at, here, v128.load(field + at + 4));
        const falls = over(block + DOWN + at, block + UP + at, here, v128.load(field + at + ROW));
        const more = f32x4.sub(f32x4.add(comes, v128.load(room + 16 + x)), f32x4.add(goes, falls));
        v128.store(room + 16 + x, falls);
        const now = f32x4.add(here, f32x4.mul(speed, more));
        const settles = f32x4.mul(now, v128.load(block + SETTLES + at));
        v128.store(field + at, f32x4.sub(now, settles));
        v128.store(field + FIELD + at, f32x4.add(v128.load(field + FIELD + at), settles));
        before = here;
      }
    }
  }
}

@inline
function over(there: usize, back: usize, here: v128, next: v128): v128 {
  return f32x4.sub(f32x4.mul(v128.load(there), here), f32x4.mul(v128.load(back), next));
}

/** The film that a wet tile has become. @param red @param green @param blue densities of one amount, for wet tiles of one */
export function washFilm(block: usize, amounts: i32, red: f32, green: f32, blue: f32, film: usize): void {
  for (let y = 0; y < TILE; y++) {
    for (let x = 0; x < TILE; x += 4) {
      const at = fieldAt(block + AMOUNTS, x, y);
      const to = film + ((y * TILE + x) << 1);
      if (amounts == 1) putFilm(to, f32x4.add(v128.load(at), v128.load(at + FIELD)), red, green, blue);
      else for (let n = 0; n < 4; n++) putEighths(to + n * PLANE, f32x4.add(v128.load(at + n * 2 * FIELD), v128.load(at + (n * 2 + 1) * FIELD)));
    }
  }
}
