import { isGrained } from "../marks/ground";
import { Mark } from "../mark";
import { belowAt, columns, dirty, enterPrevious, intoGround, newlyAt, openAt, rows } from "./mix";
import { enterRow, firstRow, rowEnd, rowSource, rowTarget, touchBands } from "../rows";
import { OPEN_PLANE, openPlanes, touch } from "./space";

// A tip that takes up paint part by part: a square of cells lies over it and turns with it. What the tip meets newly is met
// by lanes along its way; each cell takes up what its lane meets, carries it, and lays it mixed with the tip's own. Between the
// cells' middles colours go over into one another.

/** The numbers of a cell: those of a colour, and a weight. */
const CELL: i32 = 9;
const CELL_BYTES: i32 = CELL * 4;

let grid: i32 = 0;
let met: usize = 0;
let carried: usize = 0;
let goals: usize = 0;
let x0: f32 = 0;
let y0: f32 = 0;
// What a px to the right adds to the place in the grid, along the tip's sides.
let across: f32 = 0;
let down: f32 = 0;
// The same across the tip's way, and where its way leads in the tip's own frame.
let laneAcross: f32 = 0;
let laneDown: f32 = 0;
let wayU: f32 = 0;
let wayV: f32 = 0;

/** The bytes of each of the three squares of `side`² cells that the next calls work on. */
export function cellsBytes(side: i32): i32 {
  return side * side * CELL_BYTES;
}

/**
 * Says where cells lie, how many there are to a side, and how the tip stands.
 * @param has what each carries @param room for what they meet, and for what they lay: `cellsBytes` each
 * @param x @param y its middle @param half of its size, px @param c @param s the direction of its long side, y downward
 * @param hx @param hy where it goes, of length 1
 */
export function setCells(has: usize, meets: usize, lays: usize, side: i32, x: f32, y: f32, half: f32, c: f32, s: f32, hx: f32, hy: f32): void {
  carried = has;
  met = meets;
  goals = lays;
  grid = side;
  x0 = x;
  y0 = y;
  const per: f32 = <f32>side / (2 * half);
  across = c * per;
  down = s * per;
  laneAcross = -hy * per;
  laneDown = hx * per;
  wayU = hx * c + hy * s;
  wayV = hy * c - hx * s;
}

/** Adds up what lies newly under the tip by lanes, as `gather` does for the whole tip, of every `step`th row. */
export function gatherCells(mark: Mark, before: usize, step: i32): void {
  memory.fill(met, 0, grid * CELL_BYTES);
  const lastRow = (min(mark.y + mark.height, rows << 6) - 1) >> 6;
  const lastColumn = (min(mark.x + mark.width, columns << 6) - 1) >> 6;
  for (let row = max(mark.y, 0) >> 6; row <= lastRow; row++)
    for (let column = max(mark.x, 0) >> 6; column <= lastColumn; column++) gatherOn(mark, before, row, column, step);
}

function gatherOn(mark: Mark, before: usize, row: i32, column: i32, step: i32): void {
  const left = column << 6;
  const bottom = min(mark.y + mark.height, (row + 1) << 6);
  const first = firstRow(mark, max(mark.y, row << 6), bottom, left);
  if (first >= bottom) return;
  const index = row * columns + column;
  const tile = openAt(index);
  const under = belowAt(index);
  const alphaAt = (openPlanes - 1) * OPEN_PLANE;
  const middle = <f32>grid * <f32>0.5;
  const last = grid - 1;
  for (let y = first + ((step - ((first - mark.y) % step)) % step); y < bottom; y += step) {
    if (!enterRow(mark, y, 0, left)) continue;
    enterPrevious(before, y, left);
    const dy = <f32>y + <f32>0.5 - y0;
    const from = <i32>(rowTarget & 127) >> 1;
    const to = from + <i32>((rowEnd - rowTarget) >> 1);
    const offset = ((y & 63) << 6) << 2;
    for (let x = from; x < to; x++) {
      const w = newlyAt(<f32>load<u16>(rowSource + ((x - from) << 1)), x);
      if (w <= 0) continue;
      const dx = <f32>(x + left) + <f32>0.5 - x0;
      const lane = <i32>floor<f32>(middle + dx * laneAcross + dy * laneDown);
      const cell = met + max(0, min(last, lane)) * CELL_BYTES;
      const at = tile + offset + (x << 2);
      const clear: f32 = under ? 1 - load<f32>(at + alphaAt) : 0;
      for (let p = 0; p < openPlanes; p++) {
        let value = load<f32>(at + p * OPEN_PLANE);
        if (under) value += clear * load<f32>(under + offset + (x << 2) + p * OPEN_PLANE);
        store<f32>(cell + (p << 2), load<f32>(cell + (p << 2)) + w * value);
      }
      store<f32>(cell + 32, load<f32>(cell + 32) + w);
    }
  }
}

/**
 * Lets cells take up the part `take` of what their lanes have met, and mixes what each lays: `share` of what it carries and the rest of
 * the tip's own at `own`, which covers by `covers` where a cell carries nothing.
 */
