import { bell } from "../chance/bell";
import { chanceBits, share } from "../chance/counter";
import type { scatterLaws } from "./model";

type ScatterLaw = (typeof scatterLaws)[number];

const ACROSS = 0x5ca7;
const ALONG = 0x5ca8;

/** How far (sizes) a mark strays to the left of the path, within ±`most`. */
export function strayAcross(seed: number, mark: number, most: number, law: ScatterLaw): number {
  return stray(chanceBits(seed, mark, ACROSS), most, law);
}

/** How far (sizes) a mark strays forward along the path, within ±`most`. */
export function strayAlong(seed: number, mark: number, most: number, law: ScatterLaw): number {
  return stray(chanceBits(seed, mark, ALONG), most, law);
}

function stray(bits: number, most: number, law: ScatterLaw): number {
  if (most === 0) return 0;
  const even = share(bits);
  return (2 * (law === "gaussian" ? bell(even) : even) - 1) * most;
}
