import { FIRM, GROUP, gate, goingAt, heightAt, LEAST, left, maskAt, side, square, stand, stood, top, flux } from "./going";
import { coverLeft } from "./going-colour";
import { Mark } from "../mark";
import { columns, dirty, openAt, rows } from "./mix";
import { touchBands } from "../rows";

// What goes along with a dragged tip runs about under it, outwards before all, and over its sides, where it is left as steep as it stands.

/** How far beyond a mark what runs over its edge may come in one go, px. */
const BEYOND: i32 = 16;
/** The part of what goes along that runs to each neighbour at once. */
const PART: f32 = 0.14;
/** And the part that is pushed outwards, to the nearer side of the tip. */
const OUTWARDS: f32 = 0.25;
/** From this height on all of that part is pushed, below it the less the lower it is. */
const HEAPED: f32 = 8;
/** How much more hardly it runs over the tip's edge than about under the tip, and hardly at all to where it is heaped up as high as may be. */
const EDGE: f32 = 0.6;
const SHUT: f32 = 1e-6;
/** So much higher than what lies beside it may paint stand that was left: it slides down where it is steeper. */
export const REPOSE: f32 = 0.06;
/** So much of that is lost as it nears the thickest paint: a heap is round, steep at its foot. */
export const ROUND: f32 = 0.9;
/** How often what goes along runs on before some of it is left. */
const TURNS: i32 = 3;

// How far the tip reaches across its way, px to both sides.
let leastAcross: f32 = 0;
let mostAcross: f32 = 0;
// Where it stands, and where it goes, of length 1.
let x0: f32 = 0;
let y0: f32 = 0;
let ux: f32 = 0;
let uy: f32 = 0;
/** How high what goes along may be heaped up beside it. */
let mostHeaped: f32 = 0;

/** Says where the tip stands now, which way it goes, and how high paint may be heaped up beside it. */
export function standShoved(x: f32, y: f32, goesX: f32, goesY: f32, most: f32): void {
  mostHeaped = most;
  x0 = x;
  y0 = y;
  ux = goesX;
  uy = goesY;
  leastAcross = Infinity;
  mostAcross = -Infinity;
}

/** Is told of a px at which the tip is firm. */
export function reachShoved(x: i32, y: i32): void {
  const across = acrossOf(<f32>x, <f32>y);
  leastAcross = min(leastAcross, across);
  mostAcross = max(mostAcross, across);
}

@inline
function acrossOf(x: f32, y: f32): f32 {
  return (y + <f32>0.5 - y0) * ux - (x + <f32>0.5 - x0) * uy;
}

/** Lets what goes along run on, all along the way since the mark before, px: `passes` times. */
export function runOverEdges(mark: Mark, way: f32, passes: i32): void {
  const boxX = max(left + GROUP, mark.x - BEYOND);
  const boxY = max(top + 1, mark.y - BEYOND);
  const boxRight = min(left + side - GROUP, mark.x + mark.width + BEYOND);
  const boxBottom = min(top + side - 1, mark.y + mark.height + BEYOND);
  const turns = (passes + TURNS - 1) / TURNS;
  const far = min<f32>(way, <f32>(BEYOND - 4));
  for (let n = 0; n < turns; n++) {
    const behind: f32 = far * (1 - <f32>(n + 1) / <f32>turns);
    setGates(mark, boxX, boxY, boxRight, boxBottom, <i32>nearest<f32>(behind * ux), <i32>nearest<f32>(behind * uy));
    for (let m = 0; m < TURNS; m++) runOver(boxX, boxY, boxRight, boxBottom);
    leave(mark, boxX, boxY, boxRight, boxBottom);
  }
}

