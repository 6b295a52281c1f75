import { hexToRgb } from "@core/colour/srgb";
import { listMarks } from "@core/stroke/make-marks";
import { renderHand } from "@core/stroke/render";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

// Check values of the trade. All: common practice, no source.

const WIDTH = 700;
const HEIGHT = 300;

/** Alpha 0…1 of a straight stroke in the middle of a sheet, by column and row. */
function stroke(part: object, pressure = 1): (x: number, y: number) => number {
  const pixels = renderHand({
    brush: brushOf(part),
    strokes: [lineSamples(100, 150, 600, 150, 30, pressure)],
    width: WIDTH,
    height: HEIGHT,
    ink: { colour: hexToRgb("#000000"), second: hexToRgb("#ffffff") },
    paper: null,
    seed: 1,
  });
  return (x, y) => pixels[(y * WIDTH + x) * 4 + 3] / 255;
}

/** How much the height of the covered part differs from column to column, px. */
function ripple(alpha: (x: number, y: number) => number): number {
  const heights = Array.from({ length: 200 }, (_, i) => {
    let sum = 0;
    for (let y = 0; y < 150; y++) sum += alpha(250 + i, y);
    return sum;
  });
  return Math.max(...heights) - Math.min(...heights);
}

test("a hard round at spacing 0.25 overlaps three quarters, and shows scallops when enlarged", () => {
  const marks = listMarks(brushOf({ tip: { size: 80 }, trail: { spacing: 0.25 } }), lineSamples(0, 0, 400, 0), 1);
  expect(1 - (marks[1].x - marks[0].x) / 80).toBeCloseTo(0.75, 9);
  expect(ripple(stroke({ tip: { size: 160 }, trail: { spacing: 0.25 } }))).toBeGreaterThan(2);
});

test("the scallops vanish once the tip is half soft", () => {
  const hard = ripple(stroke({ tip: { size: 80 }, trail: { spacing: 0.25 } }));
  const soft = ripple(stroke({ tip: { size: 80, hardness: 0.5 }, trail: { spacing: 0.25 } }));
  expect(hard).toBeGreaterThan(1);
  expect(soft).toBeLessThan(0.5);
});

test("a one-sided gradient survives at flow 0.08 by pressure, and is lost at full flow", () => {
  const profile = (flow: number) => {
    const alpha = stroke({
      tip: { shape: { kind: "sided" }, size: 100, hardness: 0 },
      trail: { spacing: 0.1 },
      paint: { flow },
      responses: [{ quality: "flow", source: "pressure" }],
    });
    // A quarter of the tip from its firm side, and a quarter from the faded one.
    return alpha(350, 175) / alpha(350, 125);
  };
  expect(profile(0.08)).toBeLessThan(0.35);
  expect(profile(1)).toBeGreaterThan(0.7);
});

describe("a speckle brush in one drag", () => {
  const speckle = (spacing: number) =>
    listMarks(
      brushOf({ tip: { size: 24 }, trail: { spacing, scatter: 10 }, responses: [{ quality: "size", source: "chance", low: 0.3, high: 1 }] }),
      lineSamples(0, 0, 20_000, 0, 400),
      5,
    );

  test("has sizes from 0.3 to the full one, all of them about as often", () => {
    const sizes = speckle(1.35).map((m) => m.size / 24);
    expect(Math.min(...sizes)).toBeGreaterThanOrEqual(0.3);
    expect(Math.max(...sizes)).toBeLessThanOrEqual(1);
    expect(sizes.reduce((a, b) => a + b, 0) / sizes.length).toBeCloseTo(0.65, 1);
  });

  test("strays up to ten sizes across, and is eight times as crowded at spacing 0.5 as at 4", () => {
    const marks = speckle(1.35);
    for (const m of marks) expect(Math.abs(m.y)).toBeLessThanOrEqual(10 * m.size + 1e-9);
    expect(Math.max(...marks.map((m) => Math.abs(m.y)))).toBeGreaterThan(200);
    expect(speckle(0.5).length / speckle(4).length).toBeCloseTo(8, 0);
  });
});

test("lightness by chance of ±0.08 stays within it and reaches for it", () => {
  const marks = listMarks(
    brushOf({ trail: { spacing: 1 }, responses: [{ quality: "lightness", source: "chance", low: -0.08, high: 0.08 }] }),
    lineSamples(0, 0, 20_000, 0, 400),
    2,
  );
  const shifts = marks.map((m) => m.lightness);
  expect(Math.min(...shifts)).toBeLessThan(-0.07);
  expect(Math.max(...shifts)).toBeGreaterThan(0.07);
  for (const s of shifts) expect(Math.abs(s)).toBeLessThanOrEqual(0.08);
});

test("hue by stroke: one hue for a whole stroke, within a quarter of the wheel, another for the next", () => {
  const brush = brushOf({ trail: { spacing: 1 }, responses: [{ quality: "hue", source: "strokeChance", low: -45, high: 45 }] });
  const hues = [1, 2, 3, 4, 5, 6].map((seed) => new Set(listMarks(brush, lineSamples(0, 0, 400, 0), seed).map((m) => m.hue)));
  for (const one of hues) expect(one.size).toBe(1);
  const all = hues.flatMap((one) => [...one]);
  expect(new Set(all).size).toBe(6);
  for (const hue of all) expect(Math.abs(hue)).toBeLessThanOrEqual(45);
});
