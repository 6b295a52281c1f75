import { chance } from "../chance/counter";

const ACROSS = 0x5ca7;
const ALONG = 0x5ca8;

/** How far (sizes) a mark strays to the left of the path, uniform in ±`most`. */
export function strayAcross(seed: number, mark: number, most: number): number {
  return most === 0 ? 0 : (2 * chance(seed, mark, ACROSS) - 1) * most;
}

/** How far (sizes) a mark strays forward along the path, uniform in ±`most`. */
export function strayAlong(seed: number, mark: number, most: number): number {
  return most === 0 ? 0 : (2 * chance(seed, mark, ALONG) - 1) * most;
}
