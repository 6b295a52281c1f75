/**
 * How a source joins its backdrop: the blend modes of W3C Compositing and Blending Level 1 by their names there, and
 * plus-lighter of Level 2, each with the `composite-op` of the OpenRaster specification, where it has one. A mode's
 * place among the rows is its number in the kernels.
 */
const modes = {
  "source-over": "svg:src-over",
  multiply: "svg:multiply",
  screen: "svg:screen",
  overlay: "svg:overlay",
  darken: "svg:darken",
  lighten: "svg:lighten",
  "color-dodge": "svg:color-dodge",
  "color-burn": "svg:color-burn",
  "hard-light": "svg:hard-light",
  "soft-light": "svg:soft-light",
  difference: "svg:difference",
  exclusion: undefined,
  hue: "svg:hue",
  saturation: "svg:saturation",
  color: "svg:color",
  luminosity: "svg:luminosity",
  "plus-lighter": "svg:plus",
} as const;

export type Blend = keyof typeof modes;

export const blendNames = Object.keys(modes) as readonly Blend[];

/** The kernels' number of a blend mode. */
export function blendNumber(blend: Blend): number {
  return blendNames.indexOf(blend);
}

/** What OpenRaster calls a blend mode; undefined where it has no name for it. */
export function compositeOp(blend: Blend): string | undefined {
  return modes[blend];
}

/** The blend modes that OpenRaster has no name for. */
export const unwritten: readonly Blend[] = blendNames.filter((blend) => !compositeOp(blend));

/** The blend mode of this name in OpenRaster. */
export function blendOfOp(op: string): Blend | undefined {
  return blendNames.find((blend) => modes[blend] === op);
}
