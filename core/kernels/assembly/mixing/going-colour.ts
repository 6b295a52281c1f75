import { carriedAt } from "./drag";
import { FIRM, maskAt } from "./going";
import { Mark } from "../mark";
import { columns, openAt } from "./mix";
import { OPEN_PLANE, openPlanes, touch } from "./space";

// The colour of the paint that a dragged tip moves by its height.

/** The colour that goes over the edge: of the planes of an open tile, opaque; and whether there is one. */
const tone = memory.data(8 * 4);
let isToned: bool = false;

/** Paint of this height covers. */
const COVERS: f32 = 0.04;

/** Covers a place of an open tile where so much was left beside the tip. */
export function coverLeft(tile: usize, offset: usize, much: f32): void {
  if (!isToned) return;
  const covers = min<f32>(1, much / COVERS);
  for (let p = 0; p < openPlanes; p++) {
    const plane = tile + offset + p * OPEN_PLANE;
    const had = load<f32>(plane);
    store<f32>(plane, had + covers * (load<f32>(tone + (p << 2)) - had));
  }
  touch(tile, offset);
}

/** Covers what is bare where paint was laid: with what is carried there, and where that is thin with the tip's mean. */
export function coverBare(x: i32, y: i32, much: f32): void {
  if (!isToned) return;
  const index = (y >> 6) * columns + (x >> 6);
  const place = openAt(index) + ((((y & 63) << 6) | (x & 63)) << 2);
  const bare: f32 = 1 - load<f32>(place + (openPlanes - 1) * OPEN_PLANE);
  if (bare <= 0) return;
  const covers = bare * min<f32>(1, much / COVERS);
  const thin: f32 = 1 - carriedAt(x, y, openPlanes - 1);
  for (let p = 0; p < openPlanes; p++) {
    const plane = place + p * OPEN_PLANE;
    store<f32>(plane, load<f32>(plane) + covers * (carriedAt(x, y, p) + thin * load<f32>(tone + (p << 2))));
  }
}

/** The mean colour of what the tip carries where it is strong, made opaque. */
export function toneOf(mark: Mark, firstX: i32, firstY: i32, lastX: i32, lastY: i32): void {
  memory.fill(tone, 0, 8 * 4);
  const step = max(1, (lastX - firstX) >> 4);
  for (let y = firstY; y < lastY; y += step)
    for (let x = firstX; x < lastX; x += step) {
      if (maskAt(mark, x, y) < FIRM) continue;
      for (let p = 0; p < openPlanes; p++) store<f32>(tone + (p << 2), load<f32>(tone + (p << 2)) + carriedAt(x, y, p));
    }
  const alpha = load<f32>(tone + ((openPlanes - 1) << 2));
  isToned = alpha > 0;
  if (!isToned) return;
  for (let p = 0; p < openPlanes; p++) store<f32>(tone + (p << 2), load<f32>(tone + (p << 2)) / alpha);
}
