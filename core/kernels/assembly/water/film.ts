import { PLANE, put, unit } from "../q15";

// Paint thinned with water lies as a film: it lets through what lies below it, each channel by its density. A film is a
// four-plane tile: the density of three channels and the cover, Q15 of eighths of what is.

export const FILM: f32 = 32767.0 / 8;

/** The darkest that a channel is taken to be, so that what has nothing of it has a density. */
const DARKEST: f32 = 1.0 / 64.0;

/** The density of a channel of a colour that was multiplied by its cover. */
@inline
export function densityOf(colour: v128, cover: v128): v128 {
  const one = f32x4.splat(1);
  const share = f32x4.max(f32x4.splat(DARKEST), f32x4.min(one, f32x4.div(colour, f32x4.max(cover, f32x4.splat(<f32>1e-5)))));
  return f32x4.mul(cover, f32x4.neg(ln(share)));
}

/** The film that a stroke's tile of one or four planes is, while nothing has moved. */
export function strokeFilm(stroke: usize, planes: i32, red: f32, green: f32, blue: f32, film: usize): void {
  for (let i = 0; i < PLANE; i += 8) {
    if (planes == 1) {
      putFilm(film + i, unit(stroke + i), red, green, blue);
      continue;
    }
    const cover = unit(stroke + i + 3 * PLANE);
    for (let c = 0; c < 3; c++) putEighths(film + i + c * PLANE, densityOf(unit(stroke + i + c * PLANE), cover));
    putEighths(film + i + 3 * PLANE, cover);
  }
}

@inline
export function putFilm(to: usize, amount: v128, red: f32, green: f32, blue: f32): void {
  putEighths(to, f32x4.mul(amount, f32x4.splat(red)));
  putEighths(to + PLANE, f32x4.mul(amount, f32x4.splat(green)));
  putEighths(to + 2 * PLANE, f32x4.mul(amount, f32x4.splat(blue)));
  putEighths(to + 3 * PLANE, amount);
}

@inline
export function putEighths(to: usize, value: v128): void {
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(value, f32x4.splat(FILM)), f32x4.splat(0.5)));
  v128.store64_lane(to, i16x8.narrow_i32x4_s(whole, whole), 0);
}

/**
 * Lays a film over a layer's tile. The share `water` of it, or that of a plane by place, is clear: it lets through what lies below,
 * each channel by its density, and on a sheet of this colour (white where there is none) looks as that does; the rest covers.
 */
export function layFilm(layer: usize, film: usize, water: f32, waters: usize, red: f32, green: f32, blue: f32): void {
  const one = f32x4.splat(1);
  const eighth = f32x4.splat(1 / FILM);
  let clear = f32x4.splat(water / FILM);
  let covers = f32x4.splat((1 - water) / FILM);
  for (let i = 0; i < PLANE; i += 8) {
    const amount = eighths(film + i + 3 * PLANE);
    if (!v128.any_true(amount)) continue;
    if (waters) {
      const share = unit(waters + i);
      clear = f32x4.mul(share, eighth);
      covers = f32x4.mul(f32x4.sub(one, share), eighth);
    }
    const r = eighths(film + i);
    const g = eighths(film + i + PLANE);
    const b = eighths(film + i + 2 * PLANE);
    const lr = expOfLess(f32x4.mul(r, clear));
    const lg = expOfLess(f32x4.mul(g, clear));
    const lb = expOfLess(f32x4.mul(b, clear));
    const least = f32x4.min(lr, f32x4.min(lg, lb));
    const alpha = unit(layer + i + 3 * PLANE);
    const bare = f32x4.sub(one, alpha);
    const cover = f32x4.min(one, f32x4.mul(amount, covers));
    const per = f32x4.div(one, f32x4.max(amount, f32x4.splat(<f32>0.5)));
    layChannel(layer + i, lr, least, bare, f32x4.splat(red), cover, f32x4.mul(r, per));
    layChannel(layer + i + PLANE, lg, least, bare, f32x4.splat(green), cover, f32x4.mul(g, per));
    layChannel(layer + i + 2 * PLANE, lb, least, bare, f32x4.splat(blue), cover, f32x4.mul(b, per));
    const filmed = f32x4.sub(one, f32x4.mul(bare, least));
    put(layer + i + 3 * PLANE, f32x4.add(filmed, f32x4.mul(cover, f32x4.sub(one, filmed))));
  }
}

