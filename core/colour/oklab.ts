import { power } from "../numeric/power";
import type { Rgb } from "./srgb";

/** Lightness 0…1, and two axes of about −0.4…0.4: red against green, yellow against blue. */
export type Oklab = readonly [number, number, number];

// Matrices of CSS Color Module Level 4, "Sample code for Color Conversions", sRGB and XYZ steps multiplied out exactly and then
// rounded (B. Ottosson, "A perceptual color space for image processing", 2020, has them with ten digits): rows sum to 1, so that
// greys have no colour.
/** Turns three numbers of linear-light sRGB into OKLab, in place: a million marks' colours leave nothing to be collected. */
export function intoOklab(colour: Float64Array): void {
  const r = colour[0];
  const g = colour[1];
  const b = colour[2];
  const l = cubeRoot(0.412221469470763 * r + 0.5363325372617348 * g + 0.0514459932675022 * b);
  const m = cubeRoot(0.2119034958178252 * r + 0.6806995506452344 * g + 0.1073969535369406 * b);
  const s = cubeRoot(0.0883024591900564 * r + 0.2817188391361215 * g + 0.6299787016738221 * b);
  colour[0] = 0.210454268309314 * l + 0.7936177747023054 * m - 0.0040720430116193 * s;
  colour[1] = 1.9779985324311684 * l - 2.4285922420485799 * m + 0.450593709617411 * s;
  colour[2] = 0.0259040424655478 * l + 0.7827717124575296 * m - 0.8086757549230774 * s;
}

/** The inverse of `intoOklab`; outside the gamut channels leave 0…1. */
export function outOfOklab(colour: Float64Array): void {
  const lightness = colour[0];
  const a = colour[1];
  const b = colour[2];
  const l = cube(lightness + 0.3963377773761749 * a + 0.2158037573099136 * b);
  const m = cube(lightness - 0.1055613458156586 * a - 0.0638541728258133 * b);
  const s = cube(lightness - 0.0894841775298119 * a - 1.2914855480194092 * b);
  colour[0] = 4.0767416360759583 * l - 3.3077115392580625 * m + 0.2309699031821045 * s;
  colour[1] = -1.2684379732850319 * l + 2.6097573492876891 * m - 0.3413193760026573 * s;
  colour[2] = -0.0041960761386755 * l - 0.7034186179359363 * m + 1.7076146940746117 * s;
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
