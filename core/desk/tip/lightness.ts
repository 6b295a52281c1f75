import type { Plane } from "../plane";
import { depthWithin } from "./distance";
import { NEARLY_NOTHING } from "./edges";
import { MIDDLE } from "./sheet";

/**
 * A map that grows lighter from the edge to the middle of the tip: paint pools at the edge, and light catches the middle.
 * @param strength 0…1: how far from the middle grey it goes; negative for light edges
 */
export function mapFromDepth({ width, height, data }: Plane, amount: number): Plane {
  const depth = depthWithin(width, height, (i) => data[i] > NEARLY_NOTHING);
  let deepest = 0;
  for (const d of depth.data) deepest = Math.max(deepest, d);
  const scale = deepest > 0 ? 1 / deepest : 0;
  return {
    width,
    height,
    data: depth.data.map((d) => (d === 0 ? MIDDLE : Math.min(1, Math.max(0, MIDDLE + amount * (d * scale - MIDDLE))))),
  };
}

/** A map of a picture's own greys: their mean, weighed by strength, becomes the middle. @param grey how light the picture is */
export function mapFromGreys(grey: Plane, strength: Plane): Plane {
  let [sum, weight] = [0, 0];
  grey.data.forEach((v, i) => {
    sum += v * strength.data[i];
    weight += strength.data[i];
  });
  const mean = weight > 0 ? sum / weight : MIDDLE;
  return {
    ...grey,
    data: grey.data.map((v, i) =>
      strength.data[i] > NEARLY_NOTHING ? Math.min(1, Math.max(0, v - mean + MIDDLE)) : MIDDLE,
    ),
  };
}
