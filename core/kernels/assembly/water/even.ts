import { TILE } from "../q15";
import { AMOUNTS, FIELD, fieldAt, VOLUMES, WET_DOWN, WET_RIGHT } from "./wash";

// Before a wash begins to dry, what lies unevenly in it evens out, as far as it is wet all the way.

/**
 * Finds how far it is wet, or freshly wet, from each place of a wet tile, from what has been found for the tiles on its right and below
 * it; 0 where there are none.
 * @param where a tile of one plane, not 0 where it is; 0 for nowhere
 */
export function washRuns(block: usize, where: usize, right: usize, below: usize): void {
  for (let y = TILE - 1; y >= 0; y--) {
    let run: f32 = right ? load<f32>(fieldAt(right + WET_RIGHT, 0, y)) : 0;
    for (let x = TILE - 1; x >= 0; x--) {
      const wet = where != 0 && load<u16>(where + ((y * TILE + x) << 1)) > 0;
      run = wet ? run + 1 : 0;
      store<f32>(fieldAt(block + WET_RIGHT, x, y), run);
      const under = y < TILE - 1 ? load<f32>(fieldAt(block + WET_DOWN, x, y + 1)) : below ? load<f32>(fieldAt(below + WET_DOWN, x, 0)) : 0;
      store<f32>(fieldAt(block + WET_DOWN, x, y), wet ? under + 1 : 0);
    }
  }
}

/**
 * Evens out what floats between places `far` px apart, to the right or down, where it is wet all the way: notes what goes
 * over where settled pigment will be, of which there is none yet. `washEvened` makes it so.
 * @param far a multiple of 4, at most 64 @param next the wet tile on that side, 0 for none @param share at most 1/4
 */
export function washEven(block: usize, amounts: i32, next: usize, far: i32, down: boolean, share: f32): void {
  const per = f32x4.splat(share);
  const least = f32x4.splat(<f32>far);
  const runs = block + (down ? WET_DOWN : WET_RIGHT);
  for (let n = 0; n < amounts; n++) {
    const field = AMOUNTS + n * 2 * FIELD;
    for (let y = 0; y < TILE; y++) {
      for (let x = 0; x < TILE; x += 4) {
        const open = f32x4.gt(v128.load(fieldAt(runs, x, y)), least);
        if (!v128.any_true(open)) continue;
        const beyond = (down ? y : x) + far >= TILE;
        const other = beyond ? next : block;
        const back = beyond ? far - TILE : far;
        const from = fieldAt(block + field, x, y);
        const to = down ? fieldAt(other + field, x, y + back) : fieldAt(other + field, x + back, y);
        const here = v128.load(fieldAt(block + VOLUMES, x, y));
        const there = v128.load(down ? fieldAt(other + VOLUMES, x, y + back) : fieldAt(other + VOLUMES, x + back, y));
        const denser = f32x4.sub(f32x4.div(v128.load(from), here), f32x4.div(v128.load(to), there));
        const goes = v128.and(f32x4.mul(f32x4.mul(per, f32x4.min(here, there)), denser), open);
        v128.store(from + FIELD, f32x4.sub(v128.load(from + FIELD), goes));
        v128.store(to + FIELD, f32x4.add(v128.load(to + FIELD), goes));
      }
    }
  }
}

/** Makes what `washEven` noted so. */
export function washEvened(block: usize, amounts: i32): void {
  for (let n = 0; n < amounts; n++) {
    const field = block + AMOUNTS + n * 2 * FIELD;
    for (let at: usize = 0; at < <usize>FIELD; at += 16) {
      v128.store(field + at, f32x4.add(v128.load(field + at), v128.load(field + FIELD + at)));
      v128.store(field + FIELD + at, f32x4.splat(0));
    }
  }
}
