import { Mark } from "../mark";
import { TILE, times } from "../q15";
import { GROUP } from "../rows";

// The ground is a ceiling: how much of each pixel one stroke can cover, however many of its marks meet there. The law of
// each kind is written down in `core/kernels/reference/laws.ts`.

// Returns the address of a tile's grain and enters it in the ground's table.
@external("ground", "make")
declare function makeGround(index: i32): usize;

/** 0 none, 1 peaks, 2 print, 3 pool. */
export let groundLaw: i32 = 0;
let groundTable: usize = 0;
/** Room for the limits of a tile, and for a mark as one tile of the ground leaves it: its record, spans and mask. */
let scratch: usize = 0;
/** The px of a row of the sheet that goes along with marks. */
let alongStride: i32 = 0;
/** The part of a mark's press that reaches the ground also where its mask is faint, Q15. */
let leastReach: i32 = 0;
/** How deep the paper is that lies under a grain that goes along with marks. */
let paperDepth: i32 = 0;

// A sharpness of 8, as `sharpWord` of core/stroke/laying/meet-ground.ts has it.
export const NATURAL: i32 = (3 << 16) | 32767;

const LIMITS: i32 = TILE * TILE * 2;
const STRIDE: i32 = TILE + 2 * GROUP;
const SPANS: i32 = LIMITS + 128;
const ROWS: i32 = SPANS + TILE * 8;
const PLANE_BYTES: i32 = STRIDE * TILE * 2 + 64;

/**
 * Says what the marks of the next calls meet.
 * @param room for the kernels to work in, `groundRoom()` bytes @param along px a row of a sheet that goes along with marks
 * @param least the part of the press, Q15, that reaches the ground where a mask is faint
 * @param paper how deep, Q15, the tiles show besides a grain that goes along
 */
export function setGround(law: i32, table: usize, room: usize, along: i32, least: i32, paper: i32): void {
  groundLaw = law;
  groundTable = table;
  scratch = room;
  alongStride = along;
  leastReach = least;
  paperDepth = paper;
}

export function groundRoom(): i32 {
  return ROWS + PLANE_BYTES + 64;
}

/** Whether there is a grain at all. */
@inline
export function isGrained(): bool {
  return groundLaw != 0;
}

@inline
export function meetsGround(mark: Mark): bool {
  return groundLaw != 0 && (mark.depth > 0 || (mark.heights != 0 && paperDepth > 0));
}

// What of a mark decides how far it reaches, settled once for all its pixels.
export let base: v128 = i16x8.splat(0);
export let slope: v128 = i16x8.splat(0);
let shift: i32 = 0;
let widest: v128 = i16x8.splat(0);
let factor: v128 = i16x8.splat(0);

export function settleReach(mark: Mark): void {
  const held = (mark.press * leastReach) >> 15;
  base = i16x8.splat(<i16>(32767 - held));
  slope = i16x8.splat(<i16>(mark.press - held));
  shift = mark.sharp >> 16;
  widest = i16x8.splat(<i16>(<i32>32767 >> shift));
  factor = i16x8.splat(<i16>(mark.sharp & 0x7fff));
}

/** How far, 0…1, marks of strength m get into eight pixels of height g. */
@inline
export function reached(m: v128, g: v128): v128 {
  if (groundLaw == 2) return g;
  if (groundLaw == 3) return i16x8.sub(i16x8.splat(32767), g);
  const over = i16x8.sub(i16x8.add(g, times(m, slope)), base);
  const steep = i16x8.shl(i16x8.max_s(i16x8.min_s(over, widest), i16x8.neg(widest)), shift);
  return i16x8.max_s(i16x8.add_sat_s(times(steep, factor), i16x8.splat(16384)), i16x8.splat(0));
}

/** `most·(1 − d·(1 − c))`, with `deep` = most·d and `rest` = most − deep. */
@inline
export function limit(c: v128, deep: v128, rest: v128): v128 {
  return i16x8.add(times(deep, c), rest);
}

@inline
export function grainAt(index: i32): usize {
  const grain = <usize>load<u32>(groundTable + (index << 2));
  return grain ? grain : makeGround(index);
}

