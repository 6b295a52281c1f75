import { PLANE, TILE, times, timesFine } from "./q15";

// Returns the address of a new, cleared tile of the stroke and enters it in the tile table.
// @ts-expect-error: decorators on functions belong to AssemblyScript
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
  height: i32;
  flow: i32;
  opacity: i32;
  thresholds: i32;
  red: i32;
  green: i32;
  blue: i32;
}

const MARK_BYTES: i32 = 48;
// Strengths below 0.02 are rounded with the mark's thresholds: plain rounding is not near enough after a thousand marks.
const FINE_BELOW: i32 = 655;

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

// @ts-expect-error: decorators on functions belong to AssemblyScript
@inline
function lay(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize, law: i32): void {
  for (let i = 0; i < count; i++) {
    const mark = changetype<Mark>(marks + i * MARK_BYTES);
    const top = max(mark.y, 0);
    const bottom = min(mark.y + mark.height, rows * TILE);
    for (let y = top; y < bottom; ) {
      const tileRow = y >> 6;
      const end = min(bottom, (tileRow + 1) << 6);
      layBand(mark, y, end, table + ((tileRow * columns) << 2), tileRow * columns, columns, dirty, law);
      y = end;
    }
  }
}

// @ts-expect-error: decorators on functions belong to AssemblyScript
@inline
function layBand(mark: Mark, top: i32, bottom: i32, row: usize, rowIndex: i32, columns: i32, dirty: usize, law: i32): void {
  // The widest span of these rows decides which tiles are touched.
  let first = i32.MAX_VALUE;
  let last = i32.MIN_VALUE;
  for (let y = top; y < bottom; y++) {
    const span = mark.spans + ((y - mark.y) << 2);
    const from = <i32>load<i16>(span);
    const to = <i32>load<i16>(span, 2);
    if (from < to) {
      first = min(first, from);
      last = max(last, to);
    }
  }
  if (first >= last) return;
  const left = max(first + mark.x, 0) >> 6;
  const right = (min(last + mark.x, columns << 6) - 1) >> 6;
  for (let column = left; column <= right; column++) {
    let tile = <usize>load<u32>(row + (column << 2));
    if (tile == 0) tile = makeTile(rowIndex + column);
    store<u8>(dirty + rowIndex + column, 1);
    layTile(mark, top, bottom, tile, column << 6, law);
  }
}

// @ts-expect-error: decorators on functions belong to AssemblyScript
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