export function takeCells(own: usize, take: f32, share: f32, covers: f32): void {
  const alpha = (openPlanes - 1) << 2;
  const middle = <f32>grid * <f32>0.5;
  for (let n = 0; n < grid * grid; n++) {
    const u = <f32>(n % grid) + <f32>0.5 - middle;
    const v = <f32>(n / grid) + <f32>0.5 - middle;
    const lane = <i32>floor<f32>(middle - wayV * u + wayU * v);
    const from = met + max(0, min(grid - 1, lane)) * CELL_BYTES;
    const has = carried + n * CELL_BYTES;
    const goal = goals + n * CELL_BYTES;
    const weight = load<f32>(from + 32);
    if (weight > 0) for (let p = 0; p < openPlanes << 2; p += 4) store<f32>(has + p, load<f32>(has + p) + take * (load<f32>(from + p) / weight - load<f32>(has + p)));
    const lent = share * load<f32>(has + alpha);
    const presence: f32 = 1 - share + lent;
    const scale: f32 = presence > <f32>1e-6 ? (lent + (1 - lent) * covers) / presence : 0;
    for (let p = 0; p < openPlanes << 2; p += 4) store<f32>(goal + p, scale * ((1 - share) * load<f32>(own + p) + share * load<f32>(has + p)));
  }
}

/** Lays what the cells have mixed: `S ← S + m·flow·(T − S)`, T going over from the middle of a cell to that of the next. */
export function layCells(mark: Mark): void {
  const lastRow = (min(mark.y + mark.height, rows << 6) - 1) >> 6;
  const lastColumn = (min(mark.x + mark.width, columns << 6) - 1) >> 6;
  for (let row = max(mark.y, 0) >> 6; row <= lastRow; row++)
    for (let column = max(mark.x, 0) >> 6; column <= lastColumn; column++) layOn(mark, row, column);
}

function layOn(whole: Mark, row: i32, column: i32): void {
  let mark = whole;
  const left = column << 6;
  const bottom = min(mark.y + mark.height, (row + 1) << 6);
  const first = firstRow(mark, max(mark.y, row << 6), bottom, left);
  if (first >= bottom) return;
  const index = row * columns + column;
  const tile = openAt(index);
  touchBands(dirty + index, first, bottom);
  if (isGrained()) mark = intoGround(mark, first, bottom, row, column, tile);
  const flow = <f32>mark.flow / <f32>(32767.0 * 32767.0);
  const middle = <f32>grid * <f32>0.5 - <f32>0.5;
  const last = <f32>(grid - 1);
  for (let y = first; y < bottom; y++) {
    if (!enterRow(mark, y, 0, left)) continue;
    const dy = <f32>y + <f32>0.5 - y0;
    const from = <i32>(rowTarget & 127) >> 1;
    const to = from + <i32>((rowEnd - rowTarget) >> 1);
    const offset = ((y & 63) << 6) << 2;
    for (let x = from; x < to; x++) {
      const m = <f32>load<u16>(rowSource + ((x - from) << 1)) * flow;
      if (m <= 0) continue;
      const dx = <f32>(x + left) + <f32>0.5 - x0;
      const gx = max<f32>(0, min<f32>(last, middle + dx * across + dy * down));
      const gy = max<f32>(0, min<f32>(last, middle + dy * across - dx * down));
      const u = min(grid - 2, <i32>gx);
      const v = min(grid - 2, <i32>gy);
      const fx = gx - <f32>u;
      const fy = gy - <f32>v;
      const cell = goals + (v * grid + u) * CELL_BYTES;
      const below = cell + grid * CELL_BYTES;
      const a = f32x4.splat((1 - fx) * (1 - fy));
      const b = f32x4.splat(fx * (1 - fy));
      const c = f32x4.splat((1 - fx) * fy);
      const d = f32x4.splat(fx * fy);
      const at = tile + offset + (x << 2);
      for (let p = 0; p < openPlanes; p += 4) {
        const o = <usize>(p << 2);
        const goal = f32x4.add(
          f32x4.add(f32x4.mul(a, v128.load(cell + o)), f32x4.mul(b, v128.load(cell + o, CELL_BYTES))),
          f32x4.add(f32x4.mul(c, v128.load(below + o)), f32x4.mul(d, v128.load(below + o, CELL_BYTES))),
        );
        approach(at + p * OPEN_PLANE, m, f32x4.extract_lane(goal, 0));
        approach(at + (p + 1) * OPEN_PLANE, m, f32x4.extract_lane(goal, 1));
        approach(at + (p + 2) * OPEN_PLANE, m, f32x4.extract_lane(goal, 2));
        approach(at + (p + 3) * OPEN_PLANE, m, f32x4.extract_lane(goal, 3));
      }
    }
    for (let target = rowTarget; target < rowEnd; target += 16) touch(tile, target << 1);
  }
}

@inline
function approach(at: usize, strength: f32, goal: f32): void {
  const now = load<f32>(at);
  store<f32>(at, now + strength * (goal - now));
}
