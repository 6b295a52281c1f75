import { qualityNames, qualityRow } from "@core/qualities/table";
import fc from "fast-check";
import { expect, test } from "vitest";
import { stripValues } from "~/bench/compare/strip-values";

test("a strip has up to seven rising values within the quality's range, the present one among them", () => {
  fc.assert(
    fc.property(fc.constantFrom(...qualityNames), fc.double({ min: 0, max: 1, noNaN: true }), (name, share) => {
      const row = qualityRow(name);
      const now = row.low + share * (row.high - row.low);
      const values = stripValues(row, now);
      expect(values).toContain(now);
      expect(values.length).toBeLessThanOrEqual(7);
      for (const [i, value] of values.entries()) {
        expect(value).toBeGreaterThanOrEqual(row.low);
        expect(value).toBeLessThanOrEqual(row.high);
        if (i > 0) expect(value).toBeGreaterThan(values[i - 1]);
      }
    }),
  );
});

test("goes by ratio about a size, by even steps over a share, by whole marks", () => {
  expect(stripValues(qualityRow("size"), 40)).toEqual([12, 22, 32, 40, 52, 72, 104]);
  expect(stripValues(qualityRow("flow"), 0.35)).toEqual([0, 0.167, 0.35, 0.5, 0.667, 0.833, 1]);
  expect(stripValues(qualityRow("hue"), 0)).toEqual([-180, -120, -60, 0, 60, 120, 180]);
  expect(stripValues(qualityRow("count"), 3).every(Number.isInteger)).toBe(true);
});
