import { atan2Degrees, cosDegrees, sinDegrees } from "../numeric/trig";
import { linearToOklab, oklabToLinear } from "./oklab";
import { fromLinear, type Rgb, toLinear } from "./srgb";

/** Lightness 0…1, chroma 0…about 0.4, hue in degrees. */
export interface Oklch {
  readonly l: number;
  readonly c: number;
  readonly h: number;
}

/** An sRGB colour in OKLCh. */
export function rgbToOklch([red, green, blue]: Rgb): Oklch {
  const [l, a, b] = linearToOklab([toLinear(red), toLinear(green), toLinear(blue)]);
  return { l, c: Math.sqrt(a * a + b * b), h: atan2Degrees(b, a) };
}

/** A linear-light sRGB colour from OKLCh; outside the gamut channels leave 0…1. */
export function oklchToLinear({ l, c, h }: Oklch): Rgb {
  return oklabToLinear([l, c * cosDegrees(h), c * sinDegrees(h)]);
}

const SLACK = 1e-4;

function inGamut([r, g, b]: Rgb): boolean {
  return Math.min(r, g, b) >= -SLACK && Math.max(r, g, b) <= 1 + SLACK;
}

/** The sRGB colour of the same lightness and hue with the most of its chroma that fits: hue never turns. */
export function oklchToRgb(colour: Oklch): Rgb {
  const l = Math.min(1, Math.max(0, colour.l));
  let linear = oklchToLinear({ ...colour, l });
  if (!inGamut(linear)) linear = oklchToLinear({ l, c: mostChroma(l, colour.h, colour.c), h: colour.h });
  return [encode(linear[0]), encode(linear[1]), encode(linear[2])];
}

function encode(c: number): number {
  return fromLinear(c < 0 ? 0 : c > 1 ? 1 : c);
}

/** The greatest chroma up to `limit` that sRGB holds at this lightness and hue. */
export function mostChroma(l: number, h: number, limit = 0.4): number {
  if (inGamut(oklchToLinear({ l, c: limit, h }))) return limit;
  let low = 0;
  let high = limit;
  for (let i = 0; i < 16; i++) {
    const middle = (low + high) / 2;
    if (inGamut(oklchToLinear({ l, c: middle, h }))) low = middle;
    else high = middle;
  }
  return low;
}

/**
 * Shifts a colour: hue in degrees; saturation −1 (grey) … 1 (as pure as sRGB allows at this lightness); lightness added.
 */
export function shiftColour(colour: Oklch, hue: number, saturation: number, lightness: number): Oklch {
  const l = Math.min(1, Math.max(0, colour.l + lightness));
  const h = colour.h + hue;
  const c = saturation <= 0 ? colour.c * (1 + saturation) : colour.c + saturation * Math.max(0, mostChroma(l, h) - colour.c);
  return { l, c, h };
}
