import { z } from "zod";
import { linearToOklab } from "../colour/oklab";
import { type Rgb, toLinear } from "../colour/srgb";
import type { Range } from "../numeric/range";
import { namedPaints, paintOfColour } from "./named-paints";
import { colourOfPigment, pigmentOf } from "./pigment-colour";

/** How strongly a paint tints, against one of whose colour alone is known: both its K and its S are so many times as great. */
export const tintings = { low: 0.02, high: 50 } as const satisfies Range;

/** How strongly the first, second and third paint tint. */
export const tintingsSchema = z.array(z.number().min(tintings.low).max(tintings.high)).max(3);

/** A strength within what there is. */
export function tintingWithin(tinting: number): number {
  return Math.min(tintings.high, Math.max(tintings.low, Number(tinting.toPrecision(4))));
}

/** The tinting strengths with one of them changed; undefined where none of them says anything. */
export function withTinting(
  tintings: readonly number[] | undefined,
  place: number,
  tinting: number,
): number[] | undefined {
  const next = [0, 1, 2].map((i) => (i === place ? tinting : (tintings?.[i] ?? 1)));
  return next.some((one) => one !== 1) ? next : undefined;
}

/** The tinting strengths as the first and the second paint are changed over. */
export function swappedTintings(tintings: readonly number[] | undefined): readonly number[] | undefined {
  const [first = 1, second = 1, third = 1] = tintings ?? [];
  return tintings && [second, first, third];
}

/** The numbers of a paint: those of its name where its colour is one's, times its tinting strength. */
export function paintNumbers(colour: Rgb, tinting = 1): readonly number[] {
  const numbers = paintOfColour(colour)?.numbers ?? pigmentOf(colour);
  return tinting === 1 ? numbers : numbers.map((n) => n * tinting);
}

/** The colour of paints mixed by parts. */
export function mixPaints(paints: readonly { readonly numbers: readonly number[]; readonly parts: number }[]): Rgb {
  const length = paints[0]?.numbers.length ?? 0;
  return colourOfPigment(
    Array.from({ length }, (_, i) => paints.reduce((sum, { numbers, parts }) => sum + parts * numbers[i], 0)),
  );
}

const white = namedPaints[0].numbers;

/** The colour of a part of a paint in so many parts of titanium white. @param masstone the colour of a thick coat of it alone */
export function tintOf(masstone: Rgb, tinting: number, parts: number): Rgb {
  return mixPaints([
    { numbers: paintNumbers(masstone, tinting), parts: 1 },
    { numbers: white, parts },
  ]);
}

const STEPS = 60;

/**
 * The tinting strength that a paint has whose coat has one colour, and a part of which in so many parts of titanium white has another:
 * that whose tint comes nearest in OKLab. (Masstone and tint give both constants of Kubelka and Munk; here S is one for all bands.)
 */
export function tintingOf(masstone: Rgb, tint: Rgb, parts: number): number {
  const wanted = labOf(tint);
  const away = (exponent: number) => {
    const [l, a, b] = labOf(tintOf(masstone, 2 ** exponent, parts));
    return (l - wanted[0]) ** 2 + (a - wanted[1]) ** 2 + (b - wanted[2]) ** 2;
  };
  // The nearest of a row of strengths, and then ever nearer about it.
  let [from, to] = [Math.log2(tintings.low), Math.log2(tintings.high)];
  for (let round = 0; round < 3; round++) {
    const step = (to - from) / STEPS;
    let best = from;
    for (let i = 0; i <= STEPS; i++) if (away(from + i * step) < away(best)) best = from + i * step;
    [from, to] = [Math.max(Math.log2(tintings.low), best - step), Math.min(Math.log2(tintings.high), best + step)];
  }
  return 2 ** ((from + to) / 2);
}

function labOf([r, g, b]: Rgb): readonly number[] {
  return linearToOklab([toLinear(r), toLinear(g), toLinear(b)]);
}
