import { power } from "../numeric/power";
import type { Rgb } from "./srgb";

/** Lightness 0…1, and two axes of about −0.4…0.4: red against green, yellow against blue. */
export type Oklab = readonly [number, number, number];

// Matrices of CSS Color Module Level 4, "Sample code for Color Conversions", sRGB and XYZ steps multiplied out
// (as B. Ottosson, "A perceptual color space for image processing", 2020).
/** Turns three numbers of linear-light sRGB into OKLab, in place: a million marks' colours leave nothing to be collected. */
export function intoOklab(colour: Float64Array): void {
  const r = colour[0];
  const g = colour[1];
  const b = colour[2];
  const l = cubeRoot(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = cubeRoot(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = cubeRoot(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  colour[0] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  colour[1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  colour[2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
}

/** The inverse of `intoOklab`; outside the gamut channels leave 0…1. */
export function outOfOklab(colour: Float64Array): void {
  const lightness = colour[0];
  const a = colour[1];
  const b = colour[2];
  const l = cube(lightness + 0.3963377774 * a + 0.2158037573 * b);
  const m = cube(lightness - 0.1055613458 * a - 0.0638541728 * b);
  const s = cube(lightness - 0.0894841775 * a - 1.291485548 * b);
  colour[0] = 4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s;
  colour[1] = -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s;
  colour[2] = -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s;
}

/** A linear-light sRGB colour in OKLab. */
export function linearToOklab(linear: Rgb): Oklab {
  const colour = Float64Array.from(linear);
  intoOklab(colour);
  return [colour[0], colour[1], colour[2]];
}

/** The inverse of `linearToOklab`; outside the gamut channels leave 0…1. */
export function oklabToLinear(lab: Oklab): Rgb {
  const colour = Float64Array.from(lab);
  outOfOklab(colour);
  return [colour[0], colour[1], colour[2]];
}

function cubeRoot(x: number): number {
  return x < 0 ? -power(-x, 1 / 3) : power(x, 1 / 3);
}

function cube(x: number): number {
  return x * x * x;
}
