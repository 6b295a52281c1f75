import { PLANE, TILE, times } from "../q15";

// Paint that has dried lies below what was painted since. A tile of dried paint is five planes: a layer's tile as it dried, and its
// heights.

const HEIGHTS: usize = 4 * PLANE;

/** Where paint has come to a place since it dried: its colour or its height is another one. Eight px. */
@inline
function wetAt(tile: usize, heights: usize, dried: usize, i: i32): v128 {
  let changed = v128.xor(v128.load(tile + i), v128.load(dried + i));
  for (let p = PLANE; p < 4 * PLANE; p += PLANE) changed = v128.or(changed, v128.xor(v128.load(tile + p + i), v128.load(dried + p + i)));
  const wet = i16x8.ne(changed, i16x8.splat(0));
  return heights ? v128.or(wet, i16x8.gt_s(v128.load(heights + i), v128.load(dried + HEIGHTS + i))) : wet;
}

/** Writes of a layer's tile what is wet, and nothing where it has dried. @param heights of the layer, 0 for none */
export function wetOf(tile: usize, heights: usize, dried: usize, out: usize): void {
  for (let i = 0; i < PLANE; i += 16) {
    const wet = wetAt(tile, heights, dried, i);
    for (let p = 0; p < 4 * PLANE; p += PLANE) v128.store(out + p + i, v128.and(wet, v128.load(tile + p + i)));
  }
}

/** Lays what is wet over what has dried, into a layer's tile, where it is not as it was. @param before @param now what was wet, and what is */
export function wetOver(before: usize, now: usize, dried: usize, tile: usize): void {
  const one = i16x8.splat(32767);
  for (let i = 0; i < PLANE; i += 16) {
    let changed = v128.xor(v128.load(before + i), v128.load(now + i));
    for (let p = PLANE; p < 4 * PLANE; p += PLANE) changed = v128.or(changed, v128.xor(v128.load(before + p + i), v128.load(now + p + i)));
    const other = i16x8.ne(changed, i16x8.splat(0));
    if (!v128.any_true(other)) continue;
    const clear = i16x8.sub(one, v128.load(now + 3 * PLANE + i));
    for (let p = 0; p < 4 * PLANE; p += PLANE) {
      const both = i16x8.add(v128.load(now + p + i), times(clear, v128.load(dried + p + i)));
      v128.store(tile + p + i, v128.bitselect(both, v128.load(tile + p + i), other));
    }
  }
}
