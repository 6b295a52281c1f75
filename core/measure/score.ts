import { type Brush, isThere } from "../brush";
import type { Sample } from "../hand/sample";
import { fullReservoir } from "../paint/spend";
import { type Quality, qualityIndex, qualityNames } from "../qualities/table";
import { type Moment, momentField } from "../response/moment";
import { type Source, sourceNames, sources } from "../response/sources";
import { MarkMaker } from "../stroke/make-marks";
import { markField } from "../stroke/mark-list";

/** One signal or quality along a stroke. */
export interface Lane {
  readonly name: Source | Quality;
  readonly kind: "signal" | "quality";
  /** A signal as 0…1, a quality in its unit; one value for each place of the score. */
  readonly values: readonly number[];
  /** Whether it drives something, or is driven. */
  readonly driven: boolean;
}

/** What a brush makes of a stroke, read at places along it. */
export interface Score {
  readonly places: readonly {
    readonly x: number;
    readonly y: number;
    readonly size: number;
    readonly distance: number;
  }[];
  /** Signals first, then qualities; those that take part in a response come first among their kind. */
  readonly lanes: readonly Lane[];
  /** How many marks the stroke has. */
  readonly marks: number;
}

const MOST_PLACES = 240;
type Read = keyof typeof momentField;
/** Signals that are read; chance is no reading, and what it does is seen in the qualities. */
const read = sourceNames.filter((name): name is Read => sources[name].family !== "chance");

/** Reads signals and qualities along one stroke, at up to 240 of its places. @param seed any 32-bit integer */
export function scoreOf(brush: Brush, samples: readonly Sample[], seed: number): Score {
  const places: Score["places"][number][] = [];
  const signals: number[][] = [];
  const values: number[][] = [];
  const reservoir = fullReservoir();
  let marks = 0;
  const watch = (moment: Moment, row: Float64Array, at: number) => {
    places.push({
      x: row[at + markField.x],
      y: row[at + markField.y],
      size: row[at + qualityIndex.size],
      distance: moment[momentField.distance],
    });
    signals.push(read.map((name) => signalOf(name, moment, brush)));
    values.push(qualityNames.map((_, i) => row[at + i]));
  };
  const maker: MarkMaker = new MarkMaker(
    brush,
    seed,
    () => {
      marks += maker.marks.count;
      maker.marks.clear();
    },
    { watch, reservoir },
  );
  maker.push(samples);
  maker.end();
  marks += maker.marks.count;
  const kept = thinned(places.length);
  const lanes = [
    ...read.map(
      (name, i): Lane => ({
        name,
        kind: "signal",
        values: kept.map((n) => signals[n][i]),
        driven: brush.responses.some((r) => r.source === name && !r.muted),
      }),
    ),
    ...qualityNames
      .filter((name) => isThere(brush, name))
      .map(
        (name): Lane => ({
          name,
          kind: "quality",
          values: kept.map((n) => values[n][qualityIndex[name]]),
          driven: brush.responses.some((r) => r.quality === name && !r.muted),
        }),
      ),
  ];
  const order = (lane: Lane) => (lane.kind === "signal" ? 0 : 2) + (lane.driven ? 0 : 1);
  return { places: kept.map((n) => places[n]), lanes: lanes.sort((a, b) => order(a) - order(b)), marks };
}

function signalOf(name: Read, moment: Moment, brush: Brush): number {
  const value = moment[momentField[name]];
  const { scale } = sources[name];
  if (scale === "turn") return value / 360;
  if (scale === "share") return value;
  const over = brush.responses.find((r) => r.source === name)?.over ?? 1000;
  return Math.min(1, value / over);
}

/** Evenly chosen places, the first and the last among them. */
function thinned(count: number): number[] {
  const kept = Math.min(count, MOST_PLACES);
  return Array.from({ length: kept }, (_, i) => (kept === 1 ? 0 : Math.round((i * (count - 1)) / (kept - 1))));
}
