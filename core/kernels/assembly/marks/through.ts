import { PLANE, times } from "../q15";

/**
 * What of a tile a second tip lets through: `out ← from·(base + slope·m)`, plane by plane.
 * @param out @param from tiles of `planes` planes @param over one plane of its coverage m, 0 for none @param base @param slope Q15
 */
export function throughTip(out: usize, from: usize, over: usize, planes: i32, base: i32, slope: i32): void {
  const held = i16x8.splat(<i16>base);
  const steep = i16x8.splat(<i16>slope);
  for (let at = 0; at < PLANE; at += 16) {
    const factor = over ? i16x8.add_sat_s(held, times(v128.load(over + at), steep)) : held;
    // A product with one would lose a step.
    const all = i16x8.eq(factor, i16x8.splat(32767));
    for (let p = 0; p < planes * PLANE; p += PLANE) {
      const now = v128.load(from + p + at);
      v128.store(out + p + at, v128.bitselect(now, times(now, factor), all));
    }
  }
}
