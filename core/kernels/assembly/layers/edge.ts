import { PLANE, TILE, times, unit } from "../q15";

// Pigment gathers at the rim of a wet stroke: what covers a place more than its surroundings do grows, the rest thins.
// The surroundings are smooth: they are blurred on windows of half as many pixels across and down, about one tile each.

const HALF: i32 = TILE / 2;
/** The widest window: a tile and its neighbours. */
const MOST_SIDE: i32 = 3 * HALF;
const WINDOW: i32 = MOST_SIDE * MOST_SIDE * 2;
/** Before and between the windows: neighbours of a row's ends are read. */
const SLACK: i32 = 32;
const ROW: i32 = TILE * 2;

/** The bytes of room that `rim` needs. */
export function rimRoom(): i32 {
  return 2 * WINDOW + 3 * SLACK + 2 * ROW;
}

/**
 * Finishes the rows `begin` … `end` of one tile of a stroke into `out`: `A ← min(max(A, ceiling), A·(1 − s/2) + 1.5·s·max(0, A − B))`, B being the
 * blurred A; all planes with it. Where a grain is given, its valleys eat into the edge, as far as `ragged` says.
 * @param table the stroke's tiles of `planes` planes @param first @param second the radii of two boxes, in halved pixels; with
 * `distance` at most 31 @param distance how far away the inside of a ragged stroke is looked for, halved pixels
 * @param grain a tile of heights, or 0 @param ceiling the most that the stroke may cover, 0…1
 */
export function rim(
  table: usize, planes: i32, column: i32, row: i32, columns: i32, rows: i32,
  first: i32, second: i32, distance: i32, strength: f32, grain: usize, ragged: f32, ceiling: f32, room: usize, out: usize, begin: i32, end: i32,
): void {
  const away = grain ? distance : 0;
  const window = room + SLACK;
  const blurredRow = window + 2 * (WINDOW + SLACK);
  const insideRow = blurredRow + ROW;
  const pad = surround(table, planes, column, row, columns, rows, first, second, away, room, begin, end);
  const side = HALF + 2 * pad;
  const tile = <usize>load<u32>(table + ((row * columns + column) << 2));
  for (let y = begin; y < end; y++) {
    const line = <usize>(y << 7);
    enlargeRow(window, side, pad, y, blurredRow);
    if (grain) {
      insideOfRow(window + (((pad + (y >> 1)) * side + pad) << 1), side, distance, insideRow);
      edgeRow(tile + line, out + line, planes, strength, ceiling, blurredRow, grain + line, ragged, insideRow);
    } else if (planes == 1) coverRow(tile + line, out + line, strength, ceiling, blurredRow);
    else edgeRow(tile + line, out + line, planes, strength, ceiling, blurredRow, 0, 0, 0);
  }
}

/** Blurs the last plane of one tile, with what lies around it, by two boxes of these radii in halved px into a plane. @param room `rimRoom` bytes */
export function blurTile(table: usize, planes: i32, column: i32, row: i32, columns: i32, rows: i32, first: i32, second: i32, room: usize, out: usize): void {
  const pad = surround(table, planes, column, row, columns, rows, first, second, 0, room, 0, TILE);
  for (let y = 0; y < TILE; y++) enlargeRow(room + SLACK, HALF + 2 * pad, pad, y, out + <usize>(y << 7));
}

/**
 * Blurs a tile and what lies around it, in the first window of the room, as far as rows `begin` … `end` and places `away` from them are read.
 * @returns how many halved px of the window lie before the tile
 */
