import { coverLeft } from "./going-colour";
import { flux, gate, goingAt, heightAt, LEAST, left, side, square, stand, stood, top } from "./going";
import { columns, dirty, openAt, rows } from "./mix";
import { touchBands } from "../rows";
import { REPOSE, ROUND } from "./run-over";

// Where a dragged tip is lifted, what goes along is left as a lump: as much at each place as can stand there; the rest spreads, wider
// with each round, and is left about it. Heights are worked on as f32 numbers, by what a Q15 number can hold, four px at a time.

/** So little, in full heights of a px, need not be left about it, or so small a part of what was left over: it runs back. */
const ENOUGH: f32 = 2;
const ENOUGH_PART: f32 = 0.02;
/** How much steeper it may stand with each round, lest that never ends. */
const STEEPENS: f32 = 0.04;
/** How far what is left over spreads in the first round, px, and in later ones at most, as a part of the square's side. */
const LEAST_RADIUS: i32 = 3;
const MOST_RADIUS: f32 = 0.06;
/** Beside what is read there must be so many px of the square. */
const INSET: i32 = 4;

/** The heights about the tip, f32, as the square that goes along lies; 1 beyond the surface. */
let heights: usize = 0;
// The tiles of which they are known.
let knownX: i32 = 0;
let knownY: i32 = 0;
let knownRight: i32 = 0;
let knownBottom: i32 = 0;
// Where there is something that could not be left yet.
let restX: i32 = 0;
let restY: i32 = 0;
let restRight: i32 = 0;
let restBottom: i32 = 0;

/** Leaves all that goes along where the tip stands. @param room as large as the square that goes along @returns how much is left over */
export function shoveEnd(rounds: i32, room: usize): f32 {
  heights = room;
  knownX = knownY = i32.MAX_VALUE;
  knownRight = knownBottom = i32.MIN_VALUE;
  if (!findRest()) return 0;
  let rest = leaveAll(1);
  const most = max(16, <i32>(MOST_RADIUS * <f32>side));
  const enough = max<f32>(ENOUGH, rest * ENOUGH_PART);
  for (let n = 0; n < rounds && rest > enough; n++) {
    spread(min(most, LEAST_RADIUS + n + ((n * n) >> 3)));
    rest = leaveAll(1 + <f32>n * STEEPENS);
  }
  standAgain();
  return rest;
}

/** Finds the box of what goes along; false where there is nothing. */
function findRest(): bool {
  restX = left + side;
  restY = top + side;
  restRight = left;
  restBottom = top;
  const least = f32x4.splat(LEAST);
  for (let y = top; y < top + side; y++)
    for (let x = left; x < left + side; x += 4)
      if (v128.any_true(f32x4.gt(v128.load(goingAt(x, y)), least))) include(x, y);
  return restX < restRight;
}

/** Makes the box reach to four px. */
@inline
function include(x: i32, y: i32): void {
  restX = min(restX, x);
  restRight = max(restRight, x + 4);
  restY = min(restY, y);
  restBottom = max(restBottom, y + 1);
}

@inline
function noteOf(x: i32, y: i32): usize {
  return goingAt(x, y) + flux - square;
}

@inline
function knownAt(x: i32, y: i32): usize {
  return goingAt(x, y) + heights - square;
}

/** Spreads what goes along by a box of a radius, px, across and down, where something is left and about it; nothing leaves the square. */
function spread(radius: i32): void {
  const x = max(left + INSET, restX - radius);
  const y = max(top + INSET, restY - radius);
  const right = min(left + side - INSET, restRight + radius);
  const bottom = min(top + side - INSET, restBottom + radius);
  // What would go beyond an end stays there: the box goes on as in a mirror.
  for (let line = y; line < bottom; line++) spreadAlong(goingAt(x, line), spreadAt(x, line), right - x, radius);
  spreadDown(x, y, right, bottom, radius);
  restX = x;
  restY = y;
  restRight = right;
  restBottom = bottom;
}

/** A place in a row of `last + 1`, which goes back from its ends. */
@inline
function mirrored(place: i32, last: i32): i32 {
  const inside = place < 0 ? -place - 1 : place > last ? 2 * last + 1 - place : place;
  return max(0, min(last, inside));
}

@inline
function numberAt(row: usize, place: i32): f64 {
  return <f64>load<f32>(row + (<usize>place << 2));
}

