import { curveFunction } from "@core/response/curve";
import { type Curve, curveSchema } from "@core/response/model";
import fc from "fast-check";
import { expect, test } from "vitest";

const anyCurve: fc.Arbitrary<Curve> = fc
  .tuple(
    fc.uniqueArray(fc.integer({ min: 1, max: 99 }), { maxLength: 14 }),
    fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 16, maxLength: 16 }),
  )
  .map(([inner, ys]) => [0, ...inner.sort((a, b) => a - b), 100].map((x, i): [number, number] => [x / 100, ys[i]]));

test("a curve passes through its points and never leaves the range of its neighbours", () => {
  fc.assert(
    fc.property(anyCurve, (curve) => {
      const f = curveFunction(curve);
      for (const [x, y] of curve) expect(f(x)).toBeCloseTo(y, 9);
      for (let i = 0; i < curve.length - 1; i++) {
        const [[x0, y0], [x1, y1]] = [curve[i], curve[i + 1]];
        let before = f(x0);
        for (let k = 1; k <= 20; k++) {
          const y = f(x0 + ((x1 - x0) * k) / 20);
          expect(y).toBeGreaterThanOrEqual(Math.min(y0, y1) - 1e-9);
          expect(y).toBeLessThanOrEqual(Math.max(y0, y1) + 1e-9);
          if (y1 >= y0) expect(y).toBeGreaterThanOrEqual(before - 1e-9);
          else expect(y).toBeLessThanOrEqual(before + 1e-9);
          before = y;
        }
      }
    }),
  );
});

// Fritsch and Carlson 1980, table 1: the data set RPN 14, recalled from memory; the check is theirs: monotone throughout.
test("the RPN 14 data stay monotone", () => {
  const x = [7.99, 8.09, 8.19, 8.7, 9.2, 10, 12, 15, 20];
  const y = [0, 2.76429e-5, 4.37498e-2, 0.169183, 0.469428, 0.94374, 0.998636, 0.999919, 0.999994];
  const curve = x.map((v, i): [number, number] => [(v - x[0]) / (x[8] - x[0]), y[i]]);
  const f = curveFunction(curve);
  for (let i = 1; i <= 1000; i++) expect(f(i / 1000)).toBeGreaterThanOrEqual(f((i - 1) / 1000));
});

test("curves with unsorted, repeated, too few or too many points are refused", () => {
  for (const bad of [
    [
      [0, 0],
      [0.6, 1],
      [0.4, 0],
      [1, 1],
    ],
    [
      [0, 0],
      [0, 1],
      [1, 1],
    ],
    [[0, 0]],
    [
      [0.1, 0],
      [1, 1],
    ],
    [
      [0, 0],
      [1, 2],
    ],
    Array.from({ length: 17 }, (_, i) => [i / 16, 0]),
  ])
    expect(curveSchema.safeParse(bad).success).toBe(false);
});

test("outside 0…1 and for no number the ends hold", () => {
  const f = curveFunction([
    [0, 0.2],
    [0.5, 0.9],
    [1, 0.4],
  ]);
  expect([f(-1), f(2), f(Number.NaN)]).toEqual([0.2, 0.4, 0.2]);
});
