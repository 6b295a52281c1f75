import { carriedAt } from "./drag";
import { Mark } from "../mark";
import { columns, dirty, openAt, rows } from "./mix";
import { OPEN_PLANE, openPlanes, touch } from "./space";
import { touchBands } from "../rows";

// A tip that is dragged through thick paint: what stands above its level is scraped off and goes along, what lies below is
// filled, and what is too much runs over its edge. Heights are one-plane tiles of Q15 numbers; what goes along is a square of
// f32 heights that moves with the tip. Whatever leaves one place arrives at another. After Baxter, Wendt and Lin, "IMPaSTo",
// NPAR 2004, in which paint is a height field that brushes exchange with the canvas.

// Returns the address of a tile of heights that is missing from the table, as the layer has it.
@external("tiles", "make")
declare function makeHeights(index: i32): usize;

let heights: usize = 0;
/** What goes along with the tip, f32 heights. */
let square: usize = 0;
let flux: usize = 0;
/** Where what is too much may go, f32: 1 … 0. */
let gate: usize = 0;
let side: i32 = 0;
let left: i32 = 0;
let top: i32 = 0;

/** The colour that goes over the edge: of the planes of an open tile, opaque; and whether there is one. */
const tone = memory.data(8 * 4);
let isToned: bool = false;

/** How far beyond a mark what runs over its edge may come in one go, px. */
const BEYOND: i32 = 16;
/** The part of what goes along that runs to each neighbour at once. */
const PART: f32 = 0.2;
/** How much more hardly it runs over the tip's edge than about under the tip. */
const EDGE: f32 = 0.6;
/** Where a tip is weaker than this is its edge. */
const FIRM: f32 = 0.25;
/** Paint of this height covers. */
const COVERS: f32 = 0.04;
const LEAST: f32 = 1e-5;
/** What runs about is read in groups: so many px beside it must be there. */
const GROUP: i32 = 4;

/**
 * Says where the next calls find the heights, and the square that goes along: its side, and where on the surface its first px is now.
 * @param table of the stroke's tiles of heights @param going @param room @param gates `side`² f32 numbers each
 */
export function setShoved(table: usize, going: usize, room: usize, gates: usize, sideOf: i32, leftOf: i32, topOf: i32): void {
  heights = table;
  square = going;
  flux = room;
  gate = gates;
  side = sideOf;
  left = leftOf;
  top = topOf;
}

@inline
function heightAt(x: i32, y: i32): usize {
  const index = (y >> 6) * columns + (x >> 6);
  let tile = <usize>load<u32>(heights + (index << 2));
  if (tile == 0) tile = makeHeights(index);
  return tile + ((((y & 63) << 6) | (x & 63)) << 1);
}

@inline
function goingAt(x: i32, y: i32): usize {
  return square + (((y - top) * side + x - left) << 2);
}

/** How strong a mark is at a px, whatever its flow. */
@inline
function maskAt(mark: Mark, x: i32, y: i32): f32 {
  const line = y - mark.y;
  if (line < 0 || line >= mark.height) return 0;
  const span = mark.spans + (line << 3);
  const at = x - mark.x;
  if (at < <i32>load<i16>(span) || at >= <i32>load<i16>(span, 2)) return 0;
  return <f32>load<u16>(mark.mask + ((line * mark.stride + at) << 1)) * <f32>(1.0 / 32767.0);
}

@inline
function stood(at: usize): f32 {
  return <f32>load<u16>(at) * <f32>(1.0 / 32767.0);
}

@inline
function stand(at: usize, height: f32): void {
  store<u16>(at, <u16>(min<f32>(1, max<f32>(0, height)) * 32767 + <f32>0.5));
}

/**
 * Moves the paint under one mark.
 * @param level the height at which it is laid flat, 0…1 @param scrapes the part of what stands above it that is taken off
 * @param fresh the part of what is missing below it that the tip fills with paint of its own @param leaves the part of what goes along
 * that it loses on its way @param x0 @param y0 where it stands @param ux @param uy where it goes, of length 1
 * @param passes how often what goes along runs on
 */
