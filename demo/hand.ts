import { chance } from "@core/chance/counter";
import type { Sample } from "@core/hand/sample";

export type Point = readonly [number, number];

/** How a stroke is drawn. */
export interface Manner {
  /** px a ms */
  readonly speed?: number;
  /** The hand's weight along the stroke, 0…1 at 0…1 of its way. */
  readonly weight?: (along: number) => number;
  /** How far the hand strays, px. */
  readonly strays?: number;
}

/** Presses on, and lifts at the end. */
export const swelling = (along: number): number =>
  Math.sin(Math.PI * Math.min(1, Math.max(0, 0.06 + along * 0.9))) ** 0.6;
/** One weight all along, set down and lifted quickly. */
export const even = (along: number): number => Math.min(1, 0.55 + along * 6, 0.55 + (1 - along) * 6) * 0.9;

const STEP_MS = 9;

/** A row of readings of a hand that follows these points with soft corners. @param seed another for each stroke */
export function handAlong(points: readonly Point[], seed: number, manner: Manner = {}): Sample[] {
  const { speed = 0.7, weight = even, strays = 1.2 } = manner;
  const lengths = points.slice(1).map(([x, y], i) => Math.hypot(x - points[i][0], y - points[i][1]));
  const whole = lengths.reduce((sum, one) => sum + one, 0);
  const count = Math.max(6, Math.round(whole / (speed * STEP_MS)));
  // Two slow waves of chance: a hand trembles, and does not jump.
  const wave = (k: number) => (chance(seed, 1, k) - 0.5) * 2;
  const [a, b, c, d] = [wave(1), wave(2), wave(3), wave(4)];
  return Array.from({ length: count + 1 }, (_, i) => {
    const along = i / count;
    const [x, y] = pointAt(points, lengths, along * whole);
    const stray = (p: number, q: number) =>
      strays * (p * Math.sin(along * 7 + q * 9) + q * Math.sin(along * 17 + p * 5));
    return {
      x: x + stray(a, b),
      y: y + stray(c, d),
      time: i * STEP_MS,
      pressure: Math.min(1, Math.max(0.02, weight(along) * (1 + 0.06 * wave(5)))),
    };
  });
}

function pointAt(points: readonly Point[], lengths: readonly number[], way: number): Point {
  let left = way;
  for (const [i, length] of lengths.entries()) {
    if (left <= length || i === lengths.length - 1) {
      const t = length > 0 ? Math.min(1, left / length) : 0;
      const [[x, y], [u, v]] = [points[i], points[i + 1]];
      return [x + (u - x) * t, y + (v - y) * t];
    }
    left -= length;
  }
  return points[0];
}

/** Points of an arc of an ellipse, from and to in degrees clockwise from the right as seen. */
export function arc(cx: number, cy: number, rx: number, ry: number, from: number, to: number, count = 14): Point[] {
  return Array.from({ length: count + 1 }, (_, i) => {
    const angle = ((from + ((to - from) * i) / count) * Math.PI) / 180;
    return [cx + rx * Math.cos(angle), cy + ry * Math.sin(angle)];
  });
}
