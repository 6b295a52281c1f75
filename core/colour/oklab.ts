import { power } from "../numeric/power";
import type { Rgb } from "./srgb";

/** Lightness 0…1, and two axes of about −0.4…0.4: red against green, yellow against blue. */
export type Oklab = readonly [number, number, number];

// Matrices of CSS Color Module Level 4, "Sample code for Color Conversions", sRGB and XYZ steps multiplied out
// (as B. Ottosson, "A perceptual color space for image processing", 2020).
/** A linear-light sRGB colour in OKLab. */
export function linearToOklab([r, g, b]: Rgb): Oklab {
  const l = cubeRoot(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = cubeRoot(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = cubeRoot(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s, 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s, 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s];
}

/** The inverse of `linearToOklab`; outside the gamut channels leave 0…1. */
export function oklabToLinear([lightness, a, b]: Oklab): Rgb {
  const l = cube(lightness + 0.3963377774 * a + 0.2158037573 * b);
  const m = cube(lightness - 0.1055613458 * a - 0.0638541728 * b);
  const s = cube(lightness - 0.0894841775 * a - 1.291485548 * b);
  return [4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s, -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s, -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s];
}

function cubeRoot(x: number): number {
  return x < 0 ? -power(-x, 1 / 3) : power(x, 1 / 3);
}

function cube(x: number): number {
  return x * x * x;
}
