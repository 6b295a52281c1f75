// Hairs stand at places: where each is there, how wide and how strong.

/** One hair as it is made, 48 bytes. Lengths are shares of half the tip's size. */
@unmanaged
export class Hair {
  u: f32;
  v: f32;
  radius: f32;
  strength: f32;
  /** From which pressure on it touches. */
  touches: f32;
  /** The share of the tip's load at which it has run dry. */
  dry: f32;
  /** What its clump leaves of it here, 0…1. */
  whole: f32;
  /** How high its ridge of paint stands against that of others, 0…1. */
  lift: f32;
  red: f32;
  green: f32;
  blue: f32;
  unused2: f32;
}

export const HAIR_BYTES: i32 = 48;

/** How one hair stands at a place, 16 bytes: px of the surface, half its width (½ at least), its strength 0…1. */
@unmanaged
export class Stance {
  x: f32;
  y: f32;
  w: f32;
  s: f32;
}

export const STANCE_BYTES: i32 = 16;
/** Before the stances of a place: the box that they lie in. */
export const HEAD: i32 = 16;

/** Over which pressures a hair comes down, from its tip to its whole width. */
const COMES_DOWN: f32 = 0.16;
/** Over which part of the load a hair runs out. */
const RUNS_OUT: f32 = 0.18;

@inline
function share(value: f32): f32 {
  return max<f32>(0, min<f32>(1, value));
}

/**
 * Writes how hairs stand at a place, and the box they lie in (left, top, right, bottom as f32 at `place`).
 * @param x @param y the tip's middle, px @param c @param s of its turn @param open half its opened width, px
 * @param flipU @param flipV what mirrors and roundness make of its sides @param pivotX @param pivotY the pivot, px in the tip
 * @param lift pressure that a lean (leanU, leanV in the tip) takes from hairs on its far side @param full paint left, 0…1
 * @param thick px that a radius of 1 is @param flow the strength of a whole hair
 * @param firm how many times sooner than its width a hair's strength is whole: thick paint is not thin where a hair barely touches
 */
export function standHairs(
  hairs: usize, count: i32, place: usize, x: f32, y: f32, c: f32, s: f32, open: f32, flipU: f32, flipV: f32,
  pivotX: f32, pivotY: f32, pressure: f32, lift: f32, leanU: f32, leanV: f32, full: f32, thick: f32, flow: f32, firm: f32,
): void {
  let left: f32 = f32.MAX_VALUE;
  let top: f32 = f32.MAX_VALUE;
  let right: f32 = -f32.MAX_VALUE;
  let bottom: f32 = -f32.MAX_VALUE;
  const empties = share(full * 25);
  for (let n = 0; n < count; n++) {
    const hair = changetype<Hair>(hairs + n * HAIR_BYTES);
    const stance = changetype<Stance>(place + HEAD + n * STANCE_BYTES);
    const u = (hair.u * open - pivotX) * flipU;
    const v = (hair.v * open - pivotY) * flipV;
    const hx = x + c * u + s * v;
    const hy = y + c * v - s * u;
    stance.x = hx;
    stance.y = hy;
    const lifted = lift * max<f32>(0, -(hair.u * leanU + hair.v * leanV));
    let touch = share((pressure - lifted - hair.touches) * (1 / COMES_DOWN)) * hair.whole;
    if (full < 1) touch *= share((full - hair.dry + RUNS_OUT) * (1 / RUNS_OUT)) * empties;
    const wide = hair.radius * thick * sqrt<f32>(touch);
    const w = max<f32>(0.5, wide);
    stance.w = w;
    stance.s = share(touch * firm) * flow * hair.strength * min<f32>(1, 2 * wide);
    left = min(left, hx - w);
    right = max(right, hx + w);
    top = min(top, hy - w);
    bottom = max(bottom, hy + w);
  }
  store<f32>(place, left);
  store<f32>(place, top, 4);
  store<f32>(place, right, 8);
  store<f32>(place, bottom, 12);
}