/** Gives each of a row of numbers its part to those within a radius, into another row. */
function spreadAlong(from: usize, to: usize, count: i32, radius: i32): void {
  const per: f64 = 1 / <f64>(2 * radius + 1);
  const last = count - 1;
  let sum: f64 = 0;
  for (let i = -radius; i <= radius; i++) sum += numberAt(from, mirrored(i, last));
  for (let i = 0; i < count; i++) {
    store<f32>(to + (<usize>i << 2), <f32>(sum * per));
    const inside = i >= radius && i + radius < last;
    const comes = inside ? i + radius + 1 : mirrored(i + radius + 1, last);
    const goes = inside ? i - radius : mirrored(i - radius, last);
    sum += numberAt(from, comes) - numberAt(from, goes);
  }
}

/** As `spreadAlong`, down all columns of a box at once, from the room of the gates back to the square. */
function spreadDown(x: i32, y: i32, right: i32, bottom: i32, radius: i32): void {
  const per = f64x2.splat(1 / <f64>(2 * radius + 1));
  const last = bottom - y - 1;
  // A sum for each column, f64.
  const sums = flux;
  memory.fill(sums, 0, <usize>(right - x + 3) << 3);
  for (let i = -radius; i <= radius; i++) addRow(spreadAt(x, y + mirrored(i, last)), 0, sums, right - x);
  for (let i = 0; i <= last; i++) {
    for (let n = 0; n < right - x; n += 4) {
      const sum = sums + (<usize>n << 3);
      const low = f32x4.demote_f64x2_zero(f64x2.mul(v128.load(sum), per));
      const high = f32x4.demote_f64x2_zero(f64x2.mul(v128.load(sum, 16), per));
      putFour(goingAt(x + n, y + i), i32x4.shuffle(low, high, 0, 1, 4, 5), right - x - n);
    }
    addRow(spreadAt(x, y + mirrored(i + radius + 1, last)), spreadAt(x, y + mirrored(i - radius, last)), sums, right - x);
  }
}

/** Where the number of a px is that has spread along its row. */
@inline
function spreadAt(x: i32, y: i32): usize {
  return goingAt(x, y) + gate - square;
}

/** Adds a row of f32 numbers to f64 sums, less another row, 0 for none; beyond the last of them sums are of no meaning. */
@inline
function addRow(comes: usize, goes: usize, sums: usize, count: i32): void {
  for (let n = 0; n < count; n += 4) {
    const sum = sums + (<usize>n << 3);
    const four = v128.load(comes + (<usize>n << 2));
    let low = f64x2.promote_low_f32x4(four);
    let high = f64x2.promote_low_f32x4(highHalf(four));
    if (goes) {
      const less = v128.load(goes + (<usize>n << 2));
      low = f64x2.sub(low, f64x2.promote_low_f32x4(less));
      high = f64x2.sub(high, f64x2.promote_low_f32x4(highHalf(less)));
    }
    v128.store(sum, f64x2.add(v128.load(sum), low));
    v128.store(sum, f64x2.add(v128.load(sum, 16), high), 16);
  }
}

@inline
function highHalf(four: v128): v128 {
  return i32x4.shuffle(four, four, 2, 3, 2, 3);
}

/** Stores four numbers, or as many as there are. */
@inline
function putFour(at: usize, four: v128, count: i32): void {
  if (count >= 4) {
    v128.store(at, four);
    return;
  }
  store<f32>(at, f32x4.extract_lane(four, 0));
  if (count > 1) store<f32>(at, f32x4.extract_lane(four, 1), 4);
  if (count > 2) store<f32>(at, f32x4.extract_lane(four, 2), 8);
}

/**
 * Leaves all that can stand: beside what stands there before any is left, so that a heap is round, and steep at its foot.
 * @param steeper how many times as steep as it is left beside a tip @returns how much is left over
 */
