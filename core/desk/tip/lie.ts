import type { Plane } from "../plane";
import { NEARLY_NOTHING } from "./edges";
import { contentBox, cutTo, weightCentre } from "./place";
import type { TipSheet } from "./sheet";
import { type Affine, aboutMiddle, all, composed, moved } from "./transform";

/** How a tip is moved over its sheet: px right and down, degrees counter-clockwise, times as wide and high, degrees of lean. */
export interface Move {
  readonly dx: number;
  readonly dy: number;
  readonly turn: number;
  readonly across: number;
  readonly down: number;
  readonly skew: number;
}

/** The tip scaled, leaned, turned about the sheet's middle, then moved. */
export function movedTip(sheet: TipSheet, { dx, dy, turn, across, down, skew }: Move): TipSheet {
  const { width, height } = sheet.strength;
  const leaned: Affine = [1, 0, -Math.tan((skew * Math.PI) / 180), 1, 0, 0];
  const [a, b, c, d, e, f] = aboutMiddle(
    composed(composed([across, 0, 0, down, 0, 0], leaned), turning(turn)),
    width,
    height,
  );
  return all(sheet, (plane) => moved(plane, [a, b, c, d, e + dx, f + dy]));
}

/** The tip mirrored about the sheet's middle. */
export function flipped(sheet: TipSheet, axis: "left-right" | "top-bottom"): TipSheet {
  const { width, height } = sheet.strength;
  const mirror: Affine = axis === "left-right" ? [-1, 0, 0, 1, 0, 0] : [1, 0, 0, -1, 0, 0];
  return all(sheet, (plane) => moved(plane, aboutMiddle(mirror, width, height)));
}

/** The tip turned so that its longest extent lies level. */
export function levelledOut(sheet: TipSheet): TipSheet {
  const { width, height } = sheet.strength;
  return all(sheet, (plane) => moved(plane, aboutMiddle(turning(-longAxis(sheet.strength)), width, height)));
}

/** The sheet cut to what is on it, and a margin around. @param margin a share of the longer side */
export function cropped(sheet: TipSheet, margin: number): TipSheet {
  const box = contentBox(sheet.strength);
  if (!box) return sheet;
  const more = Math.ceil(margin * Math.max(box.right - box.left, box.bottom - box.top));
  return all(sheet, (plane) =>
    cutTo(plane, {
      left: box.left - more,
      top: box.top - more,
      right: box.right + more,
      bottom: box.bottom + more,
    }),
  );
}

/** @param degrees counter-clockwise as seen, while y grows downward */
function turning(degrees: number): Affine {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return [c, -s, s, c, 0, 0];
}

/** The tip moved by whole px so that its box, or its weight, is in the middle. */
export function centred(sheet: TipSheet, by: "box" | "weight"): TipSheet {
  const { width, height } = sheet.strength;
  const box = contentBox(sheet.strength);
  const centre =
    by === "weight" ? weightCentre(sheet.strength) : box && [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  if (!centre) return sheet;
  // Whole px: nothing is blurred by being moved.
  const [dx, dy] = [Math.round(width / 2 - centre[0]), Math.round(height / 2 - centre[1])];
  return all(sheet, (plane) => cutTo(plane, { left: -dx, top: -dy, right: width - dx, bottom: height - dy }));
}

/** The direction in which the tip's weight reaches farthest, degrees counter-clockwise: the main axis of its second moments. */
export function longAxis(strength: Plane): number {
  const centre = weightCentre(strength);
  if (!centre) return 0;
  const { width, height, data } = strength;
  let [xx, xy, yy] = [0, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const v = data[y * width + x];
      if (v <= NEARLY_NOTHING) continue;
      const [u, w] = [x + 0.5 - centre[0], centre[1] - y - 0.5];
      xx += v * u * u;
      xy += v * u * w;
      yy += v * w * w;
    }
  }
  return (Math.atan2(2 * xy, xx - yy) * 90) / Math.PI;
}
