import { PLANE } from "../q15";

// What a dragged tip has scraped off, and what finds no room where it is lifted: that runs back. Heights are one-plane tiles of Q15 numbers.

/** How much was scraped off a tile of heights, in full heights of a px. @param before as it was, 0 for none */
export function scrapedOff(before: usize, now: usize): f64 {
  if (!before) return 0;
  let sum: i64 = 0;
  for (let i = 0; i < PLANE; i += 2) sum += max(0, <i32>load<u16>(before + i) - <i32>load<u16>(now + i));
  return <f64>sum / 32767;
}

/** Lets a part of what was scraped off a tile run back, 0…1. */
export function runBack(before: usize, now: usize, part: f32): void {
  if (!before) return;
  for (let i = 0; i < PLANE; i += 2) {
    const lacks = <i32>load<u16>(before + i) - <i32>load<u16>(now + i);
    if (lacks > 0) store<u16>(now + i, load<u16>(now + i) + <u16>(<f32>lacks * part + <f32>0.5));
  }
}
