import type { Rgb } from "./srgb";
import { toLinear } from "./srgb";

/** CIELAB with the white of D65: lightness 0…100, and two axes of about −128…127. */
export type Lab = readonly [number, number, number];

const WHITE = [0.95047, 1, 1.08883] as const;
const EPSILON = 216 / 24389;
const KAPPA = 24389 / 27;

/** An sRGB colour, 0…1, in CIELAB: IEC 61966-2-1 for the primaries, CIE 15 for the formulas (both as CSS Color 4 prints them). */
export function rgbToLab(colour: Rgb): Lab {
  const [r, g, b] = [toLinear(colour[0]), toLinear(colour[1]), toLinear(colour[2])];
  const x = bent((0.4123907992659595 * r + 0.357584339383878 * g + 0.1804807884018343 * b) / WHITE[0]);
  const y = bent((0.21263900587151027 * r + 0.715168678767756 * g + 0.07219231536073371 * b) / WHITE[1]);
  const z = bent((0.01933081871559182 * r + 0.11919477979462598 * g + 0.9505321522496607 * b) / WHITE[2]);
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

function bent(t: number): number {
  return t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116;
}