/** Opens the way to wherever the tip is or was, so many px back, and over its edge at its sides: what is ahead goes along, and nothing runs over behind. */
function setGates(mark: Mark, boxX: i32, boxY: i32, boxRight: i32, boxBottom: i32, backX: i32, backY: i32): void {
  const toGate = gate - square;
  // Nothing comes from beyond the box, and nothing goes there.
  const firstByte = <usize>((boxY - 1 - top) * side) << 2;
  const bytes = <usize>((boxBottom - boxY + 2) * side) << 2;
  memory.fill(gate + firstByte, 0, bytes);
  const firm = <u16>(FIRM * 32767);
  const edge = f32x4.splat(EDGE);
  const perMost = f32x4.splat(-2 / mostHeaped);
  const lanes = f32x4.mul(f32x4(0, 1, 2, 3), f32x4.splat(-uy));
  const least = f32x4.splat(leastAcross);
  const most = f32x4.splat(mostAcross);
  for (let y = boxY; y < boxBottom; y++) {
    const row = goingAt(boxX, y) + toGate;
    const beyond = row + (<usize>(boxRight - boxX) << 2);
    for (let at = row, x = boxX; at < beyond; at += 16, x += 4) {
      const across = f32x4.add(f32x4.splat(acrossOf(<f32>x, <f32>y)), lanes);
      const room = f32x4.mul(edge, free(v128.load(at - toGate), perMost));
      const opens = f32x4.pmax(f32x4.splat(SHUT), room);
      v128.store(at, v128.and(v128.or(f32x4.lt(across, least), f32x4.gt(across, most)), opens));
    }
    // The last group may have been wider than the box.
    for (let n: usize = 0; n < 12; n += 4) store<f32>(beyond + n, 0);
    const line = y + backY - mark.y;
    if (line < 0 || line >= mark.height) continue;
    const span = mark.spans + (line << 3);
    const off = mark.x - backX;
    const mask = mark.mask + ((line * mark.stride) << 1);
    const to = min(boxRight, off + <i32>load<i16>(span, 2));
    const first = max(boxX, off + <i32>load<i16>(span));
    let at = goingAt(first, y) + toGate;
    for (let from = mask + ((first - off) << 1), last = mask + ((to - off) << 1); from < last; from += 2, at += 4)
      if (load<u16>(from) > firm && load<f32>(at) == 0) store<f32>(at, 1);
  }
}

/** What of it is pushed one way: the higher, the more; and the nearer to that side, the more, where `towards` is above 0. */
@inline
function pushed(runs: v128, towards: v128, heaped: v128): v128 {
  const one = f32x4.splat(1);
  return f32x4.mul(runs, f32x4.mul(f32x4.pmin(one, f32x4.mul(runs, heaped)), f32x4.pmin(one, f32x4.pmax(f32x4.splat(0), towards))));
}

/** The part of a push that finds room where so much runs: all of it until it is heaped up half as high as may be. */
@inline
function free(runs: v128, perMost: v128): v128 {
  const room = f32x4.add(f32x4.splat(2), f32x4.mul(runs, perMost));
  return f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), room));
}

/**
 * Lets what goes along run to the four neighbours within a box, as far as the way there is open, and pushes some to the nearer side besides.
 */
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
  // To a side, `across` grows by −uy a px to the right and by ux a px down.
  const heaped = f32x4.splat(1 / (PART * HEAPED));
  const pushX = f32x4.splat((OUTWARDS / PART) * abs(uy));
  const pushY = f32x4.splat((OUTWARDS / PART) * abs(ux));
  // Hardly in the middle, fully at the sides.
  const perHalf: f32 = 2 / max<f32>(1, mostAcross - leastAcross);
  const signX = f32x4.splat(uy > 0 ? -perHalf : perHalf);
  const signY = f32x4.splat(ux < 0 ? -perHalf : perHalf);
  const stepX = f32x4.splat(-uy);
  const stepY = f32x4.splat(ux);
  const firstLane = f32x4.mul(f32x4(0, 1, 2, 3), stepX);
  const perMost = f32x4.splat(-2 / (PART * mostHeaped));
  for (let y = boxY - top; y < boxBottom - top; y++) {
    const line = <usize>(y * side) << 2;
    for (let x = from; x < to; x += 4) {
      const at = line + (x << 2);
      const f = flux + at;
      const g = gate + at;
      const own = v128.load(f);
      const west = v128.load(f - 4);
      const east = v128.load(f, 4);
      const north = v128.load(f - row);
      const south = v128.load(f + row);
      let comes = f32x4.add(f32x4.add(west, east), f32x4.add(north, south));
      if (!v128.any_true(v128.or(own, comes))) continue;
      const gateWest = v128.load(g - 4);
      const gateEast = v128.load(g, 4);
      const gateNorth = v128.load(g - row);
      const gateSouth = v128.load(g + row);
      let goes = f32x4.mul(f32x4.add(f32x4.add(gateWest, gateEast), f32x4.add(gateNorth, gateSouth)), own);
      const across = f32x4.add(f32x4.splat(acrossOf(<f32>(x + left), <f32>(y + top))), firstLane);
      // Which way is outwards here and at the neighbours: above 0 to the right, and down.
      const rightward = f32x4.mul(across, signX);
      const downward = f32x4.mul(across, signY);
      const beside = f32x4.mul(stepX, signX);
      const under = f32x4.mul(stepY, signY);
      const fromWest = pushed(west, f32x4.sub(rightward, beside), heaped);
      const fromEast = pushed(east, f32x4.neg(f32x4.add(rightward, beside)), heaped);
      const fromNorth = pushed(north, f32x4.sub(downward, under), heaped);
      const fromSouth = pushed(south, f32x4.neg(f32x4.add(downward, under)), heaped);
      const room = free(own, perMost);
      comes = f32x4.add(comes, f32x4.mul(f32x4.mul(pushX, room), f32x4.add(fromWest, fromEast)));
      comes = f32x4.add(comes, f32x4.mul(f32x4.mul(pushY, room), f32x4.add(fromNorth, fromSouth)));
      const toEast = f32x4.mul(f32x4.mul(pushed(own, rightward, heaped), gateEast), free(east, perMost));
      const toWest = f32x4.mul(f32x4.mul(pushed(own, f32x4.neg(rightward), heaped), gateWest), free(west, perMost));
      const toSouth = f32x4.mul(f32x4.mul(pushed(own, downward, heaped), gateSouth), free(south, perMost));
      const toNorth = f32x4.mul(f32x4.mul(pushed(own, f32x4.neg(downward), heaped), gateNorth), free(north, perMost));
      goes = f32x4.add(goes, f32x4.add(f32x4.mul(pushX, f32x4.add(toEast, toWest)), f32x4.mul(pushY, f32x4.add(toSouth, toNorth))));
      v128.store(square + at, f32x4.sub(f32x4.add(v128.load(square + at), f32x4.mul(v128.load(g), comes)), goes));
    }
  }
}

