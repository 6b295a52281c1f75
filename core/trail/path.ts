import type { TameSample } from "../hand/tame";
import { length } from "../numeric/length";

/** Two samples closer than this, px, are one place. */
export const SAME_PLACE = 0.01;

/** A conditioned sample: all signals known, speed (px/ms) added. */
export type PathPoint = TameSample & { readonly speed: number };

/** One piece of the path: x and y as cubic polynomials of u = 0…1, signals to be read between its ends. */
export interface Piece {
  readonly from: PathPoint;
  readonly to: PathPoint;
  /** Coefficients of 1, u, u², u³. */
  readonly x: readonly [number, number, number, number];
  readonly y: readonly [number, number, number, number];
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/** The piece of the path from `b` to `c`, as `curveThrough` has it. */
export function catmullRom(a: PathPoint | undefined, b: PathPoint, c: PathPoint, d: PathPoint | undefined): Piece {
  const { x, y } = curveThrough(a, b, c, d);
  return { from: b, to: c, x, y };
}

/**
 * The centripetal Catmull–Rom curve from `b` to `c`, whose neighbours are `a` and `d`; a missing neighbour is mirrored.
 * Yuksel, Schaefer, Keyser, "Parameterization and applications of Catmull–Rom curves", CAD 43 (2011): no cusps and no
 * self-intersections within a piece. Successive points must differ in place.
 */
export function curveThrough(a: Point | undefined, b: Point, c: Point, d: Point | undefined): Pick<Piece, "x" | "y"> {
  const ax = a ? a.x : 2 * b.x - c.x;
  const ay = a ? a.y : 2 * b.y - c.y;
  const dx = d ? d.x : 2 * c.x - b.x;
  const dy = d ? d.y : 2 * c.y - b.y;
  const before = knot(b.x - ax, b.y - ay);
  const between = knot(c.x - b.x, c.y - b.y);
  const after = knot(dx - c.x, dy - c.y);
  return {
    x: cubic(b.x, c.x, slope(ax, b.x, c.x, before, between), slope(b.x, c.x, dx, between, after, true)),
    y: cubic(b.y, c.y, slope(ay, b.y, c.y, before, between), slope(b.y, c.y, dy, between, after, true)),
  };
}

/** Between two directions, degrees, by the shorter way around. */
export function turned(a: number, b: number, u: number): number {
  if (a === b) return a;
  const way = b - a > 180 ? b - a - 360 : b - a < -180 ? b - a + 360 : b - a;
  const angle = a + u * way;
  return angle < 0 ? angle + 360 : angle >= 360 ? angle - 360 : angle;
}

function knot(x: number, y: number): number {
  return Math.sqrt(Math.sqrt(x * x + y * y));
}

/** The curve's derivative at the middle point, scaled to the piece that has u = 0…1. */
function slope(p: number, q: number, r: number, first: number, second: number, pieceIsFirst = false): number {
  const derivative = (q - p) / first - (r - p) / (first + second) + (r - q) / second;
  return derivative * (pieceIsFirst ? first : second);
}

function cubic(from: number, to: number, out: number, into: number): [number, number, number, number] {
  return [from, out, 3 * (to - from) - 2 * out - into, 2 * (from - to) + out + into];
}

/** Enough chords that their summed length is within a thousandth of the curve's: by length, and by how much it bends. */
export function chordCount(piece: Piece): number {
  const [, x1, x2, x3] = piece.x;
  const [, y1, y2, y3] = piece.y;
  const chord = length(piece.to.x - piece.from.x, piece.to.y - piece.from.y);
  const bend = length(x2, y2) + 3 * length(x3, y3);
  const swing = bend / Math.max(chord, length(x1, y1) / 4, 1e-9);
  return Math.min(64, Math.max(2, Math.ceil(Math.sqrt(chord) / 2), Math.ceil(swing * 12)));
}

/** The summed length of a piece's chords: the same sum, in the same order, as a walk along them makes. */
export function chordLength({ x: [x0, x1, x2, x3], y: [y0, y1, y2, y3] }: Piece, chords: number): number {
  let px = x0;
  let py = y0;
  let sum = 0;
  for (let i = 1; i <= chords; i++) {
    const u = i / chords;
    const x = x0 + u * (x1 + u * (x2 + u * x3));
    const y = y0 + u * (y1 + u * (y2 + u * y3));
    sum += length(x - px, y - py);
    px = x;
    py = y;
  }
  return sum;
}
