import { Mark } from "./mark";
import { columns, dirty, openAt, rows } from "./mix";
import { TILE } from "./q15";
import { enterRow, firstRow, rowEnd, rowSource, rowTarget, touchBands } from "./rows";
import { OPEN_PLANE, openPlanes, reachInto, touch } from "./space";

// Blurring what lies under a mark: four extended boxes along and four across, which come near a Gaussian (P. Gwosdek,
// S. Grewenig, A. Bruhn, J. Weickert, "Theoretical foundations of Gaussian convolution by extended box filtering", 2011).
// The work is on copies in which the planes of a pixel lie side by side, four to a vector.

const PASSES: i32 = 4;

/** The vectors of a pixel. */
@inline
function vectors(): i32 {
  return (openPlanes + 3) >> 2;
}

/** The bytes of room that a mark of this size needs, blurred with boxes of this radius. */
export function softenRoom(width: i32, height: i32, radius: i32): i32 {
  const pad = PASSES * (radius + 1);
  return 2 * (width + 2 * pad) * (height + 2 * pad) * vectors() * 16;
}

/**
 * Blurs what lies under a mark and goes from what is there towards it, as far as the mask says.
 * @param radius of the boxes in whole px @param ends the weight of the pixels beyond it, 0…1 @param room `softenRoom` bytes
 */
export function soften(mark: Mark, radius: i32, ends: f32, room: usize): void {
  const pad = PASSES * (radius + 1);
  const width = mark.width + 2 * pad;
  const height = mark.height + 2 * pad;
  const bytes = <usize>(width * height * vectors() * 16);
  copy(mark.x - pad, mark.y - pad, width, height, room);
  let from = room;
  let to = room + bytes;
  const step = vectors() * 16;
  for (let pass = 0; pass < 2 * PASSES; pass++) {
    if (pass < PASSES) for (let y = 0; y < height; y++) for (let v = 0; v < step; v += 16) box(from + y * width * step + v, to + y * width * step + v, width, step, radius, ends);
    else for (let x = 0; x < width; x++) for (let v = 0; v < step; v += 16) box(from + x * step + v, to + x * step + v, height, width * step, radius, ends);
    const other = from;
    from = to;
    to = other;
  }
  const lastRow = (min(mark.y + mark.height, rows << 6) - 1) >> 6;
  const lastColumn = (min(mark.x + mark.width, columns << 6) - 1) >> 6;
  for (let row = max(mark.y, 0) >> 6; row <= lastRow; row++)
    for (let column = max(mark.x, 0) >> 6; column <= lastColumn; column++) layBlurred(mark, row, column, from + (pad * width + pad) * step, width, step);
}

/** Copies what lies there; beyond the surface its border goes on. */
function copy(left: i32, top: i32, width: i32, height: i32, to: usize): void {
  const step = vectors() * 16;
  for (let y = 0; y < height; y++) {
    const py = min(max(top + y, 0), (rows << 6) - 1);
    for (let x = 0; x < width; x++, to += step) {
      const px = min(max(left + x, 0), (columns << 6) - 1);
      // Four px of one tile at a time, where there are four planes and all of them lie on the surface.
      if (openPlanes == 4 && px == left + x && x + 4 <= width && (px & 63) <= 60) {
        fourPixels(openAt((py >> 6) * columns + (px >> 6)) + ((((py & 63) << 6) + (px & 63)) << 2), to);
        x += 3;
        to += 48;
        continue;
      }
      const at = openAt((py >> 6) * columns + (px >> 6)) + ((((py & 63) << 6) + (px & 63)) << 2);
      for (let p = 0; p < openPlanes; p++) store<f32>(to + (p << 2), load<f32>(at + p * OPEN_PLANE));
    }
  }
}

/** Puts the planes of four px side by side. */
@inline
function fourPixels(at: usize, to: usize): void {
  const r = v128.load(at);
  const g = v128.load(at + OPEN_PLANE);
  const b = v128.load(at + 2 * OPEN_PLANE);
  const a = v128.load(at + 3 * OPEN_PLANE);
  const rg = i32x4.shuffle(r, g, 0, 4, 1, 5);
  const rgAfter = i32x4.shuffle(r, g, 2, 6, 3, 7);
  const ba = i32x4.shuffle(b, a, 0, 4, 1, 5);
  const baAfter = i32x4.shuffle(b, a, 2, 6, 3, 7);
  v128.store(to, i64x2.shuffle(rg, ba, 0, 2));
  v128.store(to, i64x2.shuffle(rg, ba, 1, 3), 16);
  v128.store(to, i64x2.shuffle(rgAfter, baAfter, 0, 2), 32);
  v128.store(to, i64x2.shuffle(rgAfter, baAfter, 1, 3), 48);
}

