import { power } from "../numeric/power";
import { atan2Degrees, cosDegrees, sinDegrees } from "../numeric/trig";
import { fromLinear, type Rgb, toLinear } from "./srgb";

/** Lightness 0…1, chroma 0…about 0.4, hue in degrees. */
export interface Oklch {
  readonly l: number;
  readonly c: number;
  readonly h: number;
}

// Matrices of CSS Color Module Level 4, "Sample code for Color Conversions", sRGB and XYZ steps multiplied out
// (as B. Ottosson, "A perceptual color space for image processing", 2020).
/** An sRGB colour in OKLCh. */
export function rgbToOklch([red, green, blue]: Rgb): Oklch {
  const r = toLinear(red);
  const g = toLinear(green);
  const b = toLinear(blue);
  const l = cubeRoot(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = cubeRoot(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = cubeRoot(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  const lightness = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  const a = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  const bb = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
  return { l: lightness, c: Math.sqrt(a * a + bb * bb), h: atan2Degrees(bb, a) };
}

/** A linear-light sRGB colour from OKLCh; outside the gamut channels leave 0…1. */
export function oklchToLinear({ l: lightness, c, h }: Oklch): Rgb {
  const a = c * cosDegrees(h);
  const b = c * sinDegrees(h);
  const l = cube(lightness + 0.3963377774 * a + 0.2158037573 * b);
  const m = cube(lightness - 0.1055613458 * a - 0.0638541728 * b);
  const s = cube(lightness - 0.0894841775 * a - 1.291485548 * b);
  return [4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s, -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s, -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s];
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

function cubeRoot(x: number): number {
  return x < 0 ? -power(-x, 1 / 3) : power(x, 1 / 3);
}

function cube(x: number): number {
  return x * x * x;
}
