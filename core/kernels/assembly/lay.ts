import { PLANE, TILE, times, timesFine } from "./q15";

// Returns the address of a new, cleared tile of the stroke and enters it in the tile table.
@external("tiles", "make")
declare function makeTile(index: i32): usize;

/** One mark as the walker hands it over; all fields are i32. See `core/kernels/marks.ts`. */
@unmanaged
class Mark {
  mask: usize;
  spans: usize;
  stride: i32;
  x: i32;
  y: i32;
  width: i32;
  height: i32;
  flow: i32;
  opacity: i32;
  thresholds: i32;
  red: i32;
  green: i32;
  blue: i32;
}

const MARK_BYTES: i32 = 52;
// From this height on, marks are laid tile by tile, so that a tile stays in the nearest cache for the whole batch.
const TILEWISE_FROM: i32 = 160;
// Strengths below 0.008 are rounded with the mark's thresholds: plain rounding is not near enough after a thousand marks.
const FINE_BELOW: i32 = 262;

/** Builds up `A ← A + m·flow·max(0, opacity − A)` on one-plane tiles. */
export function coverBuild(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 0);
}

/** Takes the maximum, `A ← max(A, m·flow·opacity)`, on one-plane tiles. */
export function coverEven(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 1);
}

/** As `coverBuild`, with a colour to each mark, on four-plane tiles: `S ← S + m·flow·(max(opacity, A)·(c, 1) − S)`. */
export function tintBuild(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 2);
}

/** As `coverEven`, with a colour to each mark: the stronger mark's colour stays. */
export function tintEven(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 3);
}

@inline
function lay(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize, law: i32): void {
  // Where the batch lies, in tiles, and how tall its tallest mark is.
  let left = i32.MAX_VALUE;
  let top = i32.MAX_VALUE;
  let right = i32.MIN_VALUE;
  let bottom = i32.MIN_VALUE;
  let tallest = 0;
  for (let i = 0; i < count; i++) {
    const mark = changetype<Mark>(marks + i * MARK_BYTES);
    left = min(left, mark.x);
    top = min(top, mark.y);
    right = max(right, mark.x + mark.width);
    bottom = max(bottom, mark.y + mark.height);
    tallest = max(tallest, mark.height);
  }
  if (count > 1 && tallest >= TILEWISE_FROM) {
    const lastRow = (min(bottom, rows << 6) - 1) >> 6;
    const lastColumn = (min(right, columns << 6) - 1) >> 6;
    for (let row = max(top, 0) >> 6; row <= lastRow; row++)
      for (let column = max(left, 0) >> 6; column <= lastColumn; column++)
        for (let i = 0; i < count; i++) layOn(changetype<Mark>(marks + i * MARK_BYTES), row, column, table, columns, dirty, law);
    return;
  }
  for (let i = 0; i < count; i++) {
    const mark = changetype<Mark>(marks + i * MARK_BYTES);
    const lastRow = (min(mark.y + mark.height, rows << 6) - 1) >> 6;
    const lastColumn = (min(mark.x + mark.width, columns << 6) - 1) >> 6;
    for (let row = max(mark.y, 0) >> 6; row <= lastRow; row++)
      for (let column = max(mark.x, 0) >> 6; column <= lastColumn; column++) layOn(mark, row, column, table, columns, dirty, law);
  }
}

// Lays what of a mark falls on one tile, and makes the tile when anything does.
function layOn(mark: Mark, row: i32, column: i32, table: usize, columns: i32, dirty: usize, law: i32): void {
  const top = max(mark.y, row << 6);
  const bottom = min(mark.y + mark.height, (row + 1) << 6);
  const offset = (column << 6) - mark.x;
  if (top >= bottom || offset >= mark.width || offset <= -TILE) return;
  let first = top;
  while (first < bottom && !meets(mark.spans + ((first - mark.y) << 2), offset)) first++;
  if (first === bottom) return;
  const index = row * columns + column;
  let tile = <usize>load<u32>(table + (index << 2));
  if (tile == 0) tile = makeTile(index);
  store<u8>(dirty + index, 1);
  if (law == 0) layTile(mark, first, bottom, tile, column << 6, 0);
  else if (law == 1) layTile(mark, first, bottom, tile, column << 6, 1);
  else if (law == 2) layTile(mark, first, bottom, tile, column << 6, 2);
  else layTile(mark, first, bottom, tile, column << 6, 3);
}

