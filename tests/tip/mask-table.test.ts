import { MaskTable, maskField } from "@core/tip/mask/mask-table";
import fc from "fast-check";
import { expect, test } from "vitest";

const key = fc.tuple(
  fc.integer({ min: 0, max: 500 }),
  fc.integer({ min: 0, max: 2 ** 30 }),
  fc.integer({ min: 0, max: 2 ** 30 }),
);

test("a mask is found by its three numbers and by no others, however many there are", () => {
  fc.assert(
    fc.property(fc.uniqueArray(key, { selector: String, minLength: 1, maxLength: 400 }), (keys) => {
      const table = new MaskTable();
      keys.forEach(([form, stand, look], n) => {
        expect(table.find(form, stand, look)).toBe(-1);
        table.rows[table.add(form, stand, look) + maskField.mask] = n;
      });
      keys.forEach(([form, stand, look], n) => {
        expect(table.rows[table.find(form, stand, look) + maskField.mask]).toBe(n);
      });
      table.clear();
      for (const [form, stand, look] of keys) expect(table.find(form, stand, look)).toBe(-1);
    }),
    { numRuns: 12 },
  );
});

test("it is full before searching becomes slow, and empty again when cleared", () => {
  const table = new MaskTable();
  let count = 0;
  while (!table.full) table.add(1, count++, 0);
  expect(count).toBeGreaterThan(10_000);
  expect(table.find(1, count - 1, 0)).toBeGreaterThanOrEqual(0);
  expect(table.find(1, count, 0)).toBe(-1);
  table.clear();
  expect(table.full).toBe(false);
});
