import { atan2Degrees, cosDegrees, sinDegrees } from "../numeric/trig";
import { intoOklab, outOfOklab } from "./oklab";
import { decode, encode, type Rgb } from "./srgb";

// Colours are three numbers that are worked on in place: each mark of a stroke may have its own, and a million of them
// leave nothing to be collected.

/** Lightness 0…1, chroma 0…about 0.4, hue in degrees. */
export interface Oklch {
  readonly l: number;
  readonly c: number;
  readonly h: number;
}

/** Turns three numbers of sRGB into lightness, chroma and hue. */
export function intoOklch(colour: Float64Array): void {
  decode(colour);
  intoOklab(colour);
  const a = colour[1];
  const b = colour[2];
  colour[1] = Math.sqrt(a * a + b * b);
  colour[2] = atan2Degrees(b, a);
}

/** Turns lightness, chroma and hue into the sRGB colour of the same lightness and hue with the most of its chroma that fits: hue never turns. */
export function outOfOklch(colour: Float64Array): void {
  colour[0] = Math.min(1, Math.max(0, colour[0]));
  polarToLinear(colour, trial);
  if (!inGamut(trial)) {
    fitChroma(colour);
    polarToLinear(colour, trial);
  }
  colour.set(trial);
  encode(colour);
}

/**
 * Shifts lightness, chroma and hue in place.
 * @param by three numbers: hue in degrees; saturation −1 (grey) … 1 (as pure as sRGB allows at this lightness); lightness added
 */
export function shiftOklch(colour: Float64Array, by: Float64Array): void {
  const saturation = by[1];
  colour[0] = Math.min(1, Math.max(0, colour[0] + by[2]));
  colour[2] += by[0];
  // A grey has no hue: what stands there is rounding (CSS Color 4 calls such a hue powerless), and made purer it would be ochre.
  if (saturation <= 0 || colour[1] < NO_HUE) colour[1] *= 1 + Math.min(0, saturation);
  else {
    purest[0] = colour[0];
    purest[1] = MOST_CHROMA;
    purest[2] = colour[2];
    fitChroma(purest);
    colour[1] += saturation * Math.max(0, purest[1] - colour[1]);
  }
}

/** An sRGB colour in OKLCh. */
export function rgbToOklch(rgb: Rgb): Oklch {
  const colour = Float64Array.from(rgb);
  intoOklch(colour);
  return { l: colour[0], c: colour[1], h: colour[2] };
}

/** As `outOfOklch`. */
export function oklchToRgb({ l, c, h }: Oklch): Rgb {
  const colour = Float64Array.of(l, c, h);
  outOfOklch(colour);
  return [colour[0], colour[1], colour[2]];
}

/** As `shiftOklch`. */
export function shiftColour({ l, c, h }: Oklch, hue: number, saturation: number, lightness: number): Oklch {
  const colour = Float64Array.of(l, c, h);
  shiftOklch(colour, Float64Array.of(hue, saturation, lightness));
  return { l: colour[0], c: colour[1], h: colour[2] };
}

/** The chroma below which a colour is a grey. */
const NO_HUE = 1e-4;
/** More than any colour of sRGB has. */
const MOST_CHROMA = 0.4;
const SLACK = 2e-6;
const trial = new Float64Array(3);
const purest = new Float64Array(3);
/** A hue, its cosine and its sine: most strokes stay with one. */
const facing = new Float64Array([0, 1, 0]);

function inGamut(linear: Float64Array): boolean {
  for (let i = 0; i < 3; i++) if (!(linear[i] >= -SLACK && linear[i] <= 1 + SLACK)) return false;
  return true;
}

function polarToLinear(colour: Float64Array, linear: Float64Array): void {
  if (facing[0] !== colour[2]) {
    facing[0] = colour[2];
    facing[1] = cosDegrees(facing[0]);
    facing[2] = sinDegrees(facing[0]);
  }
  linear[0] = colour[0];
  linear[1] = colour[1] * facing[1];
  linear[2] = colour[1] * facing[2];
  outOfOklab(linear);
}

/** Lessens the chroma to what sRGB holds at this lightness and hue. */
function fitChroma(colour: Float64Array): void {
  let high = colour[1];
  polarToLinear(colour, trial);
  if (inGamut(trial)) return;
  let low = 0;
  for (let i = 0; i < 16; i++) {
    const middle = (low + high) / 2;
    colour[1] = middle;
    polarToLinear(colour, trial);
    if (inGamut(trial)) low = middle;
    else high = middle;
  }
  colour[1] = low;
}
