import { cosDegrees, sinDegrees } from "../../numeric/trig";
import type { Shape } from "../shape/shape";

/**
 * How far, 0…1, the rim of a tip is an outline, which marks do not fill by lying on one another: all of it where it is hard,
 * less the more px it fades over. A picture has no rim of its own.
 * @param size px @param hardness 0…1
 */
export function rimOf(shape: Shape, size: number, roundness: number, hardness: number): number {
  if (shape.kind === "image") return 0;
  // Specks that are smaller than a px have no outline: more of them meet in one, and sweep it together.
  if (shape.kind === "speckle") return 1 / (1 + 60 / (size * size));
  // As the edge of a pixel is shared out in `maskEllipse`. Both were fitted so that a line is as wide for its size at 4 px as
  // at 256, whatever its hardness.
  const fade = (1 - hardness) * (size / 2) * roundness;
  const rim = 1 / (1 + fade * fade);
  return rim < 0.02 ? 0 : rim;
}

/**
 * What is left of the paint of an ellipse that is thinner than a px across its way, for it is drawn a px wide.
 * @param degrees between its long side and the way it goes
 */
export function thinness(size: number, roundness: number, degrees: number): number {
  if (size * roundness >= 1) return 1;
  const c = cosDegrees(degrees) * roundness;
  const s = sinDegrees(degrees);
  return Math.min(1, size * Math.sqrt(c * c + s * s));
}