/**
 * How far a mark can cover each pixel of one tile: `most` (Q15) times the ceiling of the ground there. Rows of 64 numbers,
 * good where the mark has something and until the next call.
 */
export function limitsOf(mark: Mark, top: i32, bottom: i32, row: i32, column: i32, columns: i32, most: i32): usize {
  const along = mark.heights != 0;
  const grain: usize = !along || paperDepth > 0 ? grainAt(row * columns + column) : 0;
  const left = column << 6;
  settleReach(mark);
  const deepest = (most * mark.depth) >> 15;
  const deep = i16x8.splat(<i16>deepest);
  const rest = i16x8.splat(<i16>(most - deepest));
  const paper = i16x8.splat(<i16>paperDepth);
  const bare = i16x8.splat(<i16>(32767 - paperDepth));
  for (let y = top; y < bottom; y++) {
    const line = y - mark.y;
    const span = mark.spans + (line << 3);
    const from = max(<i32>load<i16>(span) - (left - mark.x), 0) & ~7;
    const to = min(<i32>load<i16>(span, 2) - (left - mark.x), TILE);
    const source = mark.mask + ((line * mark.stride + left - mark.x) << 1);
    const tiled = grain + ((y & 63) << 7);
    const heights = along ? mark.heights + ((line * alongStride + left - mark.x) << 1) : tiled;
    const target = scratch + ((y & 63) << 7);
    for (let x = from; x < to; x += 8) {
      const m = v128.load(source + (x << 1));
      let out = limit(reached(m, v128.load(heights + (x << 1))), deep, rest);
      if (along && grain) out = times(out, limit(reached(m, v128.load(tiled + (x << 1))), paper, bare));
      v128.store(target + (x << 1), out);
    }
  }
  return scratch;
}

/** Where the limits are that were asked for last. */
@inline
export function limitsNow(): usize {
  return scratch;
}

/**
 * The part of a mark on one tile, each strength times the ceiling of the ground there: a mark of its own, good until the next
 * call. The ceilings themselves lie at `limitsNow`.
 */
export function grounded(mark: Mark, top: i32, bottom: i32, row: i32, column: i32, columns: i32): Mark {
  const limits = limitsOf(mark, top, bottom, row, column, columns, 32767);
  const out = changetype<Mark>(scratch + LIMITS);
  memory.copy(scratch + LIMITS, changetype<usize>(mark), offsetof<Mark>());
  const left = column << 6;
  out.mask = scratch + ROWS + 32 + (GROUP << 1);
  out.spans = scratch + SPANS;
  out.stride = STRIDE;
  out.x = left;
  out.y = row << 6;
  out.width = TILE;
  out.height = TILE;
  out.strengths = 0;
  for (let y = top; y < bottom; y++) {
    const line = y - mark.y;
    const span = mark.spans + (line << 3);
    const start = max(<i32>load<i16>(span) - (left - mark.x), 0);
    const to = min(<i32>load<i16>(span, 2) - (left - mark.x), TILE);
    const outSpan = out.spans + ((y & 63) << 3);
    store<u64>(outSpan, 0);
    // An empty row has never been drawn: what lies there is of no meaning.
    if (start >= to) continue;
    const from = start & ~7;
    const end = (to + 7) & ~7;
    store<i16>(outSpan, <i16>from);
    store<i16>(outSpan, <i16>end, 2);
    const source = mark.mask + ((line * mark.stride + left - mark.x) << 1);
    const target = out.mask + (((y & 63) * STRIDE) << 1);
    const ceilings = limits + ((y & 63) << 7);
    clearEdges(target, from, end);
    for (let x = from; x < end; x += 8) v128.store(target + (x << 1), times(v128.load(source + (x << 1)), v128.load(ceilings + (x << 1))));
  }
  return out;
}

@inline
function clearEdges(row: usize, from: i32, end: i32): void {
  const none = i16x8.splat(0);
  v128.store(row + (from << 1) - 32, none);
  v128.store(row + (from << 1) - 16, none);
  v128.store(row + (end << 1), none);
  v128.store(row + (end << 1), none, 16);
}
