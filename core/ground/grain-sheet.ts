import type { Picture, Pictures } from "../picture/picture";
import { drawGrain, GRAIN_SIDE } from "./draw-grain";
import type { Grain } from "./grain";

/** A grain's heights, 0 (valley) … 1 (peak), row by row; it goes on for ever on all sides. */
export interface GrainSheet {
  readonly width: number;
  readonly height: number;
  readonly heights: Float32Array;
  /** The share of all heights that lie lower, so that they are spread evenly over 0…1. */
  readonly ranks: Float32Array;
}

/** A grain names a picture that is not there. */
export class MissingGrain extends Error {
  override name = "MissingGrain";
}

const MOST_GRAINS = 16;
const drawn = new Map<string, GrainSheet>();
const read = new WeakMap<Picture, Map<number, GrainSheet>>();

/**
 * The heights of a grain as fine as a scale needs them; made once.
 * @param scale px of the surface that a px of the grain is long; pictures are averaged before they are shown smaller
 * @throws MissingGrain where its picture is not among `pictures`
 */
export function grainSheet(
  grain: Grain,
  pictures: Pictures,
  scale: number,
): { readonly sheet: GrainSheet; readonly reduced: number } {
  if (grain.kind !== "picture") return { sheet: drawnSheet(grain), reduced: 1 };
  const picture = pictures.get(grain.file);
  if (!picture) throw new MissingGrain(`${grain.file}: the ground's picture is missing`);
  let reduced = 1;
  while (scale * reduced * 2 <= 1 && reduced * 2 <= Math.min(picture.width, picture.height)) reduced *= 2;
  const known = read.get(picture) ?? new Map<number, GrainSheet>();
  read.set(picture, known);
  let sheet = known.get(reduced);
  if (!sheet) {
    sheet = reduce(heightsOf(picture), reduced);
    known.set(reduced, sheet);
  }
  return { sheet, reduced };
}

function drawnSheet(grain: Exclude<Grain, { kind: "picture" }>): GrainSheet {
  const key = JSON.stringify(grain);
  const present = drawn.get(key);
  if (present) return present;
  const oldest = drawn.keys().next().value;
  if (drawn.size >= MOST_GRAINS && oldest !== undefined) drawn.delete(oldest);
  const sheet = ranked(GRAIN_SIDE, GRAIN_SIDE, drawGrain(grain));
  drawn.set(key, sheet);
  return sheet;
}

/** Light is high; what is transparent is a valley. Luma with the weights of ITU-R BT.709. */
function heightsOf({ width, height, channels, data, full }: Picture): GrainSheet {
  const heights = new Float32Array(width * height);
  for (let i = 0, at = 0; i < heights.length; i++, at += channels) {
    const grey = channels < 3 ? data[at] : 0.2126 * data[at] + 0.7152 * data[at + 1] + 0.0722 * data[at + 2];
    const alpha = channels % 2 === 0 ? data[at + channels - 1] / full : 1;
    heights[i] = (grey / full) * alpha;
  }
  return ranked(width, height, heights);
}

const RANK_STEPS = 1 << 16;

/** Equal heights share their middle rank. */
function ranked(width: number, height: number, heights: Float32Array): GrainSheet {
  const stepOf = (h: number) => Math.min(RANK_STEPS - 1, Math.floor(h * RANK_STEPS));
  const counts = new Uint32Array(RANK_STEPS);
  for (const h of heights) counts[stepOf(h)]++;
  const shares = new Float32Array(RANK_STEPS);
  let below = 0;
  for (let i = 0; i < RANK_STEPS; i++) {
    shares[i] = (below + counts[i] / 2) / heights.length;
    below += counts[i];
  }
  return { width, height, heights, ranks: heights.map((h) => shares[stepOf(h)]) };
}

/** Averages cells of about `by`×`by` px; the last ones are a little larger or smaller, so that it goes on tiling. */
function reduce(sheet: GrainSheet, by: number): GrainSheet {
  if (by === 1) return sheet;
  const { width, height, heights } = sheet;
  const columns = Math.max(1, Math.round(width / by));
  const rows = Math.max(1, Math.round(height / by));
  const out = new Float32Array(columns * rows);
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) {
      const [left, right] = [Math.floor((c * width) / columns), Math.floor(((c + 1) * width) / columns)];
      const [top, bottom] = [Math.floor((r * height) / rows), Math.floor(((r + 1) * height) / rows)];
      let sum = 0;
      for (let y = top; y < bottom; y++) for (let x = left; x < right; x++) sum += heights[y * width + x];
      out[r * columns + c] = sum / ((right - left) * (bottom - top));
    }
  }
  return ranked(columns, rows, out);
}