@inline
function meets(span: usize, offset: i32): bool {
  const from = <i32>load<i16>(span);
  const to = <i32>load<i16>(span, 2);
  return from < to && from < offset + TILE && to > offset;
}

@inline
function layTile(mark: Mark, top: i32, bottom: i32, tile: usize, tileLeft: i32, law: i32): void {
  const offset = tileLeft - mark.x;
  const flow = i16x8.splat(<i16>mark.flow);
  const opacity = i16x8.splat(<i16>mark.opacity);
  const firstThreshold = i16x8.splat(<i16>(mark.thresholds & 0x7fff));
  const thenThreshold = i16x8.splat(<i16>(mark.thresholds >> 16));
  const least = i16x8.splat(<i16>FINE_BELOW);
  const none = i16x8.splat(0);
  const red = i16x8.splat(<i16>mark.red);
  const green = i16x8.splat(<i16>mark.green);
  const blue = i16x8.splat(<i16>mark.blue);
  for (let y = top; y < bottom; y++) {
    const line = y - mark.y;
    const span = mark.spans + (line << 2);
    const from = max(<i32>load<i16>(span) - offset, 0) & ~7;
    const to = min(<i32>load<i16>(span, 2) - offset, TILE);
    const source = mark.mask + ((line * mark.stride + offset) << 1);
    const target = tile + (((y & 63) << 6) << 1);
    if (law == 0) {
      for (let x = from; x < to; x += 8) {
        const m = v128.load(source + (x << 1));
        const strength = times(m, flow);
        const a = v128.load(target + (x << 1));
        const room = i16x8.max_s(i16x8.sub(opacity, a), none);
        const weak = v128.and(i16x8.lt_s(strength, least), i16x8.ne(m, none));
        const step = v128.any_true(weak) ? timesFine(timesFine(m, flow, firstThreshold), room, thenThreshold) : times(strength, room);
        v128.store(target + (x << 1), i16x8.add(a, step));
      }
    } else if (law == 1) {
      const most = times(flow, opacity);
      for (let x = from; x < to; x += 8) {
        const a = v128.load(target + (x << 1));
        v128.store(target + (x << 1), i16x8.max_s(a, times(v128.load(source + (x << 1)), most)));
      }
    } else if (law == 2) {
      for (let x = from; x < to; x += 8) {
        const at = target + (x << 1);
        const a = v128.load(at + 3 * PLANE);
        const reach = i16x8.max_s(a, opacity);
        const m = v128.load(source + (x << 1));
        const r = v128.load(at);
        const g = v128.load(at + PLANE);
        const b = v128.load(at + 2 * PLANE);
        const strength = times(m, flow);
        const weak = v128.and(i16x8.lt_s(strength, least), i16x8.ne(m, none));
        if (v128.any_true(weak)) {
          const s = timesFine(m, flow, firstThreshold);
          v128.store(at, i16x8.add(r, timesFine(s, i16x8.sub(times(reach, red), r), thenThreshold)));
          v128.store(at + PLANE, i16x8.add(g, timesFine(s, i16x8.sub(times(reach, green), g), thenThreshold)));
          v128.store(at + 2 * PLANE, i16x8.add(b, timesFine(s, i16x8.sub(times(reach, blue), b), thenThreshold)));
          v128.store(at + 3 * PLANE, i16x8.add(a, timesFine(s, i16x8.sub(reach, a), thenThreshold)));
        } else {
          v128.store(at, i16x8.add(r, times(strength, i16x8.sub(times(reach, red), r))));
          v128.store(at + PLANE, i16x8.add(g, times(strength, i16x8.sub(times(reach, green), g))));
          v128.store(at + 2 * PLANE, i16x8.add(b, times(strength, i16x8.sub(times(reach, blue), b))));
          v128.store(at + 3 * PLANE, i16x8.add(a, times(strength, i16x8.sub(reach, a))));
        }
      }
    } else {
      const most = times(flow, opacity);
      for (let x = from; x < to; x += 8) {
        const at = target + (x << 1);
        const a = v128.load(at + 3 * PLANE);
        const s = times(v128.load(source + (x << 1)), most);
        const stronger = i16x8.gt_s(s, a);
        v128.store(at, v128.bitselect(times(s, red), v128.load(at), stronger));
        v128.store(at + PLANE, v128.bitselect(times(s, green), v128.load(at + PLANE), stronger));
        v128.store(at + 2 * PLANE, v128.bitselect(times(s, blue), v128.load(at + 2 * PLANE), stronger));
        v128.store(at + 3 * PLANE, i16x8.max_s(s, a));
      }
    }
  }
}