/** One channel: what lies there through the film, what the film shows of the sheet where nothing lies, then what covers. @param density of the covering colour */
@inline
function layChannel(at: usize, lets: v128, least: v128, bare: v128, sheet: v128, cover: v128, density: v128): void {
  const through = f32x4.add(f32x4.mul(unit(at), lets), f32x4.mul(f32x4.mul(bare, sheet), f32x4.sub(lets, least)));
  const colour = expOfLess(density);
  put(at, f32x4.add(through, f32x4.mul(cover, f32x4.sub(colour, through))));
}

@inline
export function eighths(at: usize): v128 {
  return f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(at)));
}

/** e^−x for x from 0: a power of two and what is left, by its series, to within 3·10⁻⁶. */
@inline
function expOfLess(x: v128): v128 {
  const y = f32x4.min(f32x4.mul(x, f32x4.splat(<f32>1.4426950408889634)), f32x4.splat(30));
  const whole = f32x4.nearest(y);
  const z = f32x4.mul(f32x4.sub(whole, y), f32x4.splat(<f32>0.6931471805599453));
  let sum = f32x4.add(f32x4.splat(<f32>(1.0 / 24.0)), f32x4.mul(z, f32x4.splat(<f32>(1.0 / 120.0))));
  sum = f32x4.add(f32x4.splat(<f32>(1.0 / 6.0)), f32x4.mul(z, sum));
  sum = f32x4.add(f32x4.splat(0.5), f32x4.mul(z, sum));
  sum = f32x4.add(f32x4.splat(1), f32x4.mul(z, sum));
  sum = f32x4.add(f32x4.splat(1), f32x4.mul(z, sum));
  const power = i32x4.shl(i32x4.sub(i32x4.splat(127), i32x4.trunc_sat_f32x4_s(whole)), 23);
  return f32x4.mul(sum, power);
}

/** The natural logarithm of 0 < x ≤ 1: its power of two, and the rest by the series of the inverse hyperbolic tangent, to within 2·10⁻⁵. */
@inline
function ln(x: v128): v128 {
  const power = f32x4.convert_i32x4_s(i32x4.sub(i32x4.shr_u(x, 23), i32x4.splat(127)));
  const rest = v128.or(v128.and(x, i32x4.splat(0x007fffff)), i32x4.splat(0x3f800000));
  const t = f32x4.div(f32x4.sub(rest, f32x4.splat(1)), f32x4.add(rest, f32x4.splat(1)));
  const t2 = f32x4.mul(t, t);
  let sum = f32x4.add(f32x4.splat(<f32>(1.0 / 5.0)), f32x4.mul(t2, f32x4.splat(<f32>(1.0 / 7.0))));
  sum = f32x4.add(f32x4.splat(<f32>(1.0 / 3.0)), f32x4.mul(t2, sum));
  sum = f32x4.mul(f32x4.mul(f32x4.splat(2), t), f32x4.add(f32x4.splat(1), f32x4.mul(t2, sum)));
  return f32x4.add(f32x4.mul(power, f32x4.splat(<f32>0.6931471805599453)), sum);
}

/**
 * Numbers of 32 bits that follow from what each px of a layer's tile holds: two that differ hardly ever have the same. Multiplied and
 * mixed as a word of MurmurHash3 is (A. Appleby, 2011).
 */
export function pixelSums(layer: usize, out: usize): void {
  for (let i: usize = 0; i < <usize>PLANE; i += 2) {
    const low = <u32>load<u16>(layer + i) | (<u32>load<u16>(layer + i + PLANE) << 16);
    const high = <u32>load<u16>(layer + i + 2 * PLANE) | (<u32>load<u16>(layer + i + 3 * PLANE) << 16);
    let sum = low * 0xcc9e2d51;
    sum = rotl<u32>(sum, 15) * 0x1b873593;
    sum = rotl<u32>(sum, 13) * 5 + 0xe6546b64;
    sum ^= rotl<u32>(high * 0xcc9e2d51, 15) * 0x1b873593;
    sum ^= sum >> 16;
    sum *= 0x85ebca6b;
    sum ^= sum >> 13;
    store<u32>(out + 2 * i, sum);
  }
}
