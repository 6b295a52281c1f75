import type { Brush } from "../brush/schema";
import { bell } from "../chance/bell";
import { chance, drift } from "../chance/counter";
import { qualityIndex, qualityNames, qualityRow } from "../quality/table";
import { type CurveFunction, curveFunction } from "./curve";
import type { Response } from "./model";
import type { Source } from "./sources";

/** What the brush knows of the moment in which a mark is made. */
export interface Moment {
  pressure: number;
  tilt: number;
  /** degrees */
  lean: number;
  /** degrees */
  twist: number;
  /** 0…1 of the brush's full speed */
  speed: number;
  /** degrees, counter-clockwise from the right as seen on screen */
  heading: number;
  /** px since the start of the stroke */
  distance: number;
  /** ms since the start of the stroke */
  time: number;
  /** the mark's number in its stroke */
  number: number;
}

interface Driven {
  readonly quality: number;
  readonly adds: boolean;
  readonly signal: (moment: Moment, seed: number) => number;
  readonly curve: CurveFunction;
  readonly low: number;
  readonly reach: number;
}

const STREAMS_A_QUALITY = 64;

/** Evaluates all qualities of a brush for one mark into `row`, in the order of the table of qualities. */
export type Respond = (moment: Moment, seed: number, row: Float64Array, at: number) => void;

/** Makes a brush's own values and responses ready for evaluation. */
export function compileResponses(brush: Brush): Respond {
  const bodies = brush as unknown as Record<string, Record<string, number>>;
  const own = Float64Array.from(qualityNames, (name) => bodies[qualityRow(name).body][name]);
  const low = Float64Array.from(qualityNames, (name) => (name === "size" ? 0 : qualityRow(name).low));
  const high = Float64Array.from(qualityNames, (name) => qualityRow(name).high);
  // Angles turn on: they have no ends to stop at.
  low[qualityIndex.angle] = low[qualityIndex.hue] = -1e9;
  high[qualityIndex.angle] = high[qualityIndex.hue] = 1e9;
  const driven = brush.responses.map((response, i): Driven => {
    const quality = qualityIndex[response.quality];
    return {
      quality,
      adds: qualityRow(response.quality).joins === "add",
      signal: signalOf(response, quality * STREAMS_A_QUALITY + (i % STREAMS_A_QUALITY), brush.tip.size),
      curve: curveFunction(response.curve),
      low: response.low,
      reach: response.high - response.low,
    };
  });
  const count = own.length;
  const moved = [...new Set(driven.map((d) => d.quality))];
  return (moment, seed, row, at) => {
    for (let q = 0; q < count; q++) row[at + q] = own[q];
    for (const d of driven) {
      const value = d.low + d.reach * d.curve(d.signal(moment, seed));
      if (d.adds) row[at + d.quality] += value;
      else row[at + d.quality] *= value;
    }
    for (const q of moved) {
      const value = row[at + q];
      row[at + q] = value < low[q] ? low[q] : value > high[q] ? high[q] : value;
    }
  };
}

const AROUND = 1 / 360;

function signalOf({ source, over, period, law }: Response, stream: number, size: number): (m: Moment, seed: number) => number {
  const length = period * size;
  const number = law === "gaussian" ? (seed: number, mark: number) => bell(chance(seed, mark, stream)) : (seed: number, mark: number) => chance(seed, mark, stream);
  const signals: Record<Source, (m: Moment, seed: number) => number> = {
    pressure: (m) => m.pressure,
    tilt: (m) => m.tilt,
    lean: (m) => m.lean * AROUND,
    twist: (m) => m.twist * AROUND,
    speed: (m) => m.speed,
    heading: (m) => m.heading * AROUND,
    chance: (m, seed) => number(seed, m.number),
    strokeChance: (_, seed) => number(seed, -1),
    drift: (m, seed) => drift(seed, m.distance / length, stream),
    distance: (m) => Math.min(1, m.distance / over),
    time: (m) => Math.min(1, m.time / over),
  };
  return signals[source];
}

/** Whether a source differs from mark to mark within one stroke. */
export function variesWithinStroke(source: Source): boolean {
  return source !== "strokeChance";
}