function surround(table: usize, planes: i32, column: i32, row: i32, columns: i32, rows: i32, first: i32, second: i32, away: i32, room: usize, begin: i32, end: i32): i32 {
  const pad = min(HALF, (first + second + away + 4) & ~3);
  const side = HALF + 2 * pad;
  const window = room + SLACK;
  const other = window + WINDOW + SLACK;
  // What is read afterwards, down and across; what that is blurred from; across, rows are blurred as columns of the window turned on its diagonal.
  const top = max(0, pad + (begin >> 1) - 1 - away) & ~7;
  const bottom = min(side, (pad + ((end + 1) >> 1) + 1 + away + 7) & ~7);
  const left = max(0, pad - 1 - away) & ~7;
  const right = min(side, (pad + HALF + 1 + away + 7) & ~7);
  const above = max(0, top - first - second);
  const below = min(side, bottom + first + second);
  const less = lessFor(first);
  copyHalved(table, planes, column, row, columns, rows, pad, above, below, less, window);
  for (let x = 0; x < side; x += 8) blurDown(window, other, x, side, above, below, first, second, less);
  transpose(window, other, side, top, bottom, 0, side);
  for (let y = top; y < bottom; y += 8) blurDown(other, window, y, side, 0, side, first, second, 0);
  transpose(other, window, side, left, right, top, bottom);
  return pad;
}

@inline
function q15(share: f32): v128 {
  return i16x8.splat(<i16>(min<f32>(share, 1) * 32767 + <f32>0.5));
}

/** The smooth rim of one plane's row. */
@inline
function coverRow(tile: usize, out: usize, strength: f32, ceiling: f32, blurred: usize): void {
  const thin = q15(1 - strength / 2);
  const gain = q15(<f32>0.75 * strength);
  const reach = q15(ceiling);
  for (let x: usize = 0; x < <usize>ROW; x += 16) {
    const a = v128.load(tile + x);
    const more = times(i16x8.sub_sat_u(a, v128.load(blurred + x)), gain);
    const now = i16x8.add_sat_s(i16x8.add_sat_s(times(a, thin), more), more);
    v128.store(out + x, i16x8.min_s(i16x8.max_s(a, reach), now));
  }
}

/** A row of any planes, through a grain or not. */
@inline
function edgeRow(tile: usize, out: usize, planes: i32, strength: f32, ceiling: f32, blurred: usize, grain: usize, ragged: f32, inside: usize): void {
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const thin = f32x4.splat(1 - strength / 2);
  const gain = f32x4.splat(<f32>1.5 * strength);
  const eats = f32x4.splat(<f32>1.3 * ragged);
  const reach = f32x4.splat(ceiling);
  const alphaAt = (planes - 1) * PLANE;
  for (let x: usize = 0; x < <usize>ROW; x += 8) {
    const a = unit(tile + x + alphaAt);
    const b = unit(blurred + x);
    let now = f32x4.min(f32x4.max(a, reach), f32x4.add(f32x4.mul(a, thin), f32x4.mul(gain, f32x4.max(f32x4.sub(a, b), zero))));
    if (grain) {
      // How near the edge a pixel lies: 0 inside, 1 from the edge on outwards. There only the grain's peaks stay.
      const full = f32x4.max(a, unit(inside + x));
      const near = f32x4.max(f32x4.min(one, f32x4.mul(f32x4.splat(2), f32x4.sub(one, f32x4.div(b, f32x4.max(full, f32x4.splat(<f32>1e-4)))))), zero);
      const rest = f32x4.sub(f32x4.add(unit(grain + x), f32x4.splat(<f32>0.475)), f32x4.mul(eats, near));
      now = f32x4.mul(now, f32x4.max(f32x4.min(f32x4.mul(rest, f32x4.splat(4)), one), zero));
    }
    const scale = v128.and(f32x4.div(now, a), f32x4.gt(a, zero));
    for (let p = 0; p < planes; p++) {
      const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(f32x4.mul(unit(tile + x + p * PLANE), scale), f32x4.splat(32767)), f32x4.splat(0.5)));
      v128.store64_lane(out + x + p * PLANE, i16x8.narrow_i32x4_s(whole, whole), 0);
    }
  }
}

/** The mean of three parts of one and one part of another. */
@inline
function threeToOne(near: v128, far: v128): v128 {
  return i16x8.avgr_u(near, i16x8.avgr_u(near, far));
}