export function shove(mark: Mark, level: f32, scrapes: f32, fresh: f32, leaves: f32, x0: f32, y0: f32, ux: f32, uy: f32, passes: i32): void {
  const firstY = max(mark.y, 0);
  const lastY = min(mark.y + mark.height, rows << 6);
  const firstX = max(mark.x, 0);
  const lastX = min(mark.x + mark.width, columns << 6);
  if (firstX >= lastX || firstY >= lastY) return;
  toneOf(mark, firstX, firstY, lastX, lastY);
  const flow = <f32>mark.flow * <f32>(1.0 / 32767.0);
  leastAcross = Infinity;
  mostAcross = -Infinity;
  for (let y = firstY; y < lastY; y++) {
    const span = mark.spans + ((y - mark.y) << 3);
    const from = max(firstX, mark.x + <i32>load<i16>(span));
    const to = min(lastX, mark.x + <i32>load<i16>(span, 2));
    for (let x = from; x < to; x++) {
      const strength = maskAt(mark, x, y);
      if (strength == 0) continue;
      if (strength > FIRM) {
        const across = acrossOf(x, y, x0, y0, ux, uy);
        leastAcross = min(leastAcross, across);
        mostAcross = max(mostAcross, across);
      }
      const m = strength * flow;
      const at = heightAt(x, y);
      const going = goingAt(x, y);
      const now = stood(at);
      const has = load<f32>(going);
      const gap = level - now;
      let laid: f32 = 0;
      if (gap < 0) {
        // Counted by what is left, so that nothing is lost to rounding.
        stand(at, now + m * scrapes * gap);
        store<f32>(going, has + now - stood(at));
      } else if (gap > 0) {
        const filled = min<f32>(has, m * gap);
        stand(at, now + filled);
        store<f32>(going, max<f32>(0, has - (stood(at) - now)));
        laid = filled;
        if (fresh > 0) stand(at, stood(at) + m * fresh * (gap - filled));
      }
      const lost = load<f32>(going) * m * leaves;
      if (lost > LEAST) {
        const before = stood(at);
        stand(at, before + lost);
        store<f32>(going, max<f32>(0, load<f32>(going) - (stood(at) - before)));
        laid += lost;
      }
      if (laid > LEAST && isToned) coverBare(x, y, laid);
    }
  }
  const boxX = max(left + GROUP, mark.x - BEYOND);
  const boxY = max(top + 1, mark.y - BEYOND);
  const boxRight = min(left + side - GROUP, mark.x + mark.width + BEYOND);
  const boxBottom = min(top + side - 1, mark.y + mark.height + BEYOND);
  setGates(mark, boxX, boxY, boxRight, boxBottom, x0, y0, ux, uy);
  for (let n = 0; n < passes; n++) {
    runOver(boxX, boxY, boxRight, boxBottom);
    if (n % 3 == 2 || n == passes - 1) leave(mark, boxX, boxY, boxRight, boxBottom);
  }
}

/** Leaves all that goes along where the tip stands, as flat as it must be. @returns how much is left over */
export function shoveEnd(passes: i32): f32 {
  restX = left;
  restY = top;
  restRight = left + side;
  restBottom = top + side;
  const open = f32x4.splat(1);
  for (let i = 0; i < side * side; i += 4) v128.store(gate + (i << 2), open);
  let rest = leaveAll();
  for (let n = 0; n < passes && rest > ENOUGH; n++) {
    const x = max(left + GROUP, restX - 1);
    const y = max(top + 1, restY - 1);
    const right = min(left + side - GROUP, restRight + 1);
    const bottom = min(top + side - 1, restBottom + 1);
    runOver(x, y, right, bottom);
    restX = x;
    restY = y;
    restRight = right;
    restBottom = bottom;
    rest = leaveAll();
  }
  return rest;
}

