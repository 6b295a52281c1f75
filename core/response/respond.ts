import type { Brush } from "../brush/schema";
import { bell } from "../chance/bell";
import { chance, drift } from "../chance/counter";
import { qualityIndex, qualityNames, qualityRow } from "../quality/table";
import { type CurveFunction, curveFunction, isStraight } from "./curve";
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
  /** how much paint is left, 0 spent … 1 full */
  load: number;
  /** how much paint covers the place where the mark falls, 0…1 */
  underpaint: number;
  /** the mark's number in its stroke */
  number: number;
}

interface Driven {
  readonly quality: number;
  readonly adds: boolean;
  readonly source: Source;
  readonly stream: number;
  readonly over: number;
  /** One swing of drift, px. */
  readonly length: number;
  readonly gaussian: boolean;
  /** Undefined for the straight line. */
  readonly curve: CurveFunction | undefined;
  readonly low: number;
  readonly reach: number;
}

const STREAMS_A_QUALITY = 64;

/** Evaluates all qualities of a brush for one mark into `row`, in the order of the table of qualities. */
export type Respond = (moment: Moment, seed: number, row: Float64Array, at: number) => void;

/** Makes a brush's own values and responses ready for evaluation. */
export function compileResponses(brush: Brush): Respond {
  // On a smooth surface the ground's numbers are 0.
  const bodies = brush as unknown as Record<string, Record<string, number> | null>;
  const own = Float64Array.from(qualityNames, (name) => bodies[qualityRow(name).body]?.[name] ?? 0);
  const low = Float64Array.from(qualityNames, (name) => (name === "size" || name === "load" ? 0 : qualityRow(name).low));
  const high = Float64Array.from(qualityNames, (name) => qualityRow(name).high);
  // Angles turn on: they have no ends to stop at.
  low[qualityIndex.angle] = low[qualityIndex.hue] = -1e9;
  high[qualityIndex.angle] = high[qualityIndex.hue] = 1e9;
  const driven = brush.responses.map((response, i): Driven => {
    const quality = qualityIndex[response.quality];
    return {
      quality,
      adds: qualityRow(response.quality).joins === "add",
      source: response.source,
      stream: quality * STREAMS_A_QUALITY + (i % STREAMS_A_QUALITY),
      over: response.over,
      length: response.period * brush.tip.size,
      gaussian: response.law === "gaussian",
      curve: isStraight(response.curve) ? undefined : curveFunction(response.curve),
      low: response.low,
      reach: response.high - response.low,
    };
  });
  const count = own.length;
  const moved = [...new Set(driven.map((d) => d.quality))];
  return (moment, seed, row, at) => {
    for (let q = 0; q < count; q++) row[at + q] = own[q];
    for (let i = 0; i < driven.length; i++) {
      const d = driven[i];
      const signal = signalOf(d, moment, seed);
      const value = d.low + d.reach * (d.curve ? d.curve(signal) : signal > 0 ? Math.min(1, signal) : 0);
      if (d.adds) row[at + d.quality] += value;
      else row[at + d.quality] *= value;
    }
    for (let i = 0; i < moved.length; i++) {
      const q = moved[i];
      const value = row[at + q];
      row[at + q] = value < low[q] ? low[q] : value > high[q] ? high[q] : value;
    }
  };
}

const AROUND = 1 / 360;

// One function with a switch, and not a function for each source: numbers that functions hand to one another by way of a
// table are boxed, which a million marks would pay for.
function signalOf(driven: Driven, m: Moment, seed: number): number {
  switch (driven.source) {
    case "pressure":
      return m.pressure;
    case "tilt":
      return m.tilt;
    case "lean":
      return m.lean * AROUND;
    case "twist":
      return m.twist * AROUND;
    case "speed":
      return m.speed;
    case "heading":
      return m.heading * AROUND;
    case "chance":
      return drawn(driven, seed, m.number);
    case "strokeChance":
      return drawn(driven, seed, -1);
    case "drift":
      return drift(seed, m.distance / driven.length, driven.stream);
    case "distance":
      return Math.min(1, m.distance / driven.over);
    case "load":
      return m.load;
    case "underpaint":
      return m.underpaint;
    case "time":
      return Math.min(1, m.time / driven.over);
  }
}

function drawn({ stream, gaussian }: Driven, seed: number, number: number): number {
  const even = chance(seed, number, stream);
  return gaussian ? bell(even) : even;
}

/** Whether a source differs from mark to mark within one stroke. */
export function variesWithinStroke(source: Source): boolean {
  return source !== "strokeChance";
}
