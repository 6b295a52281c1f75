import { type Plane, planeOf } from "../plane";
import { MIDDLE, type TipSheet } from "./sheet";

/** `(x, y) → (a·x + c·y + e, b·x + d·y + f)`, the order of CSS's `matrix(a, b, c, d, e, f)`. */
export type Affine = readonly [number, number, number, number, number, number];

/** One after the other: first `first`, then `then`. */
export function composed(first: Affine, then: Affine): Affine {
  const [a, b, c, d, e, f] = first;
  const [A, B, C, D, E, F] = then;
  return [A * a + C * b, B * a + D * b, A * c + C * d, B * c + D * d, A * e + C * f + E, B * e + D * f + F];
}

/** @throws RangeError when everything would fall onto a line */
export function inverse([a, b, c, d, e, f]: Affine): Affine {
  const det = a * d - b * c;
  if (!(Math.abs(det) > 1e-9)) throw new RangeError("nothing would be left of the tip");
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}

/** A transform about the middle of a sheet. */
export function aboutMiddle([a, b, c, d, e, f]: Affine, width: number, height: number): Affine {
  const [x, y] = [width / 2, height / 2];
  return [a, b, c, d, e + x - a * x - c * y, f + y - b * x - d * y];
}

/** Catmull–Rom: the cubic convolution of R. G. Keys (1981) with a = −½, which goes through its samples. */
export function cubic(t: number): number {
  const x = Math.abs(t);
  if (x >= 2) return 0;
  return x < 1 ? (1.5 * x - 2.5) * x * x + 1 : ((-0.5 * x + 2.5) * x - 4) * x + 2;
}

/** The most samples a px is mixed from along one side when a tip is made smaller. */
const MOST_SAMPLES = 8;

/**
 * Moves a plane's px by a transform, on a sheet of the same size; `outside` lies all around it. Cubic between px; where it
 * becomes smaller, each px is the mean of several places.
 */
export function moved(plane: Plane, transform: Affine, outside = 0): Plane {
  const [a, b, c, d, e, f] = inverse(transform);
  const shrinks = Math.min(MOST_SAMPLES, Math.max(1, Math.ceil(Math.max(Math.hypot(a, b), Math.hypot(c, d)) - 0.01)));
  const places = Array.from({ length: shrinks }, (_, i) => (i + 0.5) / shrinks);
  return planeOf(plane.width, plane.height, (x, y) => {
    let sum = 0;
    for (const py of places)
      for (const px of places)
        sum += sampled(plane, a * (x + px) + c * (y + py) + e - 0.5, b * (x + px) + d * (y + py) + f - 0.5, outside);
    return Math.min(1, Math.max(0, sum / (shrinks * shrinks)));
  });
}

/** A plane's value between its px; (0, 0) is the middle of the first. */
function sampled({ width, height, data }: Plane, x: number, y: number, outside: number): number {
  const [ix, iy] = [Math.floor(x), Math.floor(y)];
  if (ix < -2 || iy < -2 || ix > width || iy > height) return outside;
  const [fx, fy] = [x - ix, y - iy];
  const w0 = cubic(1 + fx);
  const w1 = cubic(fx);
  const w2 = cubic(1 - fx);
  const w3 = cubic(2 - fx);
  let sum = 0;
  for (let j = -1; j <= 2; j++) {
    const row = iy + j;
    const weight = cubic(j - fy);
    if (weight === 0) continue;
    if (row < 0 || row >= height) {
      sum += weight * outside;
      continue;
    }
    const at = row * width + ix;
    if (ix >= 1 && ix + 2 < width)
      sum += weight * (w0 * data[at - 1] + w1 * data[at] + w2 * data[at + 1] + w3 * data[at + 2]);
    else {
      const value = (column: number) => (column >= 0 && column < width ? data[row * width + column] : outside);
      sum += weight * (w0 * value(ix - 1) + w1 * value(ix) + w2 * value(ix + 1) + w3 * value(ix + 2));
    }
  }
  return sum;
}

/** A plane at another size: each px a weighted mean (`cubic`, as wide as what it covers) of those it covers. */
export function resized(plane: Plane, width: number, height: number): Plane {
  return resizedRows(resizedColumns(plane, height), width);
}

function resizedRows({ width, height, data }: Plane, to: number): Plane {
  const taps = tapsOf(width, to);
  return planeOf(to, height, (x, y) => {
    const { first, weights } = taps[x];
    let sum = 0;
    for (let i = 0; i < weights.length; i++) sum += weights[i] * data[y * width + first + i];
    return Math.min(1, Math.max(0, sum));
  });
}

function resizedColumns({ width, height, data }: Plane, to: number): Plane {
  const taps = tapsOf(height, to);
  return planeOf(width, to, (x, y) => {
    const { first, weights } = taps[y];
    let sum = 0;
    for (let i = 0; i < weights.length; i++) sum += weights[i] * data[(first + i) * width + x];
    return sum;
  });
}

/** For each new px, the first old one it takes from, and the weights of those from there on. */
function tapsOf(from: number, to: number): { readonly first: number; readonly weights: readonly number[] }[] {
  const scale = from / to;
  const wide = Math.max(1, scale);
  return Array.from({ length: to }, (_, n) => {
    const middle = (n + 0.5) * scale - 0.5;
    const first = Math.max(0, Math.floor(middle - 2 * wide) + 1);
    const last = Math.min(from - 1, Math.ceil(middle + 2 * wide) - 1);
    const raw = Array.from({ length: last - first + 1 }, (_, i) => cubic((first + i - middle) / wide));
    const sum = raw.reduce((a, b) => a + b, 0);
    return { first, weights: raw.map((w) => w / sum) };
  });
}

/** Does the same to all planes; the map's px count as much as they are strong. */
export function all({ strength, map, greys }: TipSheet, change: (plane: Plane) => Plane): TipSheet {
  const next = change(strength);
  const along = greys && change(greys);
  if (!map) return { strength: next, greys: along };
  const weighed = change({ ...map, data: map.data.map((v, i) => v * strength.data[i]) });
  const data = weighed.data.map((v, i) => (next.data[i] > 1e-3 ? Math.min(1, v / next.data[i]) : MIDDLE));
  return { strength: next, map: { ...weighed, data }, greys: along };
}
