import { type Brush, scaledBrush } from "@core/brush";
import { asPainter } from "@core/hand/preview";
import { proofNames, proofsOn } from "@core/hand/proof";
import { qualityNames, qualityRow } from "@core/qualities/table";
import { curveFunction } from "@core/response/curve";
import { firmer } from "@core/response/firmer";
import { responseSchema } from "@core/response/model";
import { listMarks } from "@core/stroke/make-marks";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { sheetValues } from "~/bench/compare/strip-values";
import { openBench, reduce } from "~/bench/state/bench-state";
import { copyResponse, setControls, setStops } from "~/bench/state/commands";
import { brushOf, lineSamples } from "../../helpers";

const changed = (brush: Brush, ...commands: Parameters<typeof reduce>[1][]) =>
  commands.reduce(reduce, openBench(brush, 1)).brush;

describe("stops and controls", () => {
  test("stops are kept rising, each once, within the quality's range; none is none", () => {
    const brush = changed(brushOf(), setStops("size", [24, 8, 8, 99_999]));
    expect(brush.stops).toEqual({ size: [8, 24, 2000] });
    expect(changed(brush, setStops("size", [])).stops).toEqual({});
  });

  test("controls that no brush can have are not taken", () => {
    const good = { quality: "size", label: "Width", low: 4, high: 40 } as const;
    expect(changed(brushOf(), setControls([good])).controls).toEqual([good]);
    for (const bad of [[{ ...good, low: 50 }], [{ ...good, high: 5000 }], [good, good], [{ ...good, label: " " }]])
      expect(changed(brushOf(), setControls(bad)).controls).toEqual([]);
  });

  test("a response is copied with its ends where both multiply, with usual ones where one adds", () => {
    const brush = brushOf({
      responses: [
        {
          quality: "size",
          source: "pressure",
          low: 0.2,
          high: 0.9,
          curve: [
            [0, 0],
            [0.4, 0.1],
            [1, 1],
          ],
        },
      ],
    });
    const [own, alike, other] = changed(brush, copyResponse(0, "flow"), copyResponse(0, "angle")).responses;
    expect(alike).toEqual({ ...own, quality: "flow" });
    expect(other).toMatchObject({ quality: "angle", curve: own.curve, low: 0, high: 45 });
  });
});

describe("a firmer curve", () => {
  const amount = fc.double({ min: -0.9, max: 0.9, noNaN: true });

  test("is a curve with the same ends, above a softer one, and undone by the opposite", () => {
    fc.assert(
      fc.property(amount, fc.double({ min: 0, max: 1, noNaN: true }), (a, x) => {
        const even = [
          [0, 0],
          [1, 1],
        ] as [number, number][];
        const curve = firmer(even, a);
        expect(responseSchema.safeParse({ quality: "size", source: "pressure", curve }).success).toBe(true);
        expect(curve[0]).toEqual([0, 0]);
        expect(curve[curve.length - 1]).toEqual([1, 1]);
        const [softer, firm] = [
          curveFunction(firmer(even, -Math.abs(a)))(x),
          curveFunction(firmer(even, Math.abs(a)))(x),
        ];
        expect(firm).toBeGreaterThanOrEqual(softer - 0.002);
      }),
    );
    const there = curveFunction(
      firmer(
        [
          [0, 0],
          [1, 1],
        ],
        0.5,
      ),
    );
    expect(there(0.5)).toBeCloseTo(0.5 ** (1 / 3), 2);
  });
});

describe("other painters and other sizes", () => {
  const reading = { x: 1, y: 2, time: 3, pressure: 0.5, tilt: 0.4, lean: 30, twist: 350 };

  test("a mouse has places only, a simple pen pressure besides, and the left hand leans the other way", () => {
    expect(asPainter("full pen")(reading)).toEqual(reading);
    expect(asPainter("pressure only")(reading)).toEqual({ x: 1, y: 2, time: 3, pressure: 0.5 });
    expect(asPainter("mouse")(reading)).toEqual({ x: 1, y: 2, time: 3 });
    expect(asPainter("left hand")(reading)).toEqual({ ...reading, lean: 150, twist: 10 });
    expect(asPainter("left hand")(asPainter("left hand")(reading))).toEqual(reading);
  });

  test("a quarter of a brush leaves a quarter of its marks' size, on a line a quarter as long", () => {
    const brush = brushOf({
      tip: { size: 40 },
      trail: { spacing: 0.3, taper: { start: 60, least: 0.3 } },
      responses: [{ quality: "size", source: "distance", low: 0.5, over: 200 }],
    });
    const whole = listMarks(brush, lineSamples(0, 0, 400, 0), 1);
    const small = listMarks(scaledBrush(brush, 0.25), lineSamples(0, 0, 100, 0), 1);
    expect(small.length).toBe(whole.length);
    for (const [i, mark] of small.entries()) expect(mark.size).toBeCloseTo(whole[i].size / 4, 2);
  });

  test("proofs are those that were chosen, as many as there is room for, and one's own stroke lies where it lay", () => {
    const own = [{ x: 0.25, y: 0.5, time: 0, pressure: 1 }];
    const proofs = proofsOn(2400, 600, ["hatch", "over another layer"], own);
    expect(proofs.map(({ label }) => label)).toEqual(["main stroke", "hatch", "over another layer"]);
    expect(proofs[0].strokes[0][0]).toMatchObject({ x: 600, y: 300 });
    expect(proofs[2].below).toBe("layer");
    expect(proofsOn(700, 400, proofNames).length).toBeLessThan(6);
    expect(proofsOn(1240, 400, [])).toHaveLength(1);
  });
});

test("a sheet's values lie in the quality's range, the present one among them, and leave out what would leave nothing", () => {
  for (const name of qualityNames) {
    const row = qualityRow(name);
    const values = sheetValues(row, row.base);
    expect(values).toContain(row.base);
    for (const value of values) expect(value >= row.low && value <= row.high, `${name} ${value}`).toBe(true);
    if (row.joins === "multiply" && row.base > 0) expect(values).not.toContain(0);
  }
});

// Common practice, no source: what painters call things.
test.each([
  ["width", "size"],
  ["texture", "depth"],
  ["jitter", "scatter"],
  ["smear", "mixing"],
  ["impasto", "body"],
  ["transparency", "opacity"],
  ["feather", "hardness"],
] as const)("“%s” finds %s", (word, name) => {
  expect(qualityRow(name).words.split(" ")).toContain(word);
});
