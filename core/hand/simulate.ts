import { chance, drift } from "../chance/counter";
import { cosDegrees, sinDegrees } from "../numeric/trig";
import type { Hand, Sample } from "./sample";

/** Where a simulated hand moves: a rectangle in px. */
export interface Room {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Draws a hand in a room; the same seed gives the same hand, another one trembles otherwise. */
export type SimulatedHand = (room: Room, seed?: number) => Hand;

const SAMPLE_GAP = 8;
/** How far a hand trembles, as a share of its room's height, and how many samples one swing of it takes. */
const TREMOR = 0.006;
const SWING = 9;

/** Samples along a parametric path, `count` of them, a reading every 8 ms, with the tremor of a hand. */
function trace(
  count: number,
  { left, top, width, height }: Room,
  seed: number,
  at: (u: number) => Omit<Sample, "time">,
): Sample[] {
  const tremble = (i: number, stream: number) => (drift(seed, i / SWING, stream) - 0.5) * 2 * TREMOR * height;
  return Array.from({ length: count }, (_, i) => {
    const still = at(count === 1 ? 0 : i / (count - 1));
    // Even a trembling hand stays in its room.
    const x = Math.min(left + width, Math.max(left, still.x + tremble(i, 1)));
    const y = Math.min(top + height, Math.max(top, still.y + tremble(i, 2)));
    return { ...still, x, y, time: i * SAMPLE_GAP };
  });
}

/** How long a hand takes from one stroke to the next, ms. */
const LIFTED = 250;

/** Strokes one after the other by the hand's clock, each of which began at 0. */
function inTurn(strokes: readonly (readonly Sample[])[]): Sample[][] {
  let begun = 0;
  return strokes.map((stroke) => {
    const from = begun;
    begun += stroke[stroke.length - 1].time + LIFTED;
    return stroke.map((sample) => ({ ...sample, time: sample.time + from }));
  });
}

/** A level line at an even pressure and speed. */
export const steadyLine: SimulatedHand = (room, seed = 1) => {
  const { left, top, width, height } = room;
  return {
    name: "steady line",
    strokes: [trace(100, room, seed, (u) => ({ x: left + u * width, y: top + height / 2, pressure: 0.7 }))],
  };
};

/** A long wave with pressure that rises, holds and leaves: shows swelling and both ends. */
export const slowSwell: SimulatedHand = (room, seed = 1) => {
  const { left, top, width, height } = room;
  const samples = trace(160, room, seed, (u) => ({
    x: left + u * width,
    y: top + height * (0.5 + 0.34 * sinDegrees(115 - u * 250 - 60 * u * u)),
    pressure: swell(u),
    tilt: 0.35 + 0.2 * sinDegrees(u * 180),
    lean: 40 + 25 * u,
    twist: 20 + 60 * u,
  }));
  return { name: "slow swell", strokes: [samples] };
};

function swell(u: number): number {
  const rise = Math.min(1, u / 0.34);
  const fall = Math.min(1, (1 - u) / 0.26);
  const ends = rise * rise * (3 - 2 * rise) * fall * fall * (3 - 2 * fall);
  return 0.04 + ends * (0.88 + 0.08 * sinDegrees(u * 540));
}

/** Five quick strokes upward that leave the surface in motion. */
export const flicks: SimulatedHand = (room, seed = 1) => {
  const { left, top, width, height } = room;
  const gap = width / 5;
  const strokes = Array.from({ length: 5 }, (_, n) =>
    trace(18, room, seed + n, (u) => ({
      x: left + gap * (n + 0.15) + u * gap * 0.7,
      y: top + height * (1 - u * (2 - u) * 0.96),
      pressure: Math.max(0.02, 0.95 * (1 - u) * (0.35 + 0.65 * Math.min(1, u * 5 + 0.2))),
    })),
  );
  return { name: "flicks", strokes: inTurn(strokes) };
};

/** Two lines across two: shows how overlaps add up. */
export const crossings: SimulatedHand = (room, seed = 1) => {
  const { left, top, width, height } = room;
  const ends = [
    [0.04, 0.3, 0.98, 0.42],
    [0, 0.62, 0.94, 0.76],
    [0.28, 0.02, 0.36, 0.98],
    [0.66, 0, 0.7, 0.96],
  ];
  const strokes = ends.map(([x0, y0, x1, y1], n) =>
    trace(40, room, seed + n, (u) => ({
      x: left + width * (x0 + u * (x1 - x0)),
      y: top + height * (y0 + u * (y1 - y0)),
      pressure: 0.62,
    })),
  );
  return { name: "crossings", strokes: inTurn(strokes) };
};

/** Slanted strokes side by side, each a little lighter towards its end. */
export const hatch: SimulatedHand = (room, seed = 1) => {
  const { left, top, width, height } = room;
  const lines = 14;
  const lean = Math.min(width * 0.2, height * 0.5);
  const strokes = Array.from({ length: lines }, (_, n) => {
    const x = left + ((width - lean) * (n + 0.25 + 0.5 * chance(seed, n, 3))) / lines;
    return trace(20, room, seed + n, (u) => ({
      x: x + lean * (1 - u),
      y: top + height * (0.05 + 0.9 * u),
      pressure: 0.75 - 0.45 * u,
    }));
  });
  return { name: "hatch", strokes: inTurn(strokes) };
};

/** A spiral from the middle outward: every heading, and every curve from tight to wide. */
export const spiral: SimulatedHand = (room, seed = 1) => {
  const { left, top, width, height } = room;
  const samples = trace(260, room, seed, (u) => {
    const way = Math.sqrt(u);
    return {
      x: left + width / 2 + (width / 2) * way * cosDegrees(way * 1440),
      y: top + height / 2 - (height / 2) * way * sinDegrees(way * 1440),
      pressure: 0.35 + 0.4 * u,
    };
  });
  return { name: "spiral", strokes: [samples] };
};

/** A wave at an even pressure. */
export const wave: SimulatedHand = (room, seed = 1) => {
  const { left, top, width, height } = room;
  const samples = trace(80, room, seed, (u) => ({
    x: left + u * width,
    y: top + height * (0.5 + 0.36 * sinDegrees(160 + u * 400)),
    pressure: 0.68,
  }));
  return { name: "wave", strokes: [samples] };
};

/** A straight line whose pressure grows from nothing to full. */
export const lightToHeavy: SimulatedHand = (room, seed = 1) => {
  const { left, top, width, height } = room;
  return {
    name: "light to heavy",
    strokes: [
      trace(80, room, seed, (u) => ({
        x: left + u * width,
        y: top + height * (0.56 - 0.12 * u),
        pressure: 0.02 + 0.98 * u,
      })),
    ],
  };
};

/** A line that begins slowly, races through its middle and slows down again; pressure stays. */
export const fastSlow: SimulatedHand = (room, seed = 1) => {
  const { left, top, width, height } = room;
  const samples = trace(110, room, seed, (u) => ({
    x: left + width * u * u * u * (u * (6 * u - 15) + 10),
    y: top + height * (0.5 + 0.2 * sinDegrees(u * 360)),
    pressure: 0.6,
  }));
  return { name: "fast and slow", strokes: [samples] };
};

/** A line along which the pen sinks from upright to flat and turns its lean once around. */
export const tiltSweep: SimulatedHand = (room, seed = 1) => {
  const { left, top, width, height } = room;
  const samples = trace(120, room, seed, (u) => ({
    x: left + u * width,
    y: top + height / 2,
    pressure: 0.65,
    tilt: 0.95 * u,
    lean: 360 * u === 360 ? 0 : 360 * u,
    twist: 0,
  }));
  return { name: "tilt sweep", strokes: [samples] };
};

/** A line along which the barrel is rolled once around between the fingers. */
export const barrelRoll: SimulatedHand = (room, seed = 1) => {
  const { left, top, width, height } = room;
  const samples = trace(120, room, seed, (u) => ({
    x: left + u * width,
    y: top + height / 2,
    pressure: 0.65,
    tilt: 0.4,
    lean: 45,
    twist: u === 1 ? 0 : 360 * u,
  }));
  return { name: "barrel roll", strokes: [samples] };
};

/** Single taps from light to heavy. */
export const dots: SimulatedHand = ({ left, top, width, height }, seed = 1) => {
  const strokes = Array.from({ length: 7 }, (_, n) => [
    {
      x: left + (width * (n + 0.5)) / 7,
      y: top + height * (0.4 + 0.2 * chance(seed, n, 0)),
      time: 0,
      pressure: (n + 1) / 7,
    },
  ]);
  return { name: "dots", strokes: inTurn(strokes) };
};

/** All simulated hands by a short name. */
export const simulatedHands = {
  "steady-line": steadyLine,
  "slow-swell": slowSwell,
  flicks,
  crossings,
  hatch,
  spiral,
  wave,
  "light-to-heavy": lightToHeavy,
  "fast-slow": fastSlow,
  "tilt-sweep": tiltSweep,
  "barrel-roll": barrelRoll,
  dots,
} as const satisfies Record<string, SimulatedHand>;
