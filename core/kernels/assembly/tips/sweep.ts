import { times } from "../q15";
import { HAIR_BYTES, Hair, HEAD, Stance, STANCE_BYTES } from "./stand";

// Hairs are lines: each is swept from where it stood to where it stands.

/** How far beyond its hair a ridge comes down to nothing, px: what is narrower would be dotted where it lies aslant. */
const RIDGE_BEYOND: f32 = 2;
// Eight lanes that are on, eight that are off.
const tails = memory.data<i16>([-1, -1, -1, -1, -1, -1, -1, -1, 0, 0, 0, 0, 0, 0, 0, 0]);

/**
 * Sweeps hairs from a place to the next into a mask of `planes` planes (strength alone, or strength, red, green, blue, all
 * times strength): each over those before it. The mask's rows must be empty; spans are written. Where there is room for them,
 * ridges are swept beside: how high the paint stands that each hair leaves, highest in its middle, the highest of all hairs.
 * @param ridges an empty mask of one plane, 0 for none
 * @param left @param top the place of the mask's first px on the surface
 * @param after where the hairs stand at the place after, 0 where there is none
 * @param before across which direction each hair's last piece ended, two f32, (0, 0) where there was none; becomes this piece's
 * @param soft the px over which the edge of a hair fades, at most
 */
export function sweepHairs(
  mask: usize, ridges: usize, spans: usize, stride: i32, width: i32, height: i32, planes: i32, planeBytes: i32, left: i32, top: i32,
  hairs: usize, count: i32, from: usize, to: usize, after: usize, before: usize, soft: f32,
): void {
  for (let y = 0; y < height; y++) store<u64>(spans + (y << 3), width);
  if (planes == 4) orderHairs(count, from, to);
  for (let i = 0; i < count; i++) {
    const n = planes == 4 ? <i32>load<u16>(order + (i << 1)) : i;
    const at = HEAD + n * STANCE_BYTES;
    sweepOne(
      mask, ridges, spans, stride, width, height, planes, planeBytes, left, top, changetype<Hair>(hairs + n * HAIR_BYTES),
      changetype<Stance>(from + at), changetype<Stance>(to + at), after ? after + at : 0, before + (n << 3), soft,
    );
  }
  for (let y = 0; y < height; y++) if (load<i16>(spans + (y << 3)) >= load<i16>(spans + (y << 3), 2)) store<u64>(spans + (y << 3), 0);
}

/** The most hairs of a bundle. */
const MOST_HAIRS: i32 = 512;
const PLACES: i32 = 64;
// Hairs in the order in which they pass a place, u16 each; how many stand at each of the places along the way; the place of each, u8.
const order = memory.data(MOST_HAIRS * 2);
const counts = memory.data(PLACES * 4);
const placeOf = memory.data(MOST_HAIRS);

/**
 * Orders hairs by how far ahead they stand on their common way, the foremost first: where a hair passes after another one its
 * colour lies on top, whichever piece of the way it is in.
 */
function orderHairs(count: i32, from: usize, to: usize): void {
  let dx: f32 = 0;
  let dy: f32 = 0;
  for (let n = 0; n < count; n++) {
    const a = changetype<Stance>(from + HEAD + n * STANCE_BYTES);
    const b = changetype<Stance>(to + HEAD + n * STANCE_BYTES);
    dx += b.x - a.x;
    dy += b.y - a.y;
  }
  let nearest: f32 = f32.MAX_VALUE;
  let farthest: f32 = -f32.MAX_VALUE;
  for (let n = 0; n < count; n++) {
    const a = changetype<Stance>(from + HEAD + n * STANCE_BYTES);
    const along = a.x * dx + a.y * dy;
    nearest = min(nearest, along);
    farthest = max(farthest, along);
  }
  const per: f32 = farthest > nearest ? <f32>(PLACES - 1) / (farthest - nearest) : 0;
  memory.fill(counts, 0, PLACES * 4);
  for (let n = 0; n < count; n++) {
    const a = changetype<Stance>(from + HEAD + n * STANCE_BYTES);
    const place = <i32>((farthest - (a.x * dx + a.y * dy)) * per);
    store<u8>(placeOf + n, <u8>place);
    store<i32>(counts + (place << 2), load<i32>(counts + (place << 2)) + 1);
  }
  let before = 0;
  for (let i = 0; i < PLACES; i++) {
    const here = load<i32>(counts + (i << 2));
    store<i32>(counts + (i << 2), before);
    before += here;
  }
  for (let n = 0; n < count; n++) {
    const at = counts + (<usize>load<u8>(placeOf + n) << 2);
    const i = load<i32>(at);
    store<u16>(order + (i << 1), <u16>n);
    store<i32>(at, i + 1);
  }
}