/** One box over `count` pixels that lie `step` bytes apart; before the first and after the last they go on. */
function box(from: usize, to: usize, count: i32, step: i32, radius: i32, ends: f32): void {
  const whole: i32 = 2 * radius + 1;
  const weight = f32x4.splat(1 / (<f32>whole + 2 * ends));
  const end = f32x4.splat(ends);
  const last = from + (count - 1) * step;
  const first = v128.load(from);
  let sum = f32x4.mul(first, f32x4.splat(<f32>(radius + 1)));
  for (let i = 1; i <= radius; i++) sum = f32x4.add(sum, v128.load(min(from + i * step, last)));
  const inner = min(radius + 1, count);
  const outer = max(count - radius - 1, inner);
  let before = first;
  let i = 0;
  for (; i < inner; i++) {
    const after = v128.load(min(from + (i + radius + 1) * step, last));
    v128.store(to + i * step, f32x4.mul(f32x4.add(sum, f32x4.mul(end, f32x4.add(first, after))), weight));
    before = v128.load(from + max(i - radius, 0) * step);
    sum = f32x4.add(sum, f32x4.sub(after, before));
  }
  // Between its ends a box gains a px and loses one, and what it loses lies before the next.
  let gained = from + (i + radius + 1) * step;
  let lost = from + (i - radius) * step;
  let out = to + i * step;
  for (; i < outer; i++, gained += step, lost += step, out += step) {
    const after = v128.load(gained);
    v128.store(out, f32x4.mul(f32x4.add(sum, f32x4.mul(end, f32x4.add(before, after))), weight));
    before = v128.load(lost);
    sum = f32x4.add(sum, f32x4.sub(after, before));
  }
  for (; i < count; i++) {
    const after = v128.load(last);
    v128.store(to + i * step, f32x4.mul(f32x4.add(sum, f32x4.mul(end, f32x4.add(before, after))), weight));
    before = v128.load(from + (i - radius) * step);
    sum = f32x4.add(sum, f32x4.sub(after, before));
  }
}

/** Brings four px of a tile towards blurred ones, whose planes lie side by side. */
@inline
function layFour(at: usize, from: usize, m: v128): void {
  const p0 = v128.load(from);
  const p1 = v128.load(from, 16);
  const p2 = v128.load(from, 32);
  const p3 = v128.load(from, 48);
  const rg = i32x4.shuffle(p0, p1, 0, 4, 1, 5);
  const rgAfter = i32x4.shuffle(p2, p3, 0, 4, 1, 5);
  const ba = i32x4.shuffle(p0, p1, 2, 6, 3, 7);
  const baAfter = i32x4.shuffle(p2, p3, 2, 6, 3, 7);
  towards(at, i64x2.shuffle(rg, rgAfter, 0, 2), m);
  towards(at + OPEN_PLANE, i64x2.shuffle(rg, rgAfter, 1, 3), m);
  towards(at + 2 * OPEN_PLANE, i64x2.shuffle(ba, baAfter, 0, 2), m);
  towards(at + 3 * OPEN_PLANE, i64x2.shuffle(ba, baAfter, 1, 3), m);
}

@inline
function towards(at: usize, goal: v128, m: v128): void {
  const now = v128.load(at);
  v128.store(at, f32x4.add(now, f32x4.mul(m, f32x4.sub(goal, now))));
}

function layBlurred(mark: Mark, row: i32, column: i32, blurred: usize, width: i32, step: i32): void {
  const bottom = min(mark.y + mark.height, (row + 1) << 6);
  const first = firstRow(mark, max(mark.y, row << 6), bottom, column << 6);
  if (first >= bottom) return;
  const index = row * columns + column;
  const tile = openAt(index);
  touchBands(dirty + index, first, bottom);
  const flow: f32 = <f32>mark.flow / (32767.0 * 32767.0);
  for (let y = first; y < bottom; y++) {
    if (!enterRow(mark, y, 0, column << 6)) continue;
    let source = rowSource;
    let target = rowTarget;
    if (openPlanes == 4) {
      const scale = f32x4.splat(flow);
      for (; target < rowEnd; target += 8, source += 8) {
        const strengths = v128.load64_zero(source);
        if (!v128.any_true(strengths)) continue;
        const x = (column << 6) + <i32>((target & (TILE * 2 - 1)) >> 1) - mark.x;
        const m = f32x4.mul(f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(strengths)), scale);
        layFour(tile + (target << 1), blurred + ((y - mark.y) * width + x) * step, m);
        touch(tile, (target << 1) & ~31);
        // Water gets into every valley.
        reachInto(tile, (target << 1) & ~31, i16x8.splat(32767));
      }
      continue;
    }
    for (; target < rowEnd; target += 2, source += 2) {
      const m = <f32>load<u16>(source) * flow;
      if (m == 0) continue;
      const x = (column << 6) + <i32>((target & (TILE * 2 - 1)) >> 1) - mark.x;
      const from = blurred + ((y - mark.y) * width + x) * step;
      const at = tile + (target << 1);
      for (let p = 0; p < openPlanes; p++) {
        const now = load<f32>(at + p * OPEN_PLANE);
        store<f32>(at + p * OPEN_PLANE, now + m * (load<f32>(from + (p << 2)) - now));
      }
      touch(tile, (target << 1) & ~31);
      // Water gets into every valley.
      reachInto(tile, (target << 1) & ~31, i16x8.splat(32767));
    }
  }
}
