import type { Plane } from "../plane";
import { contentBox, weightCentre } from "./place";
import type { TipSheet } from "./sheet";
import { type Affine, all, moved } from "./transform";

/** How far a tip of a family may be made larger or smaller to be even with the others. */
const MOST = 3;

/** The sum of a tip's strengths, px. */
export function weightOf({ data }: Plane): number {
  let sum = 0;
  for (const v of data) sum += v;
  return sum;
}

/**
 * Evens out the tips of a family: each is moved so that its weight lies in the middle of its sheet, and scaled so that all
 * have the same weight for the size of their sheets, as far as they stay on them. Empty ones stay as they are.
 */
export function evenedOut(sheets: readonly TipSheet[]): TipSheet[] {
  const shares = sheets.map(({ strength }) => weightOf(strength) / (strength.width * strength.height));
  const present = shares.filter((s) => s > 0);
  if (present.length === 0) return [...sheets];
  const wanted = Math.exp(present.reduce((sum, s) => sum + Math.log(s), 0) / present.length);
  return sheets.map((sheet, n) => {
    const { strength } = sheet;
    const centre = weightCentre(strength);
    const box = contentBox(strength);
    if (!centre || !box) return sheet;
    const { width, height } = strength;
    const reach = Math.max(
      (2 * (centre[0] - box.left)) / width,
      (2 * (box.right - centre[0])) / width,
      (2 * (centre[1] - box.top)) / height,
      (2 * (box.bottom - centre[1])) / height,
    );
    const scale = Math.min(MOST, Math.max(1 / MOST, Math.sqrt(wanted / shares[n])), 1 / reach);
    const transform: Affine = [scale, 0, 0, scale, width / 2 - scale * centre[0], height / 2 - scale * centre[1]];
    return all(sheet, (plane) => moved(plane, transform));
  });
}