/** A tile's row y between the rows of its window. */
@inline
function enlargeRow(window: usize, side: i32, pad: i32, y: i32, row: usize): void {
  const near = window + (((pad + (y >> 1)) * side + pad) << 1);
  const far = near + ((y & 1 ? side : -side) << 1);
  for (let x: usize = 0; x < <usize>(HALF * 2); x += 16) {
    const here = threeToOne(v128.load(near + x), v128.load(far + x));
    const even = threeToOne(here, threeToOne(v128.load(near + x - 2), v128.load(far + x - 2)));
    const odd = threeToOne(here, threeToOne(v128.load(near + x + 2), v128.load(far + x + 2)));
    v128.store(row + 2 * x, i16x8.shuffle(even, odd, 0, 8, 1, 9, 2, 10, 3, 11));
    v128.store(row + 2 * x, i16x8.shuffle(even, odd, 4, 12, 5, 13, 6, 14, 7, 15), 16);
  }
}

/** The greatest blurred coverage in eight directions at this distance from each pixel of a row: what the stroke has inside. */
@inline
function insideOfRow(from: usize, side: i32, distance: i32, row: usize): void {
  const across = distance << 1;
  const down = (distance * side) << 1;
  for (let x: usize = 0; x < <usize>(HALF * 2); x += 16) {
    const at = from + x;
    let found = i16x8.max_s(v128.load(at), i16x8.max_s(v128.load(at - across), v128.load(at + across)));
    found = i16x8.max_s(found, i16x8.max_s(v128.load(at - down), v128.load(at + down)));
    found = i16x8.max_s(found, i16x8.max_s(v128.load(at - down - across), v128.load(at - down + across)));
    found = i16x8.max_s(found, i16x8.max_s(v128.load(at + down - across), v128.load(at + down + across)));
    v128.store(row + 2 * x, i16x8.shuffle(found, found, 0, 0, 1, 1, 2, 2, 3, 3));
    v128.store(row + 2 * x, i16x8.shuffle(found, found, 4, 4, 5, 5, 6, 6, 7, 7), 16);
  }
}

/** Copies the coverage of a tile and of what lies around it, the mean of each four pixels, none where there is no tile: the window's rows `above` … `below`, lessened by so many bits. */
function copyHalved(table: usize, planes: i32, column: i32, row: i32, columns: i32, rows: i32, pad: i32, above: i32, below: i32, less: i32, to: usize): void {
  const side = HALF + 2 * pad;
  for (let r = row - 1; r <= row + 1; r++) {
    for (let c = column - 1; c <= column + 1; c++) {
      // Where this tile falls in the window, and what of it.
      const left = (c - column) * HALF + pad;
      const top = (r - row) * HALF + pad;
      const fromX = max(0, -left);
      const toX = min(HALF, side - left);
      const there = r >= 0 && r < rows && c >= 0 && c < columns;
      const tile = there ? <usize>load<u32>(table + ((r * columns + c) << 2)) : 0;
      for (let y = max(0, above - top); y < min(HALF, below - top); y++) {
        const line = to + (((top + y) * side + left) << 1);
        const source = tile + (planes - 1) * PLANE + (y << 8);
        for (let x = fromX; x < toX; x += 4) v128.store64_lane(line + (x << 1), tile ? i16x8.shr_u(halved(source + (x << 2)), less) : i16x8.splat(0), 0);
      }
    }
  }
}

/** The means of four times four pixels of a tile's two rows. */
@inline
function halved(at: usize): v128 {
  const down = i16x8.avgr_u(v128.load(at), v128.load(at, TILE * 2));
  return i16x8.avgr_u(i16x8.shuffle(down, down, 0, 2, 4, 6, 0, 2, 4, 6), i16x8.shuffle(down, down, 1, 3, 5, 7, 1, 3, 5, 7));
}

/** Turns rows `top` … `bottom` of the columns `left` … `right` of a window on its diagonal; all are multiples of eight. */
function transpose(from: usize, to: usize, side: i32, top: i32, bottom: i32, left: i32, right: i32): void {
  const step = <usize>side << 1;
  for (let y = top; y < bottom; y += 8) {
    for (let x = left; x < right; x += 8) {
      const at = from + ((y * side + x) << 1);
      const a = v128.load(at);
      const b = v128.load(at + step);
      const c = v128.load(at + 2 * step);
      const d = v128.load(at + 3 * step);
      const e = v128.load(at + 4 * step);
      const f = v128.load(at + 5 * step);
      const g = v128.load(at + 6 * step);
      const h = v128.load(at + 7 * step);
      const ab = pairLow(a, b);
      const cd = pairLow(c, d);
      const ef = pairLow(e, f);
      const gh = pairLow(g, h);
      const out = to + ((x * side + y) << 1);
      quarter(ab, cd, ef, gh, out, step);
      quarter(pairHigh(a, b), pairHigh(c, d), pairHigh(e, f), pairHigh(g, h), out + 4 * step, step);
    }
  }
}