function leaveAll(steeper: f32): f32 {
  const fromX = max(max(restX, left + INSET), 0);
  const fromY = max(max(restY, top + INSET), 0);
  const toX = min(min(restRight, left + side - INSET), columns << 6);
  const toY = min(min(restBottom, top + side - INSET), rows << 6);
  restX = toX;
  restY = toY;
  restRight = fromX;
  restBottom = fromY;
  if (fromX >= toX || fromY >= toY) return 0;
  knowTiles(fromX - 1, fromY - 1, toX + 4, toY + 1);
  const least = f32x4.splat(LEAST);
  const steep = f32x4.splat(steeper * REPOSE);
  const less = f32x4.splat(steeper * REPOSE * ROUND);
  const row = <usize>(side << 2);
  for (let y = fromY; y < toY; y++)
    for (let x = fromX; x < toX; x += 4) {
      if (!v128.any_true(f32x4.gt(v128.load(goingAt(x, y)), least))) continue;
      const at = knownAt(x, y);
      const beside = f32x4.pmin(v128.load(at - 4), v128.load(at, 4));
      const lowest = f32x4.pmin(beside, f32x4.pmin(v128.load(at - row), v128.load(at + row)));
      v128.store(noteOf(x, y), f32x4.add(lowest, f32x4.sub(steep, f32x4.mul(less, lowest))));
    }
  let rest = f32x4.splat(0);
  for (let y = fromY; y < toY; y++)
    for (let x = fromX; x < toX; x += 4) {
      const going = goingAt(x, y);
      const has = v128.load(going);
      // Beyond the box of a group nothing is left.
      const on = v128.and(f32x4.gt(has, least), lanesWithin(toX - x));
      if (!v128.any_true(on)) continue;
      const at = knownAt(x, y);
      const now = v128.load(at);
      const may = f32x4.pmax(now, v128.load(noteOf(x, y)));
      const next = v128.bitselect(held(f32x4.pmin(f32x4.add(now, has), may)), now, on);
      v128.store(at, next);
      const over = v128.bitselect(f32x4.pmax(f32x4.splat(0), f32x4.sub(has, f32x4.pmax(f32x4.splat(0), f32x4.sub(next, now)))), has, on);
      v128.store(going, over);
      const left4 = v128.and(over, v128.and(on, f32x4.gt(over, least)));
      if (!v128.any_true(left4)) continue;
      rest = f32x4.add(rest, left4);
      include(x, y);
    }
  restRight = min(restRight, toX);
  return f32x4.extract_lane(rest, 0) + f32x4.extract_lane(rest, 1) + f32x4.extract_lane(rest, 2) + f32x4.extract_lane(rest, 3);
}

/** The first so many of four lanes. */
@inline
function lanesWithin(count: i32): v128 {
  return i32x4.lt_s(i32x4(0, 1, 2, 3), i32x4.splat(count));
}

/** Heights as Q15 numbers hold them, 0…1. */
@inline
function held(values: v128): v128 {
  const shares = f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), values));
  const whole = f32x4.floor(f32x4.add(f32x4.mul(shares, f32x4.splat(32767)), f32x4.splat(0.5)));
  return f32x4.mul(whole, f32x4.splat(<f32>(1.0 / 32767.0)));
}

/** Sees to it that heights are known within a box, px, as far as the square goes. */
function knowTiles(x: i32, y: i32, right: i32, bottom: i32): void {
  const fromX = min(knownX, max(x, left) >> 6);
  const fromY = min(knownY, max(y, top) >> 6);
  const toX = max(knownRight, ((min(right, left + side) - 1) >> 6) + 1);
  const toY = max(knownBottom, ((min(bottom, top + side) - 1) >> 6) + 1);
  for (let row = fromY; row < toY; row++)
    for (let column = fromX; column < toX; column++)
      if (row < knownY || row >= knownBottom || column < knownX || column >= knownRight) knowTile(column, row);
  knownX = fromX;
  knownY = fromY;
  knownRight = toX;
  knownBottom = toY;
}

function knowTile(column: i32, row: i32): void {
  const fromX = max(left, column << 6);
  const toX = min(left + side, (column + 1) << 6);
  const beyond = column < 0 || row < 0 || column >= columns || row >= rows;
  for (let y = max(top, row << 6); y < min(top + side, (row + 1) << 6); y++)
    for (let x = fromX; x < toX; x++) store<f32>(knownAt(x, y), beyond ? 1 : stood(heightAt(x, y)));
}

/** Lets what was left stand on the surface, and cover it. */
function standAgain(): void {
  const fromX = max(max(left, knownX << 6), 0);
  const fromY = max(max(top, knownY << 6), 0);
  const toX = min(min(left + side, knownRight << 6), columns << 6);
  const toY = min(min(top + side, knownBottom << 6), rows << 6);
  for (let y = fromY; y < toY; y++)
    for (let x = fromX; x < toX; x++) {
      const at = heightAt(x, y);
      const gained = load<f32>(knownAt(x, y)) - stood(at);
      if (gained <= 0) continue;
      stand(at, load<f32>(knownAt(x, y)));
      const index = (y >> 6) * columns + (x >> 6);
      // A tile that is not open would not be dried, and its height with it.
      const tile = openAt(index);
      touchBands(dirty + index, y, y + 1);
      coverLeft(tile, <usize>((((y & 63) << 6) | (x & 63)) << 2), gained);
    }
}
