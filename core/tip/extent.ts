import { cosDegrees, sinDegrees } from "../numeric/trig";

/** How long an elliptic mark is, in px, along a direction that lies `degrees` from its long side. */
export function extentAlong(size: number, roundness: number, degrees: number): number {
  if (roundness === 1) return size;
  const c = cosDegrees(degrees);
  const s = sinDegrees(degrees) * roundness;
  return size * Math.sqrt(c * c + s * s);
}
