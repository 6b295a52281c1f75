import { Mark } from "../mark";
import { columns } from "./mix";
import { PLANE } from "../q15";

// What goes along with a dragged tip, and the heights it passes over. Heights are one-plane tiles of Q15 numbers; what goes along is
// a square of f32 heights that moves with the tip. Whatever leaves one place arrives at another.

// Returns the address of a tile of heights that is missing from the table, as the layer has it.
@external("tiles", "make")
declare function makeHeights(index: i32): usize;

let heights: usize = 0;
/** Tiles of what has dried, whose last plane is how high that stands; 0 for none. */
let dried: usize = 0;
/** What goes along with the tip, f32 heights. */
export let square: usize = 0;
export let flux: usize = 0;
/** Where what is too much may go, f32: 1 … 0. */
export let gate: usize = 0;
export let side: i32 = 0;
export let left: i32 = 0;
export let top: i32 = 0;

/** Where a tip is weaker than this is its edge. */
export const FIRM: f32 = 0.25;
export const LEAST: f32 = 1e-5;
/** What runs about is read in groups: so many px beside it must be there. */
export const GROUP: i32 = 4;

/**
 * Says where the next calls find the heights, and the square that goes along: its side, and where on the surface its first px is now.
 * @param table of the stroke's tiles of heights @param driedTable of the layer's tiles that have dried, 0 for none @param going @param room @param gates `side`² f32 numbers each
 */
export function setShoved(table: usize, driedTable: usize, going: usize, room: usize, gates: usize, sideOf: i32, leftOf: i32, topOf: i32): void {
  heights = table;
  dried = driedTable;
  square = going;
  flux = room;
  gate = gates;
  side = sideOf;
  left = leftOf;
  top = topOf;
}

@inline
export function heightAt(x: i32, y: i32): usize {
  const index = (y >> 6) * columns + (x >> 6);
  let tile = <usize>load<u32>(heights + (index << 2));
  if (tile == 0) tile = makeHeights(index);
  return tile + ((((y & 63) << 6) | (x & 63)) << 1);
}

/** How high the paint stands at a place that has dried: no tip gets below. */
@inline
export function firmAt(x: i32, y: i32): f32 {
  if (dried == 0) return 0;
  const tile = <usize>load<u32>(dried + (((y >> 6) * columns + (x >> 6)) << 2));
  return tile ? stood(tile + 4 * PLANE + ((((y & 63) << 6) | (x & 63)) << 1)) : 0;
}

@inline
export function goingAt(x: i32, y: i32): usize {
  return square + (((y - top) * side + x - left) << 2);
}

/** How strong a mark is at a px, whatever its flow. */
@inline
export function maskAt(mark: Mark, x: i32, y: i32): f32 {
  const line = y - mark.y;
  if (line < 0 || line >= mark.height) return 0;
  const span = mark.spans + (line << 3);
  const at = x - mark.x;
  if (at < <i32>load<i16>(span) || at >= <i32>load<i16>(span, 2)) return 0;
  return <f32>load<u16>(mark.mask + ((line * mark.stride + at) << 1)) * <f32>(1.0 / 32767.0);
}

@inline
export function stood(at: usize): f32 {
  return <f32>load<u16>(at) * <f32>(1.0 / 32767.0);
}

@inline
export function stand(at: usize, height: f32): void {
  store<u16>(at, <u16>(min<f32>(1, max<f32>(0, height)) * 32767 + <f32>0.5));
}