/** So little, in full heights of a px, may be lost at the end. */
const ENOUGH: f32 = 2;
// Where there is something that could not be left yet.
let restX: i32 = 0;
let restY: i32 = 0;
let restRight: i32 = 0;
let restBottom: i32 = 0;

// How far the tip reaches across its way, px to both sides.
let leastAcross: f32 = 0;
let mostAcross: f32 = 0;

@inline
function acrossOf(x: i32, y: i32, x0: f32, y0: f32, ux: f32, uy: f32): f32 {
  return (<f32>y + <f32>0.5 - y0) * ux - (<f32>x + <f32>0.5 - x0) * uy;
}

/** Opens the way to wherever the tip is, and over its edge at its sides: what is ahead goes along, and nothing runs over behind. */
function setGates(mark: Mark, boxX: i32, boxY: i32, boxRight: i32, boxBottom: i32, x0: f32, y0: f32, ux: f32, uy: f32): void {
  const toGate = gate - square;
  // Nothing comes from beyond the box, and nothing goes there.
  const firstByte = <usize>((boxY - 1 - top) * side) << 2;
  const bytes = <usize>((boxBottom - boxY + 2) * side) << 2;
  memory.fill(gate + firstByte, 0, bytes);
  for (let y = boxY; y < boxBottom; y++)
    for (let x = boxX; x < boxRight; x++) {
      const across = acrossOf(x, y, x0, y0, ux, uy);
      const beside = across < leastAcross || across > mostAcross;
      store<f32>(goingAt(x, y) + toGate, beside ? EDGE : maskAt(mark, x, y) > FIRM ? 1 : 0);
    }
}

/** Lets what goes along run to the four neighbours within a box, as far as the way there is open. */
function runOver(boxX: i32, boxY: i32, boxRight: i32, boxBottom: i32): void {
  const row = <usize>(side << 2);
  const from = (boxX - left) & ~3;
  const to = (boxRight - left + 3) & ~3;
  const part = f32x4.splat(PART);
  // What ran when the box was another one must not come once more.
  memory.fill(flux + (<usize>((boxY - 1 - top) * side) << 2), 0, <usize>((boxBottom - boxY + 2) * side) << 2);
  for (let y = boxY - top; y < boxBottom - top; y++) {
    const line = <usize>(y * side) << 2;
    for (let x = from; x < to; x += 4) {
      const at = line + (x << 2);
      v128.store(flux + at, f32x4.mul(part, v128.load(square + at)));
    }
  }
  for (let y = boxY - top; y < boxBottom - top; y++) {
    const line = <usize>(y * side) << 2;
    for (let x = from; x < to; x += 4) {
      const at = line + (x << 2);
      const f = flux + at;
      const g = gate + at;
      const across = f32x4.add(v128.load(f - 4), v128.load(f, 4));
      const down = f32x4.add(v128.load(f - row), v128.load(f + row));
      const ways = f32x4.add(f32x4.add(v128.load(g - 4), v128.load(g, 4)), f32x4.add(v128.load(g - row), v128.load(g + row)));
      const come = f32x4.mul(v128.load(g), f32x4.add(across, down));
      v128.store(square + at, f32x4.sub(f32x4.add(v128.load(square + at), come), f32x4.mul(ways, v128.load(f))));
    }
  }
}

/** Leaves what goes along beside the tip and under its weak edge. */
function leave(mark: Mark, boxX: i32, boxY: i32, boxRight: i32, boxBottom: i32): void {
  const edge = f32x4.splat(EDGE);
  const least = f32x4.splat(LEAST);
  const fromX = max(boxX, 0);
  const toX = min(boxRight, columns << 6);
  for (let y = max(boxY, 0); y < min(boxBottom, rows << 6); y++)
    for (let x = fromX; x < toX; x += 4) {
      const at = goingAt(x, y);
      if (!v128.any_true(v128.and(f32x4.gt(v128.load(at), least), f32x4.eq(v128.load(at + gate - square), edge)))) continue;
      for (let n = x; n < min(x + 4, toX); n++) {
        const has = load<f32>(goingAt(n, y));
        if (has > LEAST && load<f32>(goingAt(n, y) + gate - square) == EDGE) leaveAt(n, y, max<f32>(0, 1 - maskAt(mark, n, y) / FIRM) * has);
      }
    }
}

