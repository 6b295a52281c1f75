import { belowAt, columns, openAt, rows } from "./mix";
import { PLANE } from "../q15";
import { closeTile, OPEN_PLANE, openPlanes } from "./space";
import { HAIR_BYTES, Hair, HEAD, STANCE_BYTES, Stance } from "../tips/stand";

// Every hair paints: it takes up what lies where it stands, carries it, and lays its own paint mixed with that. What hairs
// have is kept as open tiles, a hair to a px, so that they mix and close as the paint of a layer does.

/**
 * Lets hairs take up paint where they stand, and gives each the colour it then lays.
 * @param place how they stand, as `standHairs` wrote it: a hair that has nothing to lay stands weaker
 * @param own @param carried what each has of its own, and what it has taken up: open tiles @param mixed room for a third
 * @param out room for a layer's tile @param takes how much of what a hair meets it takes up here, f32 each, 0…1
 * @param shares of what each lays then: 0 own paint only … 1 only what was taken up, f32 each
 */
export function takeHairs(
  hairs: usize, count: i32, place: usize, own: usize, carried: usize, mixed: usize, out: usize, takes: usize, shares: usize,
): void {
  const alphaAt = (openPlanes - 1) * OPEN_PLANE;
  for (let n = 0; n < count; n++) {
    const stance = changetype<Stance>(place + HEAD + n * STANCE_BYTES);
    const x = <i32>floor<f32>(stance.x);
    const y = <i32>floor<f32>(stance.y);
    if (stance.s <= 0 || x < 0 || y < 0 || x >= columns << 6 || y >= rows << 6) continue;
    const index = (y >> 6) * columns + (x >> 6);
    const at = openAt(index) + ((((y & 63) << 6) | (x & 63)) << 2);
    const below = belowAt(index);
    const under = below + ((((y & 63) << 6) | (x & 63)) << 2);
    const bare: f32 = 1 - load<f32>(at + alphaAt);
    const take = load<f32>(takes + (n << 2));
    for (let p = 0; p < openPlanes * OPEN_PLANE; p += OPEN_PLANE) {
      const there = load<f32>(at + p) + (below ? bare * load<f32>(under + p) : 0);
      const has = carried + p + (n << 2);
      store<f32>(has, load<f32>(has) + take * (there - load<f32>(has)));
    }
  }
  for (let p = 0; p < openPlanes * OPEN_PLANE; p += OPEN_PLANE) {
    for (let n = 0; n < count << 2; n += 16) {
      const has = v128.load(own + p + n);
      v128.store(mixed + p + n, f32x4.add(has, f32x4.mul(v128.load(shares + n), f32x4.sub(v128.load(carried + p + n), has))));
    }
  }
  memory.fill(mixed + openPlanes * OPEN_PLANE, 1, (count + 7) >> 3);
  closeTile(mixed, out, 1, false);
  for (let n = 0; n < count; n++) {
    const hair = changetype<Hair>(hairs + n * HAIR_BYTES);
    const stance = changetype<Stance>(place + HEAD + n * STANCE_BYTES);
    const share = load<f32>(shares + (n << 2));
    const has = share * load<f32>(carried + alphaAt + (n << 2));
    // With a quarter or more of its own paint a hair covers.
    stance.s *= has + (1 - has) * min<f32>(1, 4 * (1 - share));
    const alpha = <f32>load<u16>(out + 3 * PLANE + (n << 1));
    if (alpha < 1) continue;
    hair.red = <f32>load<u16>(out + (n << 1)) / alpha;
    hair.green = <f32>load<u16>(out + PLANE + (n << 1)) / alpha;
    hair.blue = <f32>load<u16>(out + 2 * PLANE + (n << 1)) / alpha;
  }
}
