import { cosDegrees, sinDegrees } from "../../numeric/trig";
import type { Shape } from "./shape";

/**
 * How long a mark is, in px, along a direction that lies `degrees` from its long side: the distance by which it must be
 * moved that way to just touch where it was. A rectangle and a rake are boxes, everything else counts as an ellipse.
 */
export function extentAlong(shape: Shape, size: number, roundness: number, degrees: number): number {
  const stand = Float64Array.of(size, roundness, degrees);
  toExtent(shape, stand);
  return stand[0];
}

/** As `extentAlong`, of size, roundness and degrees in one row, where the answer replaces the size: nothing is left to be collected. */
export function toExtent(shape: Shape, stand: Float64Array): void {
  const roundness = stand[1];
  const box = shape.kind === "rectangle" || shape.kind === "rake";
  if (roundness === 1 && !box) return;
  const c = Math.abs(cosDegrees(stand[2]));
  const s = Math.abs(sinDegrees(stand[2]));
  const short = shape.kind === "rake" ? (roundness * (1 - shape.gap)) / shape.lines : roundness;
  if (box) stand[0] /= Math.max(c, s / Math.max(short, 1e-3));
  else stand[0] /= Math.sqrt(c * c + (s * s) / (roundness * roundness));
}
