import type { Rgb } from "../../colour/srgb";
import { mixSpaces, numbersIn, type SpaceName } from "../../paint/spaces";

/** What a tip is dipped in: one colour, and how far, 0…1, a second and a third one go across it, from one side and from the other. */
export interface Dip {
  readonly colour: Rgb;
  readonly second: Rgb;
  readonly share: number;
  readonly third: Rgb;
  readonly thirdShare: number;
  /** How strongly each of the three tints. */
  readonly tintings: readonly [number, number, number];
}

/** How much of a third colour's side is left to the first: it begins so far from the middle, in half widths. */
const APART = 0.15;

/** The shares of the second and the third colour of a hair that stands across the tip at u, −1…1: half of the width lies between two colours. */
export function dipShares({ share, thirdShare }: Dip, u: number): readonly [second: number, third: number] {
  if (thirdShare === 0) return [share * clamped(u + 0.5), 0];
  const ramp = (across: number) => clamped((across - APART) / (1 - 2 * APART));
  return [share * ramp(u), thirdShare * ramp(-u)];
}

/** What finds the numbers of a hair's own paint, in the space in which a brush mixes. @param across where each hair stands, −1…1 */
export function paintsOf(dip: Dip, space: SpaceName): (across: number) => readonly number[] {
  const { colour, second, third, tintings } = dip;
  const [one, two, three] = [colour, second, third].map((rgb, i) => numbersIn(space, rgb, tintings[i]));
  return (across) => {
    const [t2, t3] = dipShares(dip, across);
    return one.map((n, i) => n + t2 * (two[i] - n) + t3 * (three[i] - n));
  };
}

/** What finds the colour of a hair's own paint. */
export function coloursOf(dip: Dip, space: SpaceName): (across: number) => Rgb {
  const numbersAt = paintsOf(dip, space);
  return (across) => {
    const [t2, t3] = dipShares(dip, across);
    return t2 === 0 && t3 === 0 ? dip.colour : mixSpaces[space].out(numbersAt(across));
  };
}

function clamped(x: number): number {
  return Math.min(1, Math.max(0, x));
}
