import { chance } from "../chance/counter";
import { sinDegrees } from "../numeric/trig";
import type { Hand, Sample } from "./sample";

/** Where a simulated hand moves: a rectangle in px. */
export interface Room {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

const SAMPLE_GAP = 8;

/** Samples along a parametric path, `count` of them, a reading every 8 ms. */
function trace(count: number, at: (u: number) => Omit<Sample, "time">): Sample[] {
  return Array.from({ length: count }, (_, i) => ({ ...at(count === 1 ? 0 : i / (count - 1)), time: i * SAMPLE_GAP }));
}

/** A long wave with pressure that rises, holds and leaves: shows swelling and both ends. */
export function slowSwell({ left, top, width, height }: Room): Hand {
  const samples = trace(160, (u) => ({
    x: left + u * width,
    y: top + height * (0.5 + 0.34 * sinDegrees(115 - u * 250 - 60 * u * u)),
    pressure: swell(u),
    tilt: 0.35 + 0.2 * sinDegrees(u * 180),
    lean: 40 + 25 * u,
    twist: 20 + 60 * u,
  }));
  return { name: "slow swell", strokes: [samples] };
}

function swell(u: number): number {
  const rise = Math.min(1, u / 0.34);
  const fall = Math.min(1, (1 - u) / 0.26);
  const ends = rise * rise * (3 - 2 * rise) * fall * fall * (3 - 2 * fall);
  return 0.04 + ends * (0.88 + 0.08 * sinDegrees(u * 540));
}

/** Five quick strokes upward that leave the surface in motion. */
export function flicks({ left, top, width, height }: Room): Hand {
  const gap = width / 5;
  const strokes = Array.from({ length: 5 }, (_, n) =>
    trace(18, (u) => ({
      x: left + gap * (n + 0.15) + u * gap * 0.7,
      y: top + height * (1 - u * (2 - u) * 0.96),
      pressure: Math.max(0.02, 0.95 * (1 - u) * (0.35 + 0.65 * Math.min(1, u * 5 + 0.2))),
    })),
  );
  return { name: "flicks", strokes };
}

/** Two lines across two: shows how overlaps add up. */
export function crossings({ left, top, width, height }: Room): Hand {
  const line = (x0: number, y0: number, x1: number, y1: number) =>
    trace(40, (u) => ({ x: left + width * (x0 + u * (x1 - x0)), y: top + height * (y0 + u * (y1 - y0)), pressure: 0.62 }));
  return { name: "crossings", strokes: [line(0.04, 0.3, 0.98, 0.42), line(0, 0.62, 0.94, 0.76), line(0.28, 0.02, 0.36, 0.98), line(0.66, 0, 0.7, 0.96)] };
}

/** A wave at an even pressure. */
export function wave({ left, top, width, height }: Room): Hand {
  const samples = trace(80, (u) => ({
    x: left + u * width,
    y: top + height * (0.5 + 0.36 * sinDegrees(160 + u * 400)),
    pressure: 0.68,
  }));
  return { name: "wave", strokes: [samples] };
}

/** A straight line whose pressure grows from nothing to full. */
export function lightToHeavy({ left, top, width, height }: Room): Hand {
  const samples = trace(80, (u) => ({ x: left + u * width, y: top + height * (0.56 - 0.12 * u), pressure: 0.02 + 0.98 * u }));
  return { name: "light to heavy", strokes: [samples] };
}

/** Single taps from light to heavy. */
export function dots({ left, top, width, height }: Room, seed = 1): Hand {
  const strokes = Array.from({ length: 7 }, (_, n) => [{ x: left + (width * (n + 0.5)) / 7, y: top + height * (0.4 + 0.2 * chance(seed, n, 0)), time: 0, pressure: (n + 1) / 7 }]);
  return { name: "dots", strokes };
}
