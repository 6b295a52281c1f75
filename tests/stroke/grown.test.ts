import type { Sample } from "@core/hand/sample";
import { listMarks } from "@core/stroke/make-marks";
import { renderHand } from "@core/stroke/render";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const ink = { colour: [0.1, 0.3, 0.8], second: [0.9, 0.6, 0.1] } as const;
const line = lineSamples(20, 60, 200, 70, 50, 0.8);
const grownBy = (grown: number | ((i: number) => number)): Sample[] =>
  line.map((sample, i) => ({ ...sample, grown: typeof grown === "number" ? grown : grown(i) }));

const parts: readonly object[] = [
  { tip: { size: 20 }, trail: { spacing: 0.3 } },
  {
    tip: { size: 20, roundness: 0.4, hardness: 0.5 },
    trail: { spacing: 0.2, scatter: 0.7, count: 2 },
    paint: { flow: 0.4 },
  },
  { tip: { size: 20 }, trail: { spacing: 0.3, steady: { kind: "filter" } } },
  { tip: { size: 20 }, trail: { spacing: 0.3, steady: { kind: "string", length: 30 } } },
  { tip: { size: 20 }, responses: [{ quality: "size", source: "pressure", low: 0.2 }] },
  { tip: { size: 20, shape: { kind: "bristles", hairs: 20 } } },
];

describe("a tip that is sized while a stroke is under way", () => {
  test.each(parts.map((part, n) => [n, part] as const))(
    "from the start: the same marks as of the larger brush (%i)",
    (_, part) => {
      const brush = brushOf(part);
      const larger = { ...brush, tip: { ...brush.tip, size: 35 } };
      const places = (marks: Record<string, number>[]) =>
        marks.map(({ x, y, size, angle, flow }) => [x, y, size, angle, flow].map((v) => Number(v.toFixed(9))));
      expect(places(listMarks(brush, grownBy(1.75), 3))).toEqual(places(listMarks(larger, line, 3)));
    },
  );

  test("once: unchanged; from the middle on: as before up to there, larger afterwards", () => {
    const brush = brushOf(parts[0]);
    const seen = (samples: readonly Sample[]) =>
      Buffer.from(renderHand({ brush, strokes: [samples], width: 240, height: 120, ink, paper: null, seed: 1 }));
    expect(seen(grownBy(1)).equals(seen(line))).toBe(true);
    const marks = listMarks(
      brush,
      grownBy((i) => (i < 25 ? 1 : 2)),
      1,
    );
    const before = listMarks(brush, line, 1);
    const middle = line[24].x;
    const until = marks.filter(({ x }) => x < middle);
    expect(until).toEqual(before.slice(0, until.length));
    expect(marks.at(-1)?.size).toBe(40);
  });

  test("nonsense is no size, and no mark is larger than a brush may be", () => {
    const brush = brushOf({ tip: { size: 900 }, trail: { spacing: 1 } });
    fc.assert(
      fc.property(fc.double(), (grown) => {
        for (const { size } of listMarks(brush, grownBy(grown).slice(0, 4), 1)) {
          expect(size).toBeGreaterThan(0);
          expect(size).toBeLessThanOrEqual(2000);
        }
      }),
    );
  });
});
