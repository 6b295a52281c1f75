import { linearToOklab, oklabToLinear } from "../colour/oklab";
import { fromLinear, type Rgb, toLinear } from "../colour/srgb";
import { BANDS } from "./pigment";
import { colourOfPigment } from "./pigment-colour";
import { paintNumbers } from "./tinting";

/** A way to write colours so that their weighted means are mixtures. */
interface MixSpace {
  /** How many numbers a colour has, without its alpha. */
  readonly numbers: number;
  /** The numbers of an opaque sRGB colour. */
  readonly into: (colour: Rgb) => readonly number[];
  /** The sRGB colour of such numbers, 0…1 in each channel. */
  readonly out: (numbers: readonly number[]) => Rgb;
}

/** The spaces paint can mix in; a space's place is its number in the kernels. Linear combinations of colours times alpha mix them. */
export const mixSpaces = {
  srgb: { numbers: 3, into: (colour) => colour, out: (n) => [clamped(n[0]), clamped(n[1]), clamped(n[2])] },
  linear: { numbers: 3, into: decoded, out: encoded },
  oklab: {
    numbers: 3,
    into: (colour) => linearToOklab(decoded(colour)),
    out: ([l, a, b]) => encoded(oklabToLinear([l, a, b])),
  },
  pigment: { numbers: BANDS + 1, into: (colour) => paintNumbers(colour), out: colourOfPigment },
} as const satisfies Record<string, MixSpace>;

export type SpaceName = keyof typeof mixSpaces;

export const spaceNames = Object.keys(mixSpaces) as [SpaceName, ...SpaceName[]];

/** The numbers of a paint in a space. @param tinting how strongly it tints where paints mix as pigments, against its colour alone */
export function numbersIn(space: SpaceName, colour: Rgb, tinting: number): readonly number[] {
  return space === "pigment" ? paintNumbers(colour, tinting) : mixSpaces[space].into(colour);
}

/** Mixes two colours in a space, `share` of the second. */
export function mixColours(space: SpaceName, a: Rgb, b: Rgb, share: number): Rgb {
  const { into, out }: MixSpace = mixSpaces[space];
  const from = into(a);
  const to = into(b);
  return out(from.map((n, i) => n + share * (to[i] - n)));
}

function decoded([r, g, b]: Rgb): Rgb {
  return [toLinear(r), toLinear(g), toLinear(b)];
}

function encoded([r, g, b]: readonly number[]): Rgb {
  return [fromLinear(clamped(r)), fromLinear(clamped(g)), fromLinear(clamped(b))];
}

function clamped(c: number): number {
  return c < 0 ? 0 : c > 1 ? 1 : c;
}
