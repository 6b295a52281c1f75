import { PLANE, TILE } from "../q15";

// Paint that a tip has moved levels as it is left alone: what is uneven by little evens out, what is too steep slides. Heights are
// one-plane tiles of Q15 numbers; whole numbers run from a place to its neighbour, so that none is lost.

/** What stands so much higher than the px beside it slides, Q15. */
const STEEP: i16 = 1966;
/** What is thinner has little colour: nothing runs there. */
const COVERS: i16 = 1311;
const LINE: usize = TILE * 2;

/** Writes where two tiles of heights differ, one of them covers, and nothing has dried: −1 in each px or 0. @param before @param dried heights, 0 for none */
export function noteMoved(before: usize, now: usize, dried: usize, moved: usize): void {
  const none = i16x8.splat(0);
  const covers = i16x8.splat(COVERS);
  for (let i = 0; i < PLANE; i += 16) {
    const is = v128.load(now + i);
    const was = before ? v128.load(before + i) : none;
    const other = v128.and(i16x8.ne(is, was), i16x8.gt_s(i16x8.max_s(is, was), covers));
    v128.store(moved + i, dried ? v128.and(other, i16x8.eq(v128.load(dried + i), none)) : other);
  }
}

/** What runs to eight px from those beside them, where both were moved. */
@inline
function comes(here: v128, there: v128, both: v128): v128 {
  const gap = i16x8.sub(there, here);
  const sign = i16x8.shr_s(gap, 15);
  const much = i16x8.abs(gap);
  const runs = i16x8.add(i16x8.shr_s(much, 4), i16x8.shr_s(i16x8.sub_sat_u(much, i16x8.splat(STEEP)), 3));
  return v128.and(i16x8.sub(v128.xor(runs, sign), sign), both);
}

/** Eight px one to the left, the first of them from another row, 0 for none. */
@inline
function shiftedIn(row: usize, other: usize): v128 {
  const last = other ? i16x8.splat(load<i16>(other + LINE - 2)) : i16x8.splat(0);
  return i16x8.shuffle(last, v128.load(row), 7, 8, 9, 10, 11, 12, 13, 14);
}

/** Eight px one to the right of a row's last eight, the last of them from another row, 0 for none. */
@inline
function shiftedOut(row: usize, other: usize): v128 {
  const first = other ? i16x8.splat(load<i16>(other)) : i16x8.splat(0);
  return i16x8.shuffle(v128.load(row + LINE - 16), first, 1, 2, 3, 4, 5, 6, 7, 8);
}

/** A row of a tile, 0 for none. */
@inline
function lineOf(tile: usize, y: i32): usize {
  return tile ? tile + <usize>y * LINE : 0;
}

/**
 * Lets the heights of a tile level once, into another one.
 * @param tiles ten addresses, u32 each, 0 for none: the tile of heights, those left, right, above and below; then where each was moved
 */
export function levelTile(tiles: usize, out: usize): void {
  const here = <usize>load<u32>(tiles);
  const moved = <usize>load<u32>(tiles, 20);
  for (let y = 0; y < TILE; y++) {
    const row = lineOf(here, y);
    const rowMoved = lineOf(moved, y);
    const left = lineOf(<usize>load<u32>(tiles, 4), y);
    const leftMoved = lineOf(<usize>load<u32>(tiles, 24), y);
    const right = lineOf(<usize>load<u32>(tiles, 8), y);
    const rightMoved = lineOf(<usize>load<u32>(tiles, 28), y);
    const above = y > 0 ? row - LINE : lineOf(<usize>load<u32>(tiles, 12), TILE - 1);
    const aboveMoved = y > 0 ? rowMoved - LINE : lineOf(<usize>load<u32>(tiles, 32), TILE - 1);
    const below = y < TILE - 1 ? row + LINE : lineOf(<usize>load<u32>(tiles, 16), 0);
    const belowMoved = y < TILE - 1 ? rowMoved + LINE : lineOf(<usize>load<u32>(tiles, 36), 0);
    for (let x: usize = 0; x < LINE; x += 16) {
      const now = v128.load(row + x);
      const mine = v128.load(rowMoved + x);
      let next = now;
      if (v128.any_true(mine)) {
        const first = x == 0;
        const last = x == LINE - 16;
        const west = first ? shiftedIn(row, left) : v128.load(row + x - 2);
        const westMoved = first ? shiftedIn(rowMoved, leftMoved) : v128.load(rowMoved + x - 2);
        const east = last ? shiftedOut(row, right) : v128.load(row + x, 2);
        const eastMoved = last ? shiftedOut(rowMoved, rightMoved) : v128.load(rowMoved + x, 2);
        next = i16x8.add(next, comes(now, west, v128.and(mine, westMoved)));
        next = i16x8.add(next, comes(now, east, v128.and(mine, eastMoved)));
        if (above) next = i16x8.add(next, comes(now, v128.load(above + x), v128.and(mine, v128.load(aboveMoved + x))));
        if (below) next = i16x8.add(next, comes(now, v128.load(below + x), v128.and(mine, v128.load(belowMoved + x))));
      }
      v128.store(out + <usize>y * LINE + x, next);
    }
  }
}
