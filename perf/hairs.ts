import { parseBrush } from "@core/brush";
import { simulatedHands } from "@core/hand/simulate";
import { strokeWork } from "./stroke";
import { bestOfTurns } from "./timing";

/** A bundle of 120 hairs, 60 px: how long it takes to sweep, against stamping it at this spacing. */
export interface HairRow {
  readonly spacing: number;
  /** ms of a long stroke */
  readonly swept: number;
  readonly stamped: number;
}

/** A flat that lays thick paint and takes up what it meets, hair by hair: px of travel a second that it keeps up with. */
export interface ThickRow {
  readonly size: number;
  readonly hairs: number;
  readonly speed: number;
}

/** Whole strokes across a sheet that is painted already, from readings to shown pixels, 12 px between readings. */
export function measureThick({ size, hairs }: { readonly size: number; readonly hairs: number }): ThickRow {
  const brush = parseBrush({
    level: 1,
    name: "perf",
    tip: { size, angle: 90, shape: { kind: "bristles", bundle: "flat", hairs } },
    paint: { body: 0.6, mixing: 0.6, carry: 2, taking: "each", space: "pigment" },
  });
  const bars = parseBrush({ level: 1, name: "bars", tip: { size: 200, shape: { kind: "rectangle" } } });
  const samples = Array.from({ length: 150 }, (_, i) => ({
    x: 100 + i * 12,
    y: 1000 + 200 * Math.sin(i / 25),
    time: i * 4,
    pressure: 0.8,
  }));
  const work = strokeWork(brush, samples, undefined, undefined, (paint) => {
    for (const x of [400, 900, 1400]) {
      paint(
        bars,
        [0, 1, 2].map((n) => ({ x, y: n * 900, time: n * 100, pressure: 1 })),
      );
    }
  });
  const way = samples.slice(1).reduce((sum, { x, y }, i) => sum + Math.hypot(x - samples[i].x, y - samples[i].y), 0);
  const [ms] = bestOfTurns(3, [work]);
  return { size, hairs, speed: (way * 1000) / ms };
}

/** Whole strokes of a hand that presses and lifts, swept and stamped in the same run. */
export function measureHairs(spacing: number): HairRow {
  const brush = (scatter: number) =>
    parseBrush({
      level: 1,
      name: "perf",
      tip: { size: 60, shape: { kind: "bristles", bundle: "round", hairs: 120 } },
      // The least scatter there is has a bundle stamped, as all of them were.
      trail: { spacing, scatter },
      paint: { flow: 0.8 },
    });
  const [samples] = simulatedHands["slow-swell"]({ left: 100, top: 100, width: 1800, height: 600 }).strokes;
  const [swept, stamped] = bestOfTurns(8, [strokeWork(brush(0), samples), strokeWork(brush(1e-6), samples)]);
  return { spacing, swept, stamped };
}