/** Leaves what goes along beside the tip and under its weak edge. */
function leave(mark: Mark, boxX: i32, boxY: i32, boxRight: i32, boxBottom: i32): void {
  const under = f32x4.splat(1);
  const none = f32x4.splat(0);
  const least = f32x4.splat(LEAST);
  const toGate = gate - square;
  const fromX = max(boxX, 0);
  const toX = min(boxRight, columns << 6);
  const fromY = max(boxY, 0);
  const toY = min(boxBottom, rows << 6);
  let any = true;
  for (let turn = 0; turn < 2 && any; turn++) {
    any = false;
    for (let y = fromY; y < toY; y++)
      for (let x = fromX; x < toX; x += 4) {
        const at = goingAt(x, y);
        const gates = v128.load(at + toGate);
        const beside = v128.and(f32x4.gt(gates, none), f32x4.lt(gates, under));
        if (!v128.any_true(v128.and(f32x4.gt(v128.load(at), least), beside))) continue;
        for (let n = x; n < min(x + 4, toX); n++) {
          const going = goingAt(n, y);
          const has = load<f32>(going);
          const opens = load<f32>(going + toGate);
          if (has <= LEAST || opens <= 0 || opens >= 1) continue;
          any = true;
          if (turn == 0) noteStand(n, y);
          else leaveAt(n, y, max<f32>(0, 1 - maskAt(mark, n, y) / FIRM) * has);
        }
      }
  }
}

/** Notes how high paint may stand at a place beside what stands there before any is left: a heap is round, steep at its foot. */
function noteStand(x: i32, y: i32): void {
  const west = x > 0 ? stood(heightAt(x - 1, y)) : 1;
  const east = x + 1 < columns << 6 ? stood(heightAt(x + 1, y)) : 1;
  const north = y > 0 ? stood(heightAt(x, y - 1)) : 1;
  const south = y + 1 < rows << 6 ? stood(heightAt(x, y + 1)) : 1;
  const lowest = min(min(west, east), min(north, south));
  store<f32>(goingAt(x, y) + flux - square, lowest + REPOSE * (1 - ROUND * lowest));
}

/** Leaves so much at a place, as far as it was noted that it can stand there, and covers it. */
function leaveAt(x: i32, y: i32, much: f32): void {
  if (much <= LEAST) return;
  const at = heightAt(x, y);
  const going = goingAt(x, y);
  const now = stood(at);
  stand(at, min<f32>(now + much, max<f32>(now, load<f32>(going + flux - square))));
  const gained = stood(at) - now;
  if (gained <= 0) return;
  store<f32>(going, max<f32>(0, load<f32>(going) - gained));
  const index = (y >> 6) * columns + (x >> 6);
  // A tile that is not open would not be dried, and its height with it.
  const tile = openAt(index);
  touchBands(dirty + index, y, y + 1);
  coverLeft(tile, <usize>((((y & 63) << 6) | (x & 63)) << 2), gained);
}
