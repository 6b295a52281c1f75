import type { Brush } from "../brush";
import { noPictures, type Pictures } from "../picture/picture";
import { type Band, band } from "./character";

/** How the edge of a straight stroke goes up and down. */
export interface Ripple {
  /** From its innermost to its outermost place, px at the brush's size. */
  readonly depth: number;
  /** The widest spacing at which it is less than half a px, of the mark's extent; null when no spacing makes it so. */
  readonly smoothBelow: number | null;
}

const HALF_A_PIXEL = 0.5;
const NARROWEST = 0.01;
const WIDEST = 1;
const STEPS = 7;
/** Larger brushes are measured at this size and scaled. */
const MOST_SIZE = 96;

/**
 * Measures the ripple that the spacing alone leaves: without chance, scatter and ground, at full pressure. The edge is where
 * coverage is half of what it is in the middle.
 */
export function ripple(brush: Brush, pictures: Pictures = noPictures): Ripple {
  const size = Math.min(brush.tip.size, MOST_SIZE);
  const scale = brush.tip.size / size;
  const { tip, trail, paint } = brush;
  const still: Brush = {
    ...brush,
    tip: { ...tip, size },
    trail: { ...trail, scatter: 0, scatterAlong: 0, count: 1, perSecond: 0 },
    ground: null,
    paint: {
      ...paint,
      opacity: 1,
      mixing: 0,
      soften: 0,
      body: 0,
      blend: "source-over",
      load: null,
      rim: { ...paint.rim, strength: 0, ragged: 0 },
    },
    responses: [],
  };
  const at = (spacing: number) =>
    scale * depthOf(band({ ...still, trail: { ...still.trail, spacing } }, pictures, 1, 1));
  const depth = at(trail.spacing);
  return { depth, smoothBelow: smoothBelow(at) };
}

function smoothBelow(at: (spacing: number) => number): number | null {
  if (at(NARROWEST) >= HALF_A_PIXEL) return null;
  let [low, high] = [NARROWEST, WIDEST];
  for (let i = 0; i < STEPS; i++) {
    // By ratio: what matters is how many marks there are.
    const middle = Math.sqrt(low * high);
    if (at(middle) < HALF_A_PIXEL) low = middle;
    else high = middle;
  }
  return low;
}

/** The range of the upper edge's height over all columns; half the stroke's width where it is broken. */
function depthOf({ at, columns, rows }: Band): number {
  const middle = Math.floor(rows / 2);
  let most = 0;
  for (let x = 0; x < columns; x++) most = Math.max(most, at(x, middle));
  const level = most / 2;
  if (level <= 0) return 0;
  let lowest = Number.POSITIVE_INFINITY;
  let highest = Number.NEGATIVE_INFINITY;
  for (let x = 0; x < columns; x++) {
    const edge = edgeAt(at, x, middle, level);
    lowest = Math.min(lowest, edge);
    highest = Math.max(highest, edge);
  }
  return highest - lowest;
}

/** How far above the middle a column's coverage falls below a level. */
function edgeAt(at: Band["at"], x: number, middle: number, level: number): number {
  for (let row = 0; row <= middle; row++) {
    const here = at(x, row);
    if (here < level) continue;
    const before = row > 0 ? at(x, row - 1) : 0;
    return middle - row + (here - level) / Math.max(1e-9, here - before);
  }
  return 0;
}