/**
 * The whole numbers nearest to four of at most 2²²: added to 1.5·2²³, a number of 32 bits keeps its whole part in its last bits.
 * Three times as quick as asking for it.
 */
@inline
function nearest(values: v128): v128 {
  return i32x4.sub(f32x4.add(values, f32x4.splat(12582912)), i32x4.splat(0x4b400000));
}

/** The i16 nearest to a number, within what i16 has. */
@inline
function whole(value: f32): i32 {
  return value < -32767 ? -32767 : value > 32767 ? 32767 : <i32>value;
}

@inline
function sweepOne(
  mask: usize, ridges: usize, spans: usize, stride: i32, width: i32, height: i32, planes: i32, planeBytes: i32, left: i32, top: i32,
  hair: Hair, from: Stance, to: Stance, after: usize, before: usize, soft: f32,
): void {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const long = sqrt<f32>(dx * dx + dy * dy);
  if (!(long > 1e-3)) return;
  const per: f32 = 1 / long;
  const tx = dx * per;
  const ty = dy * per;
  let nx: f32 = 0;
  let ny: f32 = 0;
  if (after) {
    const next = changetype<Stance>(after);
    nx = next.x - to.x;
    ny = next.y - to.y;
    const nextLong = sqrt<f32>(nx * nx + ny * ny);
    if (nextLong > 1e-3) {
      const nextPer: f32 = 1 / nextLong;
      nx *= nextPer;
      ny *= nextPer;
    }
  }
  // Where a hair turns back it ends, and begins again.
  const turnsNext = tx * nx + ty * ny < <f32>-0.3;
  const bx = turnsNext ? tx : tx + nx;
  const by = turnsNext ? ty : ty + ny;
  let ax = load<f32>(before);
  let ay = load<f32>(before, 4);
  store<f32>(before, turnsNext ? 0 : bx);
  store<f32>(before, turnsNext ? 0 : by, 4);
  if (ax == 0 && ay == 0) {
    ax = tx;
    ay = ty;
  }
  if (from.s <= 0 && to.s <= 0) return;
  const widest = max(from.w, to.w) + <f32>0.5;
  // Distances are counted in parts of a px, as many as 16 bits allow.
  const bits = widest < 100 ? 8 : widest < 480 ? 6 : 4;
  const unit = <f32>(1 << bits);
  const fade = max<f32>(1, min<f32>(soft, to.w));
  const edge = i16x8.splat(<i16>whole(32767 / fade));
  const most = i16x8.splat(<i16>((<i32>1 << bits) - 1));
  const highestY = from.y < to.y ? to.y : from.y;
  const lowestY = from.y < to.y ? from.y : to.y;
  const fromY = max(0, <i32>floor<f32>(lowestY - widest) - top);
  const toY = min(height, <i32>ceil<f32>(highestY + widest) - top);
  // Where a row meets the hair's strip, |across| ≤ widest, with across = (y − y0)·tx − (x − x0)·ty; and where the lines across
  // its way cut it. Both pieces that meet at a line reckon it alike, so that each px belongs to one of them.
  const steep = abs(ty) > <f32>0.02;
  const perTy: f32 = steep ? 1 / ty : 0;
  const reach: f32 = widest * abs(perTy) + <f32>0.5;
  const uprightA = abs(ax) < <f32>1e-3;
  const uprightB = abs(bx) < <f32>1e-3;
  const lowest = (dx < 0 ? to.x : from.x) - widest - <f32>1;
  const highest = (dx > 0 ? to.x : from.x) + widest;
  const half: f32 = 0.5;
  // Rounded down: half a px is taken off before the nearest whole number is asked for.
  const far: f32 = 1e6;
  const startsAt = f32x4(steep ? from.x - reach - 1 : lowest - half, steep ? from.x + reach - 1 : highest - half, from.x - 1, to.x - 1);
  const startsY = f32x4(from.y, from.y, from.y, to.y);
  const slopes = f32x4(-tx * perTy, -tx * perTy, uprightA ? 0 : ay / ax, uprightB ? 0 : by / bx);
  const least = f32x4(lowest, lowest, -far, -far);
  const greatest = f32x4(highest, highest, far, far);
  const origin = i32x4.splat(left);
  const growth = (to.w - from.w) * per * unit;
  const gain = (to.s - from.s) * per * <f32>4095;
  // The distance across, the width and the strength at a px: what they are at the start, and what a px right and down adds.
  const atStart = f32x4(0, (from.w + half) * unit, from.s * <f32>4095, 0);
  const rightward = f32x4(-ty * unit, growth * tx, gain * tx, 0);
  const downward = f32x4(tx * unit, growth * ty, gain * ty, 0);
  const groupOn = f32x4.mul(rightward, f32x4.splat(8));
  const lanes = i16x8(0, 1, 2, 3, 4, 5, 6, 7);
  const acrossStep = i16x8.mul(lanes, i16x8.splat(<i16>whole(-ty * unit)));
  const widthStep = i16x8.mul(lanes, i16x8.splat(<i16>whole(growth * tx)));
  const gainStep = i16x8.mul(lanes, i16x8.splat(<i16>whole(gain * tx)));
  const none = i16x8.splat(0);
  const one = i16x8.splat(32767);
  const strongest = i16x8.splat(4095);
  const shift = 15 - bits;
  const hard = fade == 1;
  // For ridges: how far they reach to each side, in parts of a px, and what makes a whole of it.
  const halfWidth = whole((max(from.w, to.w) + RIDGE_BEYOND) * unit);
  const edgeAt = i16x8.splat(<i16>halfWidth);
  const perHalf = i16x8.splat(<i16>(32767 / halfWidth));
  const lift = i16x8.splat(<i16>whole(hair.lift * 32767));
  for (let y = fromY; y < toY; y++) {
    const surfaceY = <f32>(y + top) + half;
    if (uprightA && (surfaceY - from.y) * ay < 0) continue;
    if (uprightB && (surfaceY - to.y) * by >= 0) continue;
    const cuts = f32x4.sub(startsAt, f32x4.mul(f32x4.sub(f32x4.splat(surfaceY), startsY), slopes));
    const px = i32x4.sub(nearest(f32x4.pmax(f32x4.pmin(cuts, greatest), least)), origin);
    let first = max(0, i32x4.extract_lane(px, 0));
    let last = min(width, i32x4.extract_lane(px, 1) + 2);
    if (!uprightA) {
      if (ax > 0) first = max(first, i32x4.extract_lane(px, 2) + 1);
      else last = min(last, i32x4.extract_lane(px, 2) + 1);
    }
    if (!uprightB) {
      if (bx > 0) last = min(last, i32x4.extract_lane(px, 3) + 1);
      else first = max(first, i32x4.extract_lane(px, 3) + 1);
    }
    if (first >= last) continue;
    const right = f32x4.splat(<f32>(first + left) + half - from.x);
    let here = f32x4.add(atStart, f32x4.add(f32x4.mul(right, rightward), f32x4.mul(f32x4.splat(surfaceY - from.y), downward)));
    const row = mask + ((y * stride) << 1);
    for (let x = first; x < last; x += 8, here = f32x4.add(here, groupOn)) {
      const at = row + (x << 1);
      const now = v128.load(at);
      const past = x + 8 - last;
      const on = v128.load(tails + (past > 0 ? past << 1 : 0));
      const whole4 = nearest(here);
      const numbers = i16x8.narrow_i32x4_s(whole4, whole4);
      const across = i16x8.abs(i16x8.add_sat_s(i16x8.shuffle(numbers, numbers, 0, 0, 0, 0, 0, 0, 0, 0), acrossStep));
      const wide = i16x8.add_sat_s(i16x8.shuffle(numbers, numbers, 1, 1, 1, 1, 1, 1, 1, 1), widthStep);
      const strong = i16x8.add_sat_s(i16x8.shuffle(numbers, numbers, 2, 2, 2, 2, 2, 2, 2, 2), gainStep);
      const inside = i16x8.sub_sat_u(wide, across);
      const cover = i16x8.shl(i16x8.min_s(hard ? inside : times(inside, edge), most), shift);
      const strength = v128.and(times(cover, i16x8.shl(i16x8.max_s(i16x8.min_s(strong, strongest), none), 3)), on);
      v128.store(at, i16x8.add(now, times(strength, i16x8.sub(one, now))));
      if (ridges) {
        const off = i16x8.mul(i16x8.min_s(across, edgeAt), perHalf);
        const height = v128.and(times(lift, i16x8.shl(i16x8.max_s(i16x8.min_s(strong, strongest), none), 3)), on);
        const round = i16x8.sub(one, times(off, off));
        const ridge = times(times(round, round), height);
        const ridgeAt = at + (ridges - mask);
        v128.store(ridgeAt, i16x8.max_s(v128.load(ridgeAt), ridge));
      }
      if (planes == 4) {
        lay(at + planeBytes, strength, hair.red);
        lay(at + 2 * planeBytes, strength, hair.green);
        lay(at + 3 * planeBytes, strength, hair.blue);
      }
    }
    const span = spans + (y << 3);
    if (first < load<i16>(span)) store<i16>(span, <i16>first);
    if (last > load<i16>(span, 2)) store<i16>(span, <i16>last, 2);
  }
}

/** `P ← P + strength·(colour − P)` on eight px. */
@inline
function lay(at: usize, strength: v128, colour: f32): void {
  const now = v128.load(at);
  v128.store(at, i16x8.add(now, times(strength, i16x8.sub(i16x8.splat(<i16>whole(colour * 32767)), now))));
}
