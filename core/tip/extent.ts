import { cosDegrees, sinDegrees } from "../numeric/trig";
import type { Shape } from "./shape";

/**
 * How long a mark is, in px, along a direction that lies `degrees` from its long side: the distance by which it must be
 * moved that way to just touch where it was. A rectangle and a rake are boxes, everything else counts as an ellipse.
 */
export function extentAlong(shape: Shape, size: number, roundness: number, degrees: number): number {
  const box = shape.kind === "rectangle" || shape.kind === "rake";
  if (roundness === 1 && !box) return size;
  const c = Math.abs(cosDegrees(degrees));
  const s = Math.abs(sinDegrees(degrees));
  const short = shape.kind === "rake" ? (roundness * (1 - shape.gap)) / shape.lines : roundness;
  if (box) return size / Math.max(c, s / Math.max(short, 1e-3));
  return size / Math.sqrt(c * c + (s * s) / (roundness * roundness));
}
