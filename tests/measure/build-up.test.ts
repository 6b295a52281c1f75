import { hexToRgb } from "@core/colour/srgb";
import { coverageAfter, coverageByThumb, passesTo } from "@core/measure/build-up";
import { renderHand } from "@core/stroke/render";
import { expect, test } from "vitest";
import { brushOf } from "../helpers";

/** Alpha in the middle after n taps in one stroke's worth of marks. */
function painted(count: number, flow: number): number {
  const pixels = renderHand({
    brush: brushOf({ tip: { size: 20 }, trail: { count }, paint: { flow } }),
    strokes: [[{ x: 20, y: 20, time: 0, pressure: 1 }]],
    width: 40,
    height: 40,
    ink: { colour: hexToRgb("#000000"), second: hexToRgb("#000000") },
    paper: null,
    seed: 1,
  });
  return pixels[(20 * 40 + 20) * 4 + 3] / 255;
}

// Painters count on about ten passes at flow 0.1 (common practice, no source); exactly, they reach 1 − 0.9¹⁰ = 65 %.
test("ten passes at flow 0.1 against the exact sum, beside the rule of thumb", () => {
  expect(coverageAfter(10, 0.1)).toBeCloseTo(1 - 0.9 ** 10, 12);
  expect(coverageByThumb(10, 0.1)).toBeCloseTo(1, 12);
  expect(Math.abs(painted(10, 0.1) - (1 - 0.9 ** 10))).toBeLessThan(1 / 255);
});

test.each([1, 3, 7, 20])("the engine's build-up after %s marks is the formula's", (n) => {
  for (const flow of [0.05, 0.3, 0.8])
    expect(Math.abs(painted(n, flow) - coverageAfter(n, flow))).toBeLessThan(1.5 / 255);
});

test("passes to 95 %", () => {
  expect(passesTo(0.95, 0.1)).toBe(29);
  expect(coverageAfter(29, 0.1)).toBeGreaterThan(0.95);
  expect(coverageAfter(28, 0.1)).toBeLessThan(0.95);
  expect(passesTo(0.95, 1)).toBe(1);
  expect(passesTo(0.95, 0)).toBe(Number.POSITIVE_INFINITY);
});
