import { exp } from "../numeric/power";

/** How a blur is made: for blocks of `1 << shift` px out of halves of such blocks, or px for px. */
export interface Blur {
  readonly shift: number;
  /**
   * Of the two halves of the block, then of the two next to these, and so on; px for px of the px itself, twice, then of those next
   * to it. They are a half when added up.
   */
  readonly weights: readonly number[];
}

/** The widest blocks, `1 << MOST_SHIFT` px. */
const MOST_SHIFT = 5;
/** A blur's standard deviation in blocks is at least this: narrower ones would show them. */
const LEAST_BLOCKS = 1;
/** How many standard deviations a blur reaches: 0.1 % lies beyond. */
const REACH = 3.3;

/**
 * The Gaussian blur of a standard deviation, px. Taking means of halves, s ÷ 2 px wide, and reading along quadratic B-splines
 * through blocks of s px blur by themselves, with variances of (s² ÷ 4 − 1) ÷ 12 and s² ÷ 4 px²; the weights add the rest.
 */
export function blurFor(sigma: number): Blur {
  let shift = 0;
  while (shift < MOST_SHIFT && sigma >= LEAST_BLOCKS * 2 ** (shift + 1)) shift++;
  const half = shift === 0 ? 1 : 2 ** (shift - 1);
  const before = shift === 0 ? 0 : (half * half - 1) / 12 + half * half;
  const variance = (sigma * sigma - before) / (half * half);
  const middle = shift === 0 ? 0 : 0.5;
  const pairs = Math.ceil(REACH * Math.sqrt(variance) - middle) + 1;
  const weights = Array.from({ length: pairs }, (_, n) => exp(-((n + middle) ** 2) / (2 * variance)));
  if (shift === 0) weights[0] /= 2;
  const all = 2 * weights.reduce((sum, weight) => sum + weight, 0);
  return { shift, weights: weights.map((weight) => weight / all) };
}
