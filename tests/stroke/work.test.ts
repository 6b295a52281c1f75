import { thrifty } from "@core/stroke/thrift";
import { handWork, strokeWork } from "@core/stroke/work";
import fc from "fast-check";
import { expect, test } from "vitest";
import { anyBrush, brushOf, lineSamples } from "../helpers";

const ROOM = 1600 * 400;

test("what dries counts, as far as the sheet goes, once for a stroke however many marks it has", () => {
  const wash = (spacing: number, water: number) =>
    brushOf({ tip: { size: 100 }, trail: { spacing }, paint: { water } });
  const drying = (spacing: number, way: number, room = ROOM) =>
    strokeWork(wash(spacing, 1), way, room) - strokeWork(wash(spacing, 0), way, room);
  expect(drying(0.05, 1000)).toBeGreaterThan(0);
  expect(drying(0.05, 1000)).toBeCloseTo(drying(0.5, 1000), -1);
  expect(drying(0.05, 2000)).toBeGreaterThan(1.8 * drying(0.05, 1000));
  expect(drying(0.05, 100_000, 10_000)).toBeCloseTo(drying(0.05, 200_000, 10_000), -1);
});

test("a longer way is more work, and a brush made plainer is no more than it may be, whatever it is", () => {
  const short = [lineSamples(0, 100, 400, 100)];
  const long = [lineSamples(0, 100, 1500, 100)];
  const most = 3e9;
  fc.assert(
    fc.property(anyBrush, (brush) => {
      expect(handWork(brush, long, ROOM)).toBeGreaterThan(handWork(brush, short, ROOM));
      const { brush: plain, plainer } = thrifty(brush, long, ROOM, most);
      expect(handWork(plain, long, ROOM)).toBeLessThanOrEqual(most);
      expect(plainer).toBe(handWork(brush, long, ROOM) > most);
    }),
    { numRuns: 300 },
  );
});
