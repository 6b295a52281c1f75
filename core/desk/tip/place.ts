import { type Plane, planeOf } from "../plane";
import { NEARLY_NOTHING } from "./edges";

/** A rectangle of whole px; `right` and `bottom` are one past the last. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Where a tip has more than nearly nothing; undefined for an empty one. */
export function contentBox({ width, height, data }: Plane): Box | undefined {
  let [left, top, right, bottom] = [width, height, 0, 0];
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let [first, end] = [0, width];
    while (first < width && data[row + first] <= NEARLY_NOTHING) first++;
    if (first === width) continue;
    while (data[row + end - 1] <= NEARLY_NOTHING) end--;
    left = Math.min(left, first);
    right = Math.max(right, end);
    top = Math.min(top, y);
    bottom = y + 1;
  }
  return left < right ? { left, top, right, bottom } : undefined;
}

/** The centre of a tip's weight, px from the sheet's corner; undefined for an empty one. */
export function weightCentre({ width, height, data }: Plane): readonly [number, number] | undefined {
  let [sum, sx, sy] = [0, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const v = data[y * width + x];
      sum += v;
      sx += v * (x + 0.5);
      sy += v * (y + 0.5);
    }
  }
  return sum > 0 ? [sx / sum, sy / sum] : undefined;
}

/** A part of a plane; what lies beyond its border is `outside`. */
export function cutTo({ width, height, data }: Plane, { left, top, right, bottom }: Box, outside = 0): Plane {
  return planeOf(right - left, bottom - top, (x, y) => {
    const [u, v] = [x + left, y + top];
    return u >= 0 && v >= 0 && u < width && v < height ? data[v * width + u] : outside;
  });
}
