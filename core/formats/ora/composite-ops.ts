import type { Blend } from "../../kernels/blend-modes";

/** The composite-op names of the OpenRaster specification, and what they are here. */
export const compositeOps: Readonly<Record<string, Blend>> = {
  "svg:src-over": "source-over",
  "svg:multiply": "multiply",
  "svg:screen": "screen",
  "svg:overlay": "overlay",
  "svg:darken": "darken",
  "svg:lighten": "lighten",
  "svg:color-dodge": "color-dodge",
  "svg:color-burn": "color-burn",
  "svg:hard-light": "hard-light",
  "svg:soft-light": "soft-light",
  "svg:difference": "difference",
  "svg:hue": "hue",
  "svg:saturation": "saturation",
  "svg:color": "color",
  "svg:luminosity": "luminosity",
  "svg:plus": "plus-lighter",
};
