import { curveFunction } from "./curve";
import type { Curve } from "./model";

/** Where a bent curve has its points. */
const PLACES = [0, 0.125, 0.25, 0.375, 0.5, 0.625, 0.75, 0.875, 1];

/**
 * The curve made firmer or softer: it answers to `x^g` instead of x, with g = (1 − amount)/(1 + amount), so that opposite
 * amounts undo one another. @param amount −1 softest … 0 as it is … 1 firmest, both ends excluded
 */
export function firmer(curve: Curve, amount: number): Curve {
  if (amount === 0) return curve;
  const exponent = (1 - amount) / (1 + amount);
  const answer = curveFunction(curve);
  return PLACES.map((x) => [x, Math.round(answer(x ** exponent) * 1000) / 1000]);
}
