import { qualityNames, qualityRow } from "@core/qualities/table";
import { writeValue } from "@core/quality/write-value";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { sheetValues, stripValues } from "~/bench/compare/strip-values";
import { closedBecause, firstLayers, newOwnLayer } from "~/engine/own-layers";
import { readValue, sliderScale, stepped } from "~/ui/settings/units";

const units = ["px", "degrees", "share", "sizes", "marks", "shift"] as const;
const rows = qualityNames.map(qualityRow);
const anyRow = fc.constantFrom(...rows);

describe("values as painters write them", () => {
  test("what is written can be read again, and is the same to what it shows", () => {
    fc.assert(
      fc.property(fc.constantFrom(...units), fc.double({ min: -900, max: 900, noNaN: true }), (unit, number) => {
        const value =
          unit === "share" || unit === "shift" ? number / 900 : unit === "marks" ? Math.round(number) : number;
        const read = readValue(writeValue(value, unit), unit);
        const shown = unit === "share" || unit === "shift" ? 0.01 : 1;
        expect(Math.abs((read ?? Number.NaN) - value)).toBeLessThanOrEqual(0.5001 * shown);
      }),
    );
  });

  test.each([
    ["50%", "share", 0.5],
    [" 50 % ", "share", 0.5],
    ["0.5", "share", 0.5],
    ["0,5", "share", 0.5],
    ["50", "share", 0.5],
    [".25", "share", 0.25],
    ["12 px", "px", 12],
    ["−18°", "degrees", -18],
    ["-18", "degrees", -18],
    ["2.5×", "sizes", 2.5],
    ["2.5x", "sizes", 2.5],
    ["−20 %", "shift", -0.2],
    ["1", "share", 1],
    ["2 s", "ms", 2000],
    ["0.5", "ms", 500],
    ["250 ms", "ms", 250],
    ["+3", "marks", 3],
  ] as const)("“%s” of a %s is %s", (text, unit, wanted) => {
    expect(readValue(text, unit)).toBeCloseTo(wanted, 12);
  });

  test("what is no number is nothing, whatever was typed", () => {
    for (const text of ["", " ", "px", "a lot", "1e9", "1 2", "--3", "5 kg", "NaN", "Infinity", "0x10"])
      expect(readValue(text, "px")).toBeUndefined();
    fc.assert(
      fc.property(fc.string(), fc.constantFrom(...units), (text, unit) => {
        const read = readValue(text, unit);
        expect(read === undefined || Number.isFinite(read)).toBe(true);
      }),
    );
  });
});

describe("sliders", () => {
  test("reach from end to end of every quality, rising, and find each value again", () => {
    for (const row of rows) {
      const scale = sliderScale(row);
      expect(scale(row.low)).toBeCloseTo(0, 6);
      expect(scale(row.high)).toBeCloseTo(1000, 6);
      let before = Number.NEGATIVE_INFINITY;
      for (let position = 0; position <= 1000; position += 50) {
        const value = scale.invert(position);
        expect(value).toBeGreaterThan(before);
        expect(scale(value)).toBeCloseTo(position, 6);
        before = value;
      }
    }
  });

  test("a step there and back is where it was, and a wide one is ten", () => {
    fc.assert(
      fc.property(fc.constantFrom(...units), fc.integer({ min: -500, max: 500 }), (unit, whole) => {
        const value = whole / 100;
        expect(stepped(stepped(value, unit, 1, false), unit, -1, false)).toBeCloseTo(value, 9);
        expect(stepped(value, unit, 1, true) - value).toBeCloseTo(10 * (stepped(value, unit, 1, false) - value), 9);
      }),
    );
  });
});

describe("test strips", () => {
  test("show rising values within the quality's range, the present one among them", () => {
    fc.assert(
      fc.property(anyRow, fc.double({ min: 0, max: 1, noNaN: true }), (row, at) => {
        const raw = row.low + at * (row.high - row.low);
        const now = row.unit === "marks" ? Math.round(raw) : raw;
        for (const [values, most] of [
          [stripValues(row, now), 7],
          [sheetValues(row, now), 5],
        ] as const) {
          expect(values).toContain(now);
          expect(values.length).toBeGreaterThan(1);
          expect(values.length).toBeLessThanOrEqual(most);
          values.forEach((value, i) => {
            expect(value).toBeGreaterThanOrEqual(row.low);
            expect(value).toBeLessThanOrEqual(row.high);
            if (i > 0) expect(value).toBeGreaterThan(values[i - 1]);
          });
        }
      }),
    );
  });
});

describe("own layers", () => {
  test("say why one cannot draw: nothing chosen, locked, hidden", () => {
    const layer = newOwnLayer(4);
    const on = (part: object) => closedBecause({ ...firstLayers, layers: [{ ...layer, ...part }], on: 4 });
    expect(on({})).toBeUndefined();
    expect(on({ locked: true })).toBe("layer 4 is locked");
    expect(on({ visible: false, name: "gilding" })).toBe("gilding is hidden");
    expect(closedBecause({ ...firstLayers, on: 99 })).toBe("no layer is chosen");
  });
});
