import type { Plane } from "../plane";

export type TileWay = "blend" | "cut";

/**
 * Makes a plane tile: its right and bottom border are laid over its left and top ones, `overlap` px wide, and joined by a soft
 * blend or along the path where both differ least. The result is smaller by the overlap.
 * @throws RangeError when the overlap is more than half a side or less than 2 px
 */
export function tiled(plane: Plane, overlap: number, way: TileWay): Plane {
  const { width, height } = plane;
  if (!(overlap >= 2 && overlap <= Math.min(width, height) / 2))
    throw new RangeError(`an overlap of ${overlap} px does not fit into ${width}×${height} px`);
  const across = joinedAcross(plane, overlap, way === "cut" ? leastPath : undefined);
  // What is joined now lies beside itself, so the second cut has to end where it begins: else it would be seen to leap there.
  return transposed(joinedAcross(transposed(across), overlap, way === "cut" ? closedPath : undefined));
}

/** px of a block that is turned at once: its rows and columns fit the nearest cache. */
const BLOCK = 32;

function transposed({ width, height, data }: Plane): Plane {
  const out = new Float32Array(data.length);
  for (let top = 0; top < height; top += BLOCK)
    for (let left = 0; left < width; left += BLOCK)
      for (let y = top; y < Math.min(height, top + BLOCK); y++)
        for (let x = left; x < Math.min(width, left + BLOCK); x++) out[x * height + y] = data[y * width + x];
  return { width: height, height: width, data: out };
}

/** Joins right to left: the strip of the left border shows the right one's px up to a seam in each row. @param cut finds the seam; none for a soft blend */
function joinedAcross({ width, height, data }: Plane, overlap: number, cut: typeof leastPath | undefined): Plane {
  const w = width - overlap;
  const seam = cut?.(overlap, height, (x, y) => (data[y * width + w + x] - data[y * width + x]) ** 2);
  const out = new Float32Array(w * height);
  for (let y = 0; y < height; y++) {
    out.set(data.subarray(y * width, y * width + w), y * w);
    for (let x = 0; x < overlap; x++) {
      const own = data[y * width + x];
      const other = data[y * width + w + x];
      const share = seam ? softStep(x - seam[y]) : eased((x + 0.5) / overlap);
      out[y * w + x] = other + share * (own - other);
    }
  }
  return { width: w, height, data: out };
}

function eased(t: number): number {
  return t * t * (3 - 2 * t);
}

/** A cut of one px would still show: it fades over three. */
function softStep(distance: number): number {
  return Math.min(1, Math.max(0, (distance + 1.5) / 3));
}

/**
 * The path from top to bottom of the least sum of errors, one place in each row, at most one px aside from row to row: the
 * minimum-error boundary cut of A. A. Efros and W. T. Freeman, "Image quilting for texture synthesis and transfer" (2001).
 * @param from where it begins, and within 1 px of which it ends; anywhere where nothing is said
 * @returns for each row, the place of the path
 */
export function leastPath(
  width: number,
  height: number,
  error: (x: number, y: number) => number,
  from?: number,
): Int32Array {
  const sums = new Float64Array(width * height);
  for (let x = 0; x < width; x++) sums[x] = from === undefined || x === from ? error(x, 0) : Number.POSITIVE_INFINITY;
  for (let y = 1; y < height; y++)
    for (let x = 0; x < width; x++)
      sums[y * width + x] = error(x, y) + sums[(y - 1) * width + nearestBelow(sums, (y - 1) * width, width, x)];
  const path = new Int32Array(height);
  const last = (height - 1) * width;
  path[height - 1] = from ?? 0;
  const [first, end] = from === undefined ? [0, width - 1] : [Math.max(0, from - 1), Math.min(width - 1, from + 1)];
  for (let x = first; x <= end; x++) if (sums[last + x] < sums[last + path[height - 1]]) path[height - 1] = x;
  for (let y = height - 2; y >= 0; y--) path[y] = nearestBelow(sums, y * width, width, path[y + 1]);
  return path;
}

/**
 * As `leastPath`, and ends where it begins: it begins where the least path over twice the rows, one turn after the other, crosses from
 * the first to the second.
 */
export function closedPath(width: number, height: number, error: (x: number, y: number) => number): Int32Array {
  const twice = leastPath(width, 2 * height, (x, y) => error(x, y % height));
  return leastPath(width, height, error, twice[height]);
}

/** Which of the three places about x of a row has the least sum. */
function nearestBelow(sums: Float64Array, row: number, width: number, x: number): number {
  let best = x;
  if (x > 0 && sums[row + x - 1] < sums[row + best]) best = x - 1;
  if (x + 1 < width && sums[row + x + 1] < sums[row + best]) best = x + 1;
  return best;
}
