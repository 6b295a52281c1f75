import { PLANE } from "../q15";
import { HAIR_BYTES, Hair, HEAD, STANCE_BYTES, Stance } from "../tips/stand";

// Hairs take up thick paint where they stand, carry it, and lay it with their own: the more, the higher the ridge that a hair leaves.

/**
 * Lets hairs take up height where they stand, and says how high the ridge is that each then leaves.
 * @param place how they stand @param heights @param dried tables of the layer's tiles of heights, and of what has dried; 0 for none
 * @param takes @param shares as `takeHairs` has them @param bodies what each carries, f32 heights @param lifts how high each hair's
 * ridge is against that of others, f32 @param body the height of its own paint @param way how far the tip came, px
 * @param sums two f64, to which are added what is laid of own paint, and all that is laid, in px of hairs' widths
 */
export function takeBodies(
  hairs: usize, count: i32, place: usize, heights: usize, dried: usize, columns: i32, rows: i32, takes: usize, shares: usize, bodies: usize,
  lifts: usize, body: f32, way: f32, sums: usize,
): void {
  for (let n = 0; n < count; n++) {
    const stance = changetype<Stance>(place + HEAD + n * STANCE_BYTES);
    const x = <i32>floor<f32>(stance.x);
    const y = <i32>floor<f32>(stance.y);
    const at = n << 2;
    const has = bodies + at;
    if (stance.s > 0 && x >= 0 && y >= 0 && x < columns << 6 && y < rows << 6) {
      const index = ((y >> 6) * columns + (x >> 6)) << 2;
      const offset = (((y & 63) << 6) | (x & 63)) << 1;
      const there = heightOn(heights, index, offset) - heightOn(dried, index, 4 * PLANE + offset);
      store<f32>(has, load<f32>(has) + load<f32>(takes + at) * (max<f32>(0, there) - load<f32>(has)));
    }
    const share = load<f32>(shares + at);
    const own = body * min<f32>(1, 4 * (1 - share));
    const all = min<f32>(1, own + share * load<f32>(has));
    const lift = load<f32>(lifts + at);
    changetype<Hair>(hairs + n * HAIR_BYTES).lift = lift * all;
    const wide = <f64>(lift * stance.w * stance.s * way);
    store<f64>(sums, load<f64>(sums) + wide * own);
    store<f64>(sums, load<f64>(sums, 8) + wide * all, 8);
  }
}

@inline
function heightOn(table: usize, index: i32, offset: i32): f32 {
  const tile = table ? <usize>load<u32>(table + index) : 0;
  return tile ? <f32>load<u16>(tile + offset) * <f32>(1.0 / 32767.0) : 0;
}
