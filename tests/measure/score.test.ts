import { slowSwell, steadyLine } from "@core/hand/simulate";
import { inkBudget } from "@core/measure/ink-budget";
import { ripple } from "@core/measure/ripple";
import { scallopDepth } from "@core/measure/scallop";
import { scoreOf } from "@core/measure/score";
import { listMarks } from "@core/stroke/make-marks";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const room = { left: 20, top: 20, width: 560, height: 120 };
const [swell] = slowSwell(room).strokes;
const sheet = { width: 600, height: 160 };

describe("the score", () => {
  test("has what the marks have, at places from the first to the last", () => {
    const brush = brushOf({ tip: { size: 20 }, responses: [{ quality: "size", source: "pressure", low: 0.2 }] });
    const score = scoreOf(brush, swell, 1);
    const marks = listMarks(brush, swell, 1);
    expect(score.marks).toBe(marks.length);
    expect(score.places).toHaveLength(Math.min(240, marks.length));
    expect(score.places[0].x).toBe(marks[0].x);
    expect(score.places[score.places.length - 1].x).toBe(marks[marks.length - 1].x);
    const sizes = score.lanes.find((lane) => lane.name === "size" && lane.kind === "quality");
    const pressures = score.lanes.find((lane) => lane.name === "pressure");
    for (const [i, value] of (sizes?.values ?? []).entries())
      expect(value).toBeCloseTo(20 * (0.2 + 0.8 * (pressures?.values[i] ?? 0)), 9);
  });

  test("puts what drives and is driven first, and leaves out what a smooth brush has not", () => {
    const score = scoreOf(brushOf({ responses: [{ quality: "flow", source: "tilt", low: 0.2 }] }), swell, 1);
    expect(score.lanes[0]).toMatchObject({ name: "tilt", kind: "signal", driven: true });
    expect(score.lanes.find((lane) => lane.kind === "quality")).toMatchObject({ name: "flow", driven: true });
    expect(score.lanes.some((lane) => lane.name === "depth")).toBe(false);
  });

  test("counts all marks of a step, and more marks than wait at once", () => {
    const line = lineSamples(0, 50, 500, 50);
    const brush = brushOf({ tip: { size: 4 }, trail: { spacing: 0.05, count: 3 } });
    expect(scoreOf(brush, line, 1).marks).toBe(listMarks(brush, line, 1).length);
  });
});

describe("the ink budget", () => {
  const line = steadyLine(room).strokes[0];
  const budget = (part: object) => inkBudget(brushOf(part), line, sheet);

  test("of a hard full brush is spent whole: nothing holds it back", async () => {
    const found = await budget({ tip: { size: 40 } });
    expect(found?.coverage).toBeGreaterThan(0.99);
    for (const { takes } of found?.factors ?? []) expect(Math.abs(takes)).toBeLessThan(0.01);
  });

  test("names the factor that was made small, and by how much", async () => {
    const parts = {
      flow: { paint: { flow: 0.02 } },
      opacity: { paint: { opacity: 0.3 } },
      spacing: { trail: { spacing: 4 } },
      pressure: {
        responses: [
          {
            quality: "flow",
            source: "pressure",
            low: 0,
            curve: [
              [0, 0],
              [0.9, 0.01],
              [1, 1],
            ],
          },
        ],
      },
      tip: { tip: { size: 40, hardness: 0 }, trail: { spacing: 0.6 } },
      ground: { ground: { grain: { kind: "noise" }, law: "print", depth: 1 }, paint: { build: "even" } },
      load: { paint: { load: 3 } },
    };
    for (const [holder, part] of Object.entries(parts)) {
      const found = await budget({ tip: { size: 40 }, ...part });
      expect(found?.factors[0].holder, holder).toBe(holder);
      expect(found?.factors[0].takes, holder).toBeGreaterThan(0.1);
    }
  });

  test("an opacity of 0.3 covers 0.3, and without it everything", async () => {
    const found = await budget({ tip: { size: 40 }, paint: { opacity: 0.3 } });
    expect(found?.coverage).toBeCloseTo(0.3, 2);
    expect(found?.factors[0]).toMatchObject({ holder: "opacity" });
    expect(found?.factors[0].without).toBeCloseTo(1, 2);
  });

  test("finds what makes a stroke blotchy", async () => {
    const found = await budget({
      tip: { size: 40 },
      trail: { spacing: 0.5 },
      responses: [{ quality: "opacity", source: "chance", low: 0.1 }],
    });
    const chance = found?.factors.find(({ holder }) => holder === "chance");
    expect(found?.uneven).toBeGreaterThan(0.02);
    expect(chance?.unevenWithout).toBeLessThan((found?.uneven ?? 0) / 2);
  });

  test("stops when nobody waits for it any more", async () => {
    expect(
      await inkBudget(brushOf({ paint: { flow: 0.1 } }), line, sheet, undefined, () => Promise.resolve(false)),
    ).toBeUndefined();
  });
});

describe("the ripple of an edge", () => {
  // Geometry of two equal circles, as in core/measure/scallop.ts.
  test.each([0.3, 0.5, 0.8])("of hard discs at spacing %s is the circles'", (spacing) => {
    const { depth } = ripple(brushOf({ tip: { size: 120 }, trail: { spacing } }));
    expect(Math.abs(depth - 120 * scallopDepth(spacing))).toBeLessThan(1);
  });

  test("grows with the brush, and falls under half a px at the spacing it says", () => {
    const brush = (size: number, spacing = 0.3) => brushOf({ tip: { size }, trail: { spacing } });
    expect(ripple(brush(300)).depth).toBeGreaterThan(2 * ripple(brush(100)).depth);
    const { smoothBelow } = ripple(brush(100));
    // ½(1 − √(1 − s²))·100 = 0.5 at s = 0.14.
    expect(smoothBelow).toBeGreaterThan(0.1);
    expect(smoothBelow).toBeLessThan(0.18);
    expect(ripple(brush(100, smoothBelow ?? 1)).depth).toBeLessThan(0.5);
  });

  // Common practice, no source: at spacing 0.25 a hard tip shows scallops when enlarged, a half soft one does not.
  test("is less for a soft tip than for a hard one", () => {
    const at = (hardness: number) => ripple(brushOf({ tip: { size: 80, hardness }, trail: { spacing: 0.25 } })).depth;
    expect(at(1)).toBeGreaterThan(1);
    expect(at(0.5)).toBeLessThan(0.5);
  });
});
