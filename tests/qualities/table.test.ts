import { brushSchema, isThere, ownValue, withValue } from "@core/brush";
import { qualities, qualityNames, qualityRow } from "@core/qualities/table";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyBrush, brushOf } from "../helpers";

// Frozen for good: chance is keyed by these numbers. A new quality takes the next one; none is ever given again.
const frozen = {
  size: 0,
  angle: 1,
  roundness: 2,
  hardness: 3,
  spacing: 4,
  scatter: 5,
  scatterAlong: 6,
  count: 7,
  flow: 8,
  opacity: 9,
  hue: 10,
  saturation: 11,
  lightness: 12,
  second: 13,
  depth: 14,
  grainScale: 15,
  mixing: 16,
  carry: 17,
  load: 18,
  body: 19,
  soften: 20,
  press: 21,
  water: 22,
  gather: 23,
  spread: 24,
  granulation: 25,
  lift: 26,
  dryAfter: 27,
};

test("every quality has the number it has for good", () => {
  expect(Object.fromEntries(qualityNames.map((name) => [name, qualities[name].stream]))).toEqual(frozen);
});

describe("reaching a quality by its name", () => {
  test("every row is a field of its body, with the row's default and ends", () => {
    const whole = brushOf({ ground: {}, paint: { load: 20 } });
    for (const name of qualityNames) {
      const { low, high, base } = qualityRow(name);
      expect(ownValue(whole, name), name).toBe(base);
      expect([low <= base, base <= high], name).toEqual([true, true]);
      for (const end of [low, high])
        expect(brushSchema.parse(withValue(whole, name, end))).toEqual(withValue(whole, name, end));
      const { body } = qualityRow(name);
      for (const beyond of [low - 1, high + 1]) {
        const wrong = { ...whole, [body]: { ...whole[body], [name]: beyond } };
        expect(brushSchema.safeParse(wrong).success, `${name} ${beyond}`).toBe(false);
        expect(brushSchema.safeParse(withValue(whole, name, beyond)).success, name).toBe(true);
      }
    }
  });

  test("what a brush does not have is neither there nor set", () => {
    const smooth = brushOf();
    expect(qualityNames.filter((name) => !isThere(smooth, name))).toEqual(["depth", "grainScale", "press", "load"]);
    expect(withValue(smooth, "depth", 0.5)).toBe(smooth);
  });

  test("a value that was set is read back, and nothing else changes", () => {
    fc.assert(
      fc.property(
        anyBrush,
        fc.constantFrom(...qualityNames),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (brush, name, share) => {
          const { low, high, body } = qualityRow(name);
          const value = low + share * (high - low);
          const after = withValue(brush, name, value);
          if (brush[body] === null) return;
          expect(ownValue(after, name)).toBe(value);
          expect(withValue(after, name, ownValue(brush, name) ?? 0)).toEqual(
            isThere(brush, name) ? brush : withValue(brush, name, 0),
          );
        },
      ),
    );
  });
});
