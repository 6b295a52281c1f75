import { blend } from "./blend";
import { PLANE, times } from "../q15";

/**
 * As `blend`, where an opaque sheet of one colour lies below the layer: the mode meets it where the layer is clear, and the
 * layer comes out so that over the sheet it looks as it should. @param room one plane
 */
export function blendOnSheet(layer: usize, source: usize, mode: i32, red: i32, green: i32, blue: i32, room: usize): void {
  const one = i16x8.splat(32767);
  for (let i = 0; i < PLANE; i += 16) {
    const a = v128.load(layer + i + 3 * PLANE);
    const clear = i16x8.sub(one, a);
    v128.store(room + i, a);
    addSheet(layer + i, clear, red);
    addSheet(layer + i + PLANE, clear, green);
    addSheet(layer + i + 2 * PLANE, clear, blue);
    v128.store(layer + i + 3 * PLANE, one);
  }
  blend(layer, source, mode);
  for (let i = 0; i < PLANE; i += 16) {
    const had = v128.load(room + i);
    const a = v128.load(source + i + 3 * PLANE);
    const has = i16x8.add_sat_s(i16x8.sub(had, times(had, a)), a);
    const clear = i16x8.sub(one, has);
    takeSheet(layer + i, clear, red);
    takeSheet(layer + i + PLANE, clear, green);
    takeSheet(layer + i + 2 * PLANE, clear, blue);
    v128.store(layer + i + 3 * PLANE, has);
  }
}

@inline
function addSheet(at: usize, clear: v128, colour: i32): void {
  v128.store(at, i16x8.add_sat_s(v128.load(at), times(clear, i16x8.splat(<i16>colour))));
}

@inline
function takeSheet(at: usize, clear: v128, colour: i32): void {
  v128.store(at, i16x8.max_s(i16x8.sub(v128.load(at), times(clear, i16x8.splat(<i16>colour))), i16x8.splat(0)));
}
