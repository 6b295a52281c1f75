import { bell } from "../chance/bell";
import { chanceBits, drift, share } from "../chance/counter";
import { type Quality, qualityIndex, qualityNames, qualityRow } from "../qualities/table";
import { type CurveTable, curveAt, curveTable, isStraight } from "./curve";
import type { Response } from "./model";
import { type Moment, momentField } from "./moment";
import { sources } from "./sources";

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

/**
 * Makes responses ready for evaluation.
 * @param own the brush's own value of each quality, in the order of their table
 * @param responses all of them: muted ones do nothing, but keep the chance of the others as it is
 * @param size the tip's, px, of which drift's period is told
 */
export function compileResponses(own: Float64Array, responses: readonly Response[], size: number): Respond {
  const rows = qualityNames.map(qualityRow);
  // Angles turn on: they have no ends to stop at.
  const low = Float64Array.from(rows, (row) => (row.turns ? -1e9 : row.mayRest ? 0 : row.low));
  const high = Float64Array.from(rows, (row) => (row.turns ? 1e9 : row.high));
  const before = new Map<Quality, number>();
  const all = responses.map((response): Driven => {
    const row = qualityRow(response.quality);
    const place = before.get(response.quality) ?? 0;
    before.set(response.quality, place + 1);
    return {
      quality: qualityIndex[response.quality],
      adds: row.joins === "add",
      ...signalOf(response, size),
      stream: row.stream * STREAMS_A_QUALITY + (place % STREAMS_A_QUALITY),
      gaussian: response.law === "gaussian",
      curve: isStraight(response.curve) ? undefined : curveTable(response.curve),
      low: response.low,
      reach: response.high - response.low,
    };
  });
  const driven = all.filter((_, i) => !responses[i].muted);
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

function signalOf({ source, over, period }: Response, size: number): Pick<Driven, "kind" | "field" | "whole" | "once"> {
  const { scale } = sources[source];
  if (scale === "mark" || scale === "stroke") return { kind: "drawn", field: 0, whole: 1, once: scale === "stroke" };
  if (scale === "drift") return { kind: "drift", field: momentField.distance, whole: period * size, once: false };
  const whole = scale === "turn" ? 360 : scale === "over" ? over : 1;
  return { kind: "read", field: momentField[source as keyof typeof momentField], whole, once: false };
}
