import { planeOf } from "@core/desk/plane";
import { type Fade, fadeAt, faded } from "@core/desk/tip/fade";
import { blankSheet } from "@core/desk/tip/sheet";
import { tipStepSchema, withStep } from "@core/desk/tip/steps";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

const fade = (part: Partial<Fade> = {}): Fade => ({
  shape: "straight",
  x0: 20,
  y0: 10,
  x1: 60,
  y1: 10,
  full: 0,
  turned: false,
  ...part,
});
const anyFade = fc.record({
  shape: fc.constantFrom("straight" as const, "round" as const),
  x0: fc.integer({ min: -50, max: 150 }),
  y0: fc.integer({ min: -50, max: 150 }),
  x1: fc.integer({ min: -50, max: 150 }),
  y1: fc.integer({ min: -50, max: 150 }),
  full: fc.double({ min: 0, max: 1, noNaN: true }),
  turned: fc.boolean(),
});

describe("a tip that fades", () => {
  test("straight: full up to where it begins, half in the middle, nothing beyond its end, alike across", () => {
    expect(fadeAt(fade(), 5, 33)).toBe(1);
    expect(fadeAt(fade(), 40, -7)).toBeCloseTo(0.5, 12);
    expect(fadeAt(fade(), 60, 4)).toBe(0);
    expect(fadeAt(fade(), 80, 4)).toBe(0);
  });

  test("round: full in its middle and up to an inner rim, nothing beyond the outer one", () => {
    const round = fade({ shape: "round", full: 0.5 });
    expect(fadeAt(round, 20, 10)).toBe(1);
    expect(fadeAt(round, 20, 30)).toBe(1);
    expect(fadeAt(round, 20, 40)).toBeCloseTo(0.5, 12);
    expect(fadeAt(round, 20, 50)).toBe(0);
  });

  test("always between nothing and all, and the other way round what is missing", () => {
    fc.assert(
      fc.property(anyFade, fc.integer({ min: -20, max: 120 }), fc.integer({ min: -20, max: 120 }), (one, x, y) => {
        const left = fadeAt(one, x, y);
        expect(left).toBeGreaterThanOrEqual(0);
        expect(left).toBeLessThanOrEqual(1);
        if (one.x0 !== one.x1 || one.y0 !== one.y1)
          expect(left + fadeAt({ ...one, turned: !one.turned }, x, y)).toBeCloseTo(1, 12);
      }),
    );
  });

  test("on a sheet each px is read in its middle, and nothing is added", () => {
    const plane = planeOf(80, 20, (x) => (x < 70 ? 0.8 : 0));
    const { data } = faded(plane, fade());
    expect(data[5]).toBeCloseTo(0.8, 6);
    expect(data[39]).toBeCloseTo(0.8 * fadeAt(fade(), 39.5, 0.5), 6);
    expect(data.every((v, i) => v <= plane.data[i])).toBe(true);
  });

  test("as steps: a fade is checked, and the one-sided shape keeps the sheet’s size and grows fuller", () => {
    const sheet = blankSheet(64, 40);
    expect(tipStepSchema.safeParse({ kind: "fade", ...fade(), full: 2 }).success).toBe(false);
    const sum = (full: number) => {
      const { strength } = withStep(sheet, { kind: "one-sided", full });
      expect([strength.width, strength.height]).toEqual([64, 40]);
      return strength.data.reduce((a, b) => a + b, 0);
    };
    expect(sum(0)).toBeLessThan(sum(0.5));
    expect(sum(0.5)).toBeLessThan(sum(1));
  });
});
