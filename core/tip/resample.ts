import type { Sheet } from "./read-picture";

/** A sheet of half the sides, rounded up: each pixel the mean of what it covers. */
export function halved({ width, height, planes }: Sheet): Sheet {
  const w = Math.ceil(width / 2);
  const h = Math.ceil(height / 2);
  return { width: w, height: h, planes: planes.map((plane) => shrink(plane, width, height, w, h)) };
}

/** Makes a plane smaller, each pixel the mean of the area it covers. */
export function shrink(plane: Uint16Array, width: number, height: number, toWidth: number, toHeight: number): Uint16Array {
  if (width === toWidth && height === toHeight) return plane;
  const across = toWidth === width ? plane : shrinkRows(plane, width, height, toWidth);
  if (toHeight === height) return across;
  const out = new Uint16Array(toWidth * toHeight);
  const step = height / toHeight;
  const sums = new Float64Array(toWidth);
  for (let y = 0; y < toHeight; y++) {
    const from = y * step;
    const to = Math.min(height, from + step);
    sums.fill(0);
    for (let i = Math.floor(from); i < to; i++) {
      const weight = Math.min(i + 1, to) - Math.max(i, from);
      const row = i * toWidth;
      for (let x = 0; x < toWidth; x++) sums[x] += weight * across[row + x];
    }
    for (let x = 0; x < toWidth; x++) out[y * toWidth + x] = sums[x] / (to - from) + 0.5;
  }
  return out;
}

function shrinkRows(plane: Uint16Array, width: number, height: number, toWidth: number): Uint16Array {
  const out = new Uint16Array(toWidth * height);
  const step = width / toWidth;
  for (let x = 0; x < toWidth; x++) {
    const from = x * step;
    const to = Math.min(width, from + step);
    const first = Math.floor(from);
    const last = Math.ceil(to) - 1;
    const firstWeight = Math.min(first + 1, to) - from;
    const lastWeight = to - last;
    for (let y = 0; y < height; y++) {
      const row = y * width;
      let sum = firstWeight * plane[row + first];
      for (let i = first + 1; i < last; i++) sum += plane[row + i];
      if (last > first) sum += lastWeight * plane[row + last];
      out[y * toWidth + x] = sum / (to - from) + 0.5;
    }
  }
  return out;
}

/** A plane made larger, linearly between its pixels' middles; beyond the outermost ones it stays as they are. */
export function enlarged(plane: Uint16Array, width: number, height: number, toWidth: number, toHeight: number): Uint16Array {
  if (width === toWidth && height === toHeight) return plane;
  const out = new Uint16Array(toWidth * toHeight);
  const columns = Array.from({ length: toWidth }, (_, x) => between((x + 0.5) * (width / toWidth) - 0.5, width));
  for (let y = 0; y < toHeight; y++) {
    const [upper, lower, down] = between((y + 0.5) * (height / toHeight) - 0.5, height);
    for (let x = 0; x < toWidth; x++) {
      const [left, right, along] = columns[x];
      const above = plane[upper * width + left] + along * (plane[upper * width + right] - plane[upper * width + left]);
      const below = plane[lower * width + left] + along * (plane[lower * width + right] - plane[lower * width + left]);
      out[y * toWidth + x] = above + down * (below - above) + 0.5;
    }
  }
  return out;
}

/** The two pixels around a place, and how far it lies towards the second. */
function between(place: number, side: number): readonly [number, number, number] {
  const inside = Math.min(side - 1, Math.max(0, place));
  const first = Math.floor(inside);
  return [first, Math.min(side - 1, first + 1), inside - first];
}

/** How many pixels of a level there are for one of a mask, each way. */
export type Fineness = 1 | 2 | 4 | 8;

/**
 * A plane with a border on all sides, blurred to the mean over `fineness` pixels each way: what one pixel of a mask sees of
 * a level that is so much finer. 1 blurs nothing.
 */
export function blurred(plane: Uint16Array, width: number, height: number, border: number, fineness: Fineness): Uint16Array {
  const stride = width + 2 * border;
  const rows = height + 2 * border;
  const out = new Uint16Array(stride * rows);
  for (let y = 0; y < height; y++) out.set(plane.subarray(y * width, (y + 1) * width), (y + border) * stride + border);
  if (fineness === 1) return out;
  const once = new Uint16Array(stride * rows);
  meanAlong(out, once, 1, fineness / 2, stride * rows);
  meanAlong(once, out, stride, fineness / 2, stride * rows);
  return out;
}

/** The mean over `half` whole steps and half a step more on both sides of the middle one, less half: 2·half in all. */
function meanAlong(from: Uint16Array, to: Uint16Array, step: number, half: number, count: number): void {
  const reach = half * step;
  const weight = 1 / (4 * half);
  for (let i = reach; i < count - reach; i++) {
    // The two at the ends count half.
    let sum = from[i - reach] + from[i + reach];
    for (let k = i - reach + step; k < i + reach; k += step) sum += 2 * from[k];
    to[i] = sum * weight + 0.5;
  }
}
