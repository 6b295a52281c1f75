import type { Curve } from "./model";

/** A curve made ready for evaluation: the places of its points, their heights, and the slopes there, one after the other. */
export type CurveTable = Float64Array;

/** Makes a curve of two or more points ready for `curveAt`. */
export function curveTable(points: Curve): CurveTable {
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  return Float64Array.from([...xs, ...ys, ...monotoneSlopes(xs, ys)]);
}

/**
 * A monotone cubic through the points: between two of them it never leaves their range. Slopes after Fritsch and
 * Carlson, "Monotone piecewise cubic interpolation", SIAM J. Numer. Anal. 17 (1980). Outside 0…1 the end values hold.
 */
export function curveAt(table: CurveTable, x: number): number {
  const n = table.length / 3;
  if (!(x > 0)) return table[n];
  if (x >= 1) return table[2 * n - 1];
  let i = 0;
  while (x > table[i + 1]) i++;
  const width = table[i + 1] - table[i];
  const t = (x - table[i]) / width;
  const s = 1 - t;
  return (
    s * s * (1 + 2 * t) * table[n + i] +
    t * t * (3 - 2 * t) * table[n + i + 1] +
    t * s * width * (s * table[2 * n + i] - t * table[2 * n + i + 1])
  );
}

/** A curve as a function. */
export function curveFunction(points: Curve): (x: number) => number {
  if (isStraight(points)) return (x) => (x <= 0 ? 0 : x >= 1 ? 1 : x);
  const table = curveTable(points);
  return (x) => curveAt(table, x);
}

/** Whether a curve is the straight line from 0 to 1. */
export function isStraight(points: Curve): boolean {
  return points.length === 2 && points[0][1] === 0 && points[1][1] === 1;
}

function monotoneSlopes(xs: number[], ys: number[]): number[] {
  const n = xs.length;
  const chords = Array.from({ length: n - 1 }, (_, i) => (ys[i + 1] - ys[i]) / (xs[i + 1] - xs[i]));
  const slopes = Array.from({ length: n }, (_, i) => {
    if (i === 0) return chords[0];
    if (i === n - 1) return chords[n - 2];
    return chords[i - 1] * chords[i] <= 0 ? 0 : (chords[i - 1] + chords[i]) / 2;
  });
  for (let i = 0; i < n - 1; i++) {
    // Steps too small to divide by count as level.
    if (Math.abs(chords[i]) < 1e-9) {
      slopes[i] = 0;
      slopes[i + 1] = 0;
      continue;
    }
    const a = slopes[i] / chords[i];
    const b = slopes[i + 1] / chords[i];
    const square = a * a + b * b;
    if (square > 9) {
      const shrink = 3 / Math.sqrt(square);
      slopes[i] = shrink * a * chords[i];
      slopes[i + 1] = shrink * b * chords[i];
    }
  }
  return slopes;
}
