import type { Brush } from "../brush/schema";
import { type Oklch, oklchToRgb, rgbToOklch, shiftColour } from "../colour/oklch";
import type { Rgb } from "../colour/srgb";
import { toQ15 } from "../kernels/marks";
import { qualityIndex } from "../quality/table";
import { variesWithinStroke } from "../response/respond";

/** The colours a stroke is painted with. */
export interface Ink {
  readonly colour: Rgb;
  readonly second: Rgb;
  /** Takes paint away instead of laying it. */
  readonly erases?: boolean;
}

const { hue, saturation, lightness, second } = qualityIndex;
const colourQualities: readonly string[] = ["hue", "saturation", "lightness", "second"];

/** Whether a brush's colour differs from mark to mark. */
export function tintsMarks(brush: Brush): boolean {
  return brush.responses.some((r) => colourQualities.includes(r.quality) && variesWithinStroke(r.source));
}

/** Finds the colours of a stroke's marks. The last one asked for stays in its fields, Q15, so that a mark costs no allocation. */
export class Inking {
  red = 0;
  green = 0;
  blue = 0;
  darkRed = 0;
  darkGreen = 0;
  darkBlue = 0;
  lightRed = 0;
  lightGreen = 0;
  lightBlue = 0;
  /** The colour as it was before it became Q15. */
  colour: Rgb;
  private readonly own: Oklch;
  private lastHue = Number.NaN;
  private lastSaturation = 0;
  private lastLightness = 0;
  private lastSecond = 0;

  /** @param depth how far the dark and the light colour lie from the mark's @param twoTone whether the second colour is the light one */
  constructor(
    private readonly ink: Ink,
    private readonly depth: number,
    private readonly twoTone: boolean,
  ) {
    this.own = rgbToOklch(ink.colour);
    this.colour = ink.colour;
  }

  /** Sets the fields for a mark's row of numbers. */
  settle(row: Float64Array, at: number): void {
    const h = row[at + hue];
    const s = row[at + saturation];
    const l = row[at + lightness];
    const share = row[at + second];
    if (h === this.lastHue && s === this.lastSaturation && l === this.lastLightness && share === this.lastSecond) return;
    this.lastHue = h;
    this.lastSaturation = s;
    this.lastLightness = l;
    this.lastSecond = share;
    const colour = this.mixed(h, s, l, share);
    this.colour = colour;
    this.red = toQ15(colour[0]);
    this.green = toQ15(colour[1]);
    this.blue = toQ15(colour[2]);
    if (this.depth > 0 || this.twoTone) this.settleTones(colour);
  }

  private mixed(h: number, s: number, l: number, share: number): Rgb {
    const { colour, second: other } = this.ink;
    const shifts = h !== 0 || s !== 0 || l !== 0;
    if (share === 0 && !shifts) return colour;
    const mixed: Rgb = [colour[0] + share * (other[0] - colour[0]), colour[1] + share * (other[1] - colour[1]), colour[2] + share * (other[2] - colour[2])];
    if (!shifts) return mixed;
    return oklchToRgb(shiftColour(share === 0 ? this.own : rgbToOklch(mixed), h, s, l));
  }

  private settleTones(colour: Rgb): void {
    const base = rgbToOklch(colour);
    const [dr, dg, db] = this.twoTone ? colour : oklchToRgb(shiftColour(base, 0, 0, -this.depth));
    const [lr, lg, lb] = this.twoTone ? this.ink.second : oklchToRgb(shiftColour(base, 0, 0, this.depth));
    this.darkRed = toQ15(dr);
    this.darkGreen = toQ15(dg);
    this.darkBlue = toQ15(db);
    this.lightRed = toQ15(lr);
    this.lightGreen = toQ15(lg);
    this.lightBlue = toQ15(lb);
  }
}