function leaveAll(): f32 {
  let rest: f32 = 0;
  const toX = min(restRight, columns << 6);
  const toY = min(restBottom, rows << 6);
  const fromX = max(restX, 0);
  const fromY = max(restY, 0);
  restX = toX;
  restY = toY;
  restRight = fromX;
  restBottom = fromY;
  for (let y = fromY; y < toY; y++)
    for (let x = fromX; x < toX; x++) {
      if (load<f32>(goingAt(x, y)) <= LEAST) continue;
      leaveAt(x, y, load<f32>(goingAt(x, y)));
      const has = load<f32>(goingAt(x, y));
      if (has <= LEAST) continue;
      rest += has;
      restX = min(restX, x);
      restY = min(restY, y);
      restRight = max(restRight, x + 1);
      restBottom = max(restBottom, y + 1);
    }
  return rest;
}

/** Leaves so much at a place, as far as it can stand there, and covers it. */
function leaveAt(x: i32, y: i32, much: f32): void {
  if (much <= LEAST) return;
  const at = heightAt(x, y);
  if (load<u16>(at) >= 32767) return;
  const now = stood(at);
  stand(at, now + much);
  const gained = stood(at) - now;
  if (gained <= 0) return;
  const going = goingAt(x, y);
  store<f32>(going, max<f32>(0, load<f32>(going) - gained));
  const index = (y >> 6) * columns + (x >> 6);
  const offset = <usize>((((y & 63) << 6) | (x & 63)) << 2);
  // A tile that is not open would not be dried, and its height with it.
  const tile = openAt(index);
  touchBands(dirty + index, y, y + 1);
  if (!isToned) return;
  const covers = min<f32>(1, gained / COVERS);
  for (let p = 0; p < openPlanes; p++) {
    const plane = tile + offset + p * OPEN_PLANE;
    const had = load<f32>(plane);
    store<f32>(plane, had + covers * (load<f32>(tone + (p << 2)) - had));
  }
  touch(tile, offset);
}

/** Covers what is bare where paint was laid: with what is carried there, and where that is thin with the tip's mean. */
function coverBare(x: i32, y: i32, much: f32): void {
  const index = (y >> 6) * columns + (x >> 6);
  const place = openAt(index) + ((((y & 63) << 6) | (x & 63)) << 2);
  const bare: f32 = 1 - load<f32>(place + (openPlanes - 1) * OPEN_PLANE);
  if (bare <= 0) return;
  const covers = bare * min<f32>(1, much / COVERS);
  const thin: f32 = 1 - carriedAt(x, y, openPlanes - 1);
  for (let p = 0; p < openPlanes; p++) {
    const plane = place + p * OPEN_PLANE;
    store<f32>(plane, load<f32>(plane) + covers * (carriedAt(x, y, p) + thin * load<f32>(tone + (p << 2))));
  }
}

/** The mean colour of what the tip carries where it is strong, made opaque. */
function toneOf(mark: Mark, firstX: i32, firstY: i32, lastX: i32, lastY: i32): void {
  memory.fill(tone, 0, 8 * 4);
  const step = max(1, (lastX - firstX) >> 4);
  for (let y = firstY; y < lastY; y += step)
    for (let x = firstX; x < lastX; x += step) {
      if (maskAt(mark, x, y) < FIRM) continue;
      for (let p = 0; p < openPlanes; p++) store<f32>(tone + (p << 2), load<f32>(tone + (p << 2)) + carriedAt(x, y, p));
    }
  const alpha = load<f32>(tone + ((openPlanes - 1) << 2));
  isToned = alpha > 0;
  if (!isToned) return;
  for (let p = 0; p < openPlanes; p++) store<f32>(tone + (p << 2), load<f32>(tone + (p << 2)) / alpha);
}
