import type { Brush } from "../../brush/schema";
import { intoOklch, outOfOklch, shiftOklch } from "../../colour/oklch";
import type { Rgb } from "../../colour/srgb";
import { q15At } from "../../kernels/memory/q15";
import { qualityIndex } from "../../qualities/table";
import type { Manner } from "../plan";

/** The colours a stroke is painted with. */
export interface Ink {
  readonly colour: Rgb;
  readonly second: Rgb;
  /** Of a tip that is dipped in three; the second where there is none. */
  readonly third?: Rgb | undefined;
  /** How strongly each of the three tints, against a paint of which its colour alone is known; 1 where that is not said. */
  readonly tintings?: readonly number[] | undefined;
  /** Its sheet is kept wet: its water does not dry by time. */
  readonly staysWet?: boolean | undefined;
  /** Takes paint away instead of laying it. */
  readonly erases?: boolean;
}

const { hue, saturation, lightness, second } = qualityIndex;

/** What finds the colours of this brush's marks, where they are laid in a manner. */
export function inkingOf({ tip }: Brush, ink: Ink, manner: Manner): Inking {
  const { shape } = tip;
  if (manner !== "toned" || shape.kind !== "image") return new Inking(ink, 0, false);
  return new Inking(ink, shape.depth, shape.colour === "two-tone");
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
  private readonly own: Float64Array;
  /** The mark's colour, sRGB, and one of its tones while it is made. */
  private readonly mixed = new Float64Array(3);
  private readonly tone = new Float64Array(3);
  /** Hue, saturation, lightness and share of the second colour of the mark that was settled last. */
  private readonly shift = new Float64Array(4).fill(Number.NaN);
  private readonly toneShift = new Float64Array(3);
  private asked: Rgb | undefined;

  /** @param depth how far the dark and the light colour lie from the mark's @param twoTone whether the second colour is the light one */
  constructor(
    private readonly ink: Ink,
    private readonly depth: number,
    private readonly twoTone: boolean,
  ) {
    this.own = Float64Array.from(ink.colour);
    intoOklch(this.own);
    this.mixed.set(ink.colour);
  }

  /** The colour as it was before it became Q15; the same array as long as it is the same colour. */
  get colour(): Rgb {
    this.asked ??= [this.mixed[0], this.mixed[1], this.mixed[2]];
    return this.asked;
  }

  /** How strongly the mark's paint tints. */
  get tinting(): number {
    const { tintings } = this.ink;
    const [first = 1, second = 1] = tintings ?? [];
    return first + (Number.isNaN(this.shift[3]) ? 0 : this.shift[3]) * (second - first);
  }

  /** Sets the fields for a mark's row of numbers. */
  settle(row: Float64Array, at: number): void {
    const { shift } = this;
    if (
      row[at + hue] === shift[0] &&
      row[at + saturation] === shift[1] &&
      row[at + lightness] === shift[2] &&
      row[at + second] === shift[3]
    )
      return;
    shift[0] = row[at + hue];
    shift[1] = row[at + saturation];
    shift[2] = row[at + lightness];
    shift[3] = row[at + second];
    this.asked = undefined;
    this.mix();
    this.red = q15At(this.mixed, 0);
    this.green = q15At(this.mixed, 1);
    this.blue = q15At(this.mixed, 2);
    if (this.depth > 0 || this.twoTone) this.settleTones();
  }

  private mix(): void {
    const { mixed, shift, ink } = this;
    const share = shift[3];
    const shifts = shift[0] !== 0 || shift[1] !== 0 || shift[2] !== 0;
    if (share === 0 && shifts) mixed.set(this.own);
    else {
      for (let i = 0; i < 3; i++) mixed[i] = ink.colour[i] + share * (ink.second[i] - ink.colour[i]);
      if (!shifts) return;
      intoOklch(mixed);
    }
    shiftOklch(mixed, shift);
    outOfOklch(mixed);
  }

  private settleTones(): void {
    const { tone } = this;
    if (this.twoTone) tone.set(this.mixed);
    else this.toneOf(-this.depth);
    this.darkRed = q15At(tone, 0);
    this.darkGreen = q15At(tone, 1);
    this.darkBlue = q15At(tone, 2);
    if (this.twoTone) tone.set(this.ink.second);
    else this.toneOf(this.depth);
    this.lightRed = q15At(tone, 0);
    this.lightGreen = q15At(tone, 1);
    this.lightBlue = q15At(tone, 2);
  }

  /** Makes the mark's colour lighter by `lightness`, or darker. */
  private toneOf(lightness: number): void {
    const { tone, toneShift } = this;
    tone.set(this.mixed);
    intoOklch(tone);
    toneShift[2] = lightness;
    shiftOklch(tone, toneShift);
    outOfOklch(tone);
  }
}
