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
