import { parseBrush } from "@core/brush";
import { toAndFro } from "./hand";
import { strokeWork } from "./stroke";
import { bestOfTurns } from "./timing";

/** How many times as long a whole stroke takes as a plain one of the same marks. */
export interface WetRow {
  readonly size: number;
  readonly grain: number;
  readonly rim: number;
  readonly body: number;
  readonly soften: number;
  readonly wash: number;
}

/** Whole strokes with a ground, a rim, a body, softening and water, against plain ones in the same run. */
export function measureWet(size: number): WetRow {
  const brush = (part: object, paint: object = {}) =>
    parseBrush({
      level: 1,
      name: "perf",
      tip: { size, hardness: 0.5 },
      trail: { spacing: 0.1 },
      paint: { flow: 0.2, ...paint },
      ...part,
    });
  const samples = toAndFro(Math.min(8000, Math.max(150, 3e7 / (size * size))), size);
  const works = [
    brush({}),
    brush({ ground: { depth: 0.6 } }),
    brush({}, { rim: { strength: 0.6, width: 8 } }),
    brush({}, { body: 0.6 }),
    brush({}, { soften: 4, flow: 0 }),
    brush({}, { water: 1 }),
  ].map((value) => strokeWork(value, samples));
  const [plain, grain, rim, body, soften, wash] = bestOfTurns(4, works);
  return {
    size,
    grain: grain / plain,
    rim: rim / plain,
    body: body / plain,
    soften: soften / plain,
    wash: wash / plain,
  };
}
