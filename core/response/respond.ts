import type { Brush } from "../brush/schema";
import { bell } from "../chance/bell";
import { chanceBits, drift, share } from "../chance/counter";
import { qualityIndex, qualityNames, qualityRow } from "../quality/table";
import { type CurveTable, curveAt, curveTable, isStraight } from "./curve";
import type { Response } from "./model";
import { type Moment, momentField } from "./moment";
import type { Source } from "./sources";

/** A response as it is evaluated: nothing here is looked up by name. */
interface Driven {
  readonly quality: number;
  readonly adds: boolean;
  readonly kind: "read" | "drawn" | "drift";
  /** Where a moment has it, and what of it counts as 1. */
  readonly field: number;
  readonly whole: number;
  /** Whether chance draws once for the whole stroke. */
  readonly once: boolean;
  readonly stream: number;
  readonly gaussian: boolean;
  /** Undefined for the straight line. */
  readonly curve: CurveTable | undefined;
  readonly low: number;
  readonly reach: number;
}

const STREAMS_A_QUALITY = 64;

/** Evaluates all qualities of a brush for the mark of this number into `row`, in the order of the table of qualities. */
export type Respond = (moment: Moment, number: number, seed: number, row: Float64Array, at: number) => void;

/** Makes a brush's own values and responses ready for evaluation. */
export function compileResponses(brush: Brush): Respond {
  // On a smooth surface the ground's numbers are 0.
  const bodies = brush as unknown as Record<string, Record<string, number> | null>;
  const own = Float64Array.from(qualityNames, (name) => bodies[qualityRow(name).body]?.[name] ?? 0);
  const low = Float64Array.from(qualityNames, (name) =>
    name === "size" || name === "load" ? 0 : qualityRow(name).low,
  );
  const high = Float64Array.from(qualityNames, (name) => qualityRow(name).high);
  // Angles turn on: they have no ends to stop at.
  low[qualityIndex.angle] = low[qualityIndex.hue] = -1e9;
  high[qualityIndex.angle] = high[qualityIndex.hue] = 1e9;
  const driven = brush.responses.map((response, i): Driven => {
    const quality = qualityIndex[response.quality];
    return {
      quality,
      adds: qualityRow(response.quality).joins === "add",
      ...signalOf(response, brush.tip.size),
      stream: quality * STREAMS_A_QUALITY + (i % STREAMS_A_QUALITY),
      gaussian: response.law === "gaussian",
      curve: isStraight(response.curve) ? undefined : curveTable(response.curve),
      low: response.low,
      reach: response.high - response.low,
    };
  });
  const moved = [...new Set(driven.map((d) => d.quality))];
  return (moment, number, seed, row, at) => {
    row.set(own, at);
    for (let i = 0; i < driven.length; i++) {
      const d = driven[i];
      // All in one function: numbers that functions hand to one another are boxed, which a million marks would pay for.
      let signal = 0;
      if (d.kind === "read") signal = moment[d.field] / d.whole;
      else if (d.kind === "drift") signal = drift(seed, moment[momentField.distance] / d.whole, d.stream);
      else {
        signal = share(chanceBits(seed, d.once ? -1 : number, d.stream));
        if (d.gaussian) signal = bell(signal);
      }
      const height = d.curve ? curveAt(d.curve, signal) : signal > 0 ? Math.min(1, signal) : 0;
      if (d.adds) row[at + d.quality] += d.low + d.reach * height;
      else row[at + d.quality] *= d.low + d.reach * height;
    }
    for (let i = 0; i < moved.length; i++) {
      const q = moved[i];
      const value = row[at + q];
      row[at + q] = value < low[q] ? low[q] : value > high[q] ? high[q] : value;
    }
  };
}

/** @param size the tip's, px, of which drift's period is told */
function signalOf({ source, over, period }: Response, size: number): Pick<Driven, "kind" | "field" | "whole" | "once"> {
  const read = (whole: number) =>
    ({ kind: "read", field: momentField[source as keyof typeof momentField], whole, once: false }) as const;
  switch (source) {
    case "chance":
    case "strokeChance":
      return { kind: "drawn", field: 0, whole: 1, once: source === "strokeChance" };
    case "drift":
      return { kind: "drift", field: momentField.distance, whole: period * size, once: false };
    case "lean":
    case "twist":
    case "heading":
      return read(360);
    case "distance":
    case "time":
      return read(over);
    default:
      return read(1);
  }
}

/** Whether a source differs from mark to mark within one stroke. */
export function variesWithinStroke(source: Source): boolean {
  return source !== "strokeChance";
}
