import type { Grain } from "../ground/grain";
import type { Brush } from "./schema";

/** The brush with another grain at another scale; one that meets no ground stays as it is. */
export function withGrain(brush: Brush, grain: Grain, grainScale: number): Brush {
  return brush.ground ? { ...brush, ground: { ...brush.ground, grain, grainScale } } : brush;
}
