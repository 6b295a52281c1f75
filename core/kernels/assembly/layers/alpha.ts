import { read, write } from "./blend";
import { PLANE } from "../q15";

/** Gives a changed tile the alpha it had before, and leaves its colours. Where nothing is left of a pixel, it is as it was. */
export function keepAlpha(tile: usize, before: usize): void {
  const none = f32x4.splat(0);
  for (let i = 0; i < PLANE; i += 8) {
    const had = read(before + i + 3 * PLANE);
    const has = read(tile + i + 3 * PLANE);
    const present = f32x4.gt(has, none);
    const scale = f32x4.div(had, has);
    for (let plane = 0; plane < 3 * PLANE; plane += PLANE) {
      const at = tile + i + plane;
      write(at, v128.bitselect(f32x4.mul(read(at), scale), read(before + i + plane), present));
    }
    v128.store64_lane(tile + i + 3 * PLANE, v128.load64_zero(before + i + 3 * PLANE), 0);
  }
}

/** Makes what a tile has opaque, colours as they are: what is then laid over it and given its alpha back lies atop it. */
export function solid(tile: usize): void {
  const none = f32x4.splat(0);
  for (let i = 0; i < PLANE; i += 8) {
    const a = read(tile + i + 3 * PLANE);
    const present = f32x4.gt(a, none);
    for (let plane = 0; plane < 3 * PLANE; plane += PLANE) {
      const at = tile + i + plane;
      write(at, v128.and(f32x4.div(read(at), a), present));
    }
    write(tile + i + 3 * PLANE, v128.and(f32x4.splat(1), present));
  }
}
