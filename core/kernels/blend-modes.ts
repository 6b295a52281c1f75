/**
 * How a source joins its backdrop: the blend modes of W3C Compositing and Blending Level 1 by their names there, and
 * plus-lighter of Level 2. A mode's place in the list is its number in the kernels.
 */
export const blendNames = [
  "source-over",
  "multiply",
  "screen",
  "overlay",
  "darken",
  "lighten",
  "color-dodge",
  "color-burn",
  "hard-light",
  "soft-light",
  "difference",
  "exclusion",
  "hue",
  "saturation",
  "color",
  "luminosity",
  "plus-lighter",
] as const;

export type Blend = (typeof blendNames)[number];

/** The kernels' number of a blend mode. */
export function blendNumber(blend: Blend): number {
  return blendNames.indexOf(blend);
}