@inline
function pairLow(a: v128, b: v128): v128 {
  return i16x8.shuffle(a, b, 0, 8, 1, 9, 2, 10, 3, 11);
}

@inline
function pairHigh(a: v128, b: v128): v128 {
  return i16x8.shuffle(a, b, 4, 12, 5, 13, 6, 14, 7, 15);
}

/** Four rows of a turned block, from four vectors of four pairs each. */
@inline
function quarter(ab: v128, cd: v128, ef: v128, gh: v128, out: usize, step: usize): void {
  const abcd = i32x4.shuffle(ab, cd, 0, 4, 1, 5);
  const efgh = i32x4.shuffle(ef, gh, 0, 4, 1, 5);
  v128.store(out, i64x2.shuffle(abcd, efgh, 0, 2));
  v128.store(out + step, i64x2.shuffle(abcd, efgh, 1, 3));
  const abcd2 = i32x4.shuffle(ab, cd, 2, 6, 3, 7);
  const efgh2 = i32x4.shuffle(ef, gh, 2, 6, 3, 7);
  v128.store(out + 2 * step, i64x2.shuffle(abcd2, efgh2, 0, 2));
  v128.store(out + 3 * step, i64x2.shuffle(abcd2, efgh2, 1, 3));
}

/** Blurs the rows `above` … `below` of eight columns by two boxes, with room for what lies between; numbers come lessened for the first and leave so many bits less. */
@inline
function blurDown(window: usize, room: usize, column: i32, side: i32, above: i32, below: i32, first: i32, second: i32, less: i32): void {
  const at = <usize>((above * side + column) << 1);
  boxDown(window + at, room + at, side, below - above, first, lessFor(second));
  boxDown(room + at, window + at, side, below - above, second, less);
}

/** By how many bits numbers must be lessened for a sum of `2·radius + 1` of them to have 15. */
@inline
function lessFor(radius: i32): i32 {
  return radius == 0 ? 0 : 32 - clz(2 * radius);
}

/** The mean over `2·radius + 1` numbers down each of eight columns of so many, lessened by `less` bits; beyond the ends there is nothing. */
function boxDown(from: usize, to: usize, side: i32, count: i32, radius: i32, less: i32): void {
  const size = 2 * radius + 1;
  const twice = less == 0;
  // A whole would be 2^15, one more than there is: it is made of two halves.
  const weight = i16x8.splat(<i16>min(32767, (((<i32>32768 << lessFor(radius)) >> max(1, less)) + (size >> 1)) / size));
  const step = <usize>side << 1;
  const entering = <usize>radius * step;
  // What cutting the bits off has taken on average.
  let sum = i16x8.splat(<i16>(size >> 1));
  for (let i = 0; i < min(radius, count); i++) sum = i16x8.add(sum, v128.load(from + i * step));
  const filled = count - radius;
  let i = 0;
  for (; i < min(radius, filled); i++, from += step, to += step) {
    sum = i16x8.add(sum, v128.load(from + entering));
    putMean(to, sum, weight, twice);
  }
  for (; i < min(radius, count); i++, from += step, to += step) putMean(to, sum, weight, twice);
  for (; i < filled; i++, from += step, to += step) {
    sum = i16x8.add(sum, v128.load(from + entering));
    putMean(to, sum, weight, twice);
    sum = i16x8.sub(sum, v128.load(from - entering));
  }
  for (; i < count; i++, from += step, to += step) {
    putMean(to, sum, weight, twice);
    sum = i16x8.sub(sum, v128.load(from - entering));
  }
}

@inline
function putMean(to: usize, sum: v128, weight: v128, twice: boolean): void {
  const mean = times(sum, weight);
  v128.store(to, twice ? i16x8.add_sat_s(mean, mean) : mean);
}
