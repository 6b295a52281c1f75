import { ln } from "../numeric/power";

/** How many standard deviations lie between the middle and either end. */
const REACH = 3;
/** Φ(−3), the share that is cut off on each side. */
const CUT = 0.0013498980316300933;

/**
 * Bends an even number 0…1 into a bell of the same range: a normal distribution around 0.5 with a standard deviation of
 * 1/6, cut off at three of them, by its inverse distribution function.
 */
export function bell(even: number): number {
  const z = normalQuantile(CUT + even * (1 - 2 * CUT));
  return Math.min(1, Math.max(0, 0.5 + z / (2 * REACH)));
}

/**
 * The inverse of the normal distribution function for 0 < p < 1. P. J. Acklam's rational approximation (relative error
 * below 1.2e-9), its coefficients from memory; the tests compare it with an independent library.
 */
export function normalQuantile(p: number): number {
  if (p < 0.02425) return tail(Math.sqrt(-2 * ln(p)));
  if (p > 1 - 0.02425) return -tail(Math.sqrt(-2 * ln(1 - p)));
  const q = p - 0.5;
  const r = q * q;
  const above =
    ((((-39.69683028665376 * r + 220.9460984245205) * r - 275.9285104469687) * r + 138.357751867269) * r -
      30.66479806614716) *
      r +
    2.506628277459239;
  const below =
    ((((-54.47609879822406 * r + 161.5858368580409) * r - 155.6989798598866) * r + 66.80131188771972) * r -
      13.28068155288572) *
      r +
    1;
  return (q * above) / below;
}

function tail(q: number): number {
  const above =
    ((((-0.007784894002430293 * q - 0.3223964580411365) * q - 2.400758277161838) * q - 2.549732539343734) * q +
      4.374664141464968) *
      q +
    2.938163982698783;
  const below =
    (((0.007784695709041462 * q + 0.3224671290700398) * q + 2.445134137142996) * q + 3.754408661907416) * q + 1;
  return above / below;
}
