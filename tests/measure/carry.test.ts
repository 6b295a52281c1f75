import { carryLength } from "@core/measure/carry";
import { expect, test } from "vitest";
import { brushOf } from "../helpers";

const dragging = (paint: object, size = 30) =>
  brushOf({ tip: { size, hardness: 0.8 }, trail: { spacing: 0.08 }, paint: { mixing: 0.9, ...paint } });

test("a brush that takes nothing up carries nothing", () => {
  expect(carryLength(brushOf())).toBe(0);
  expect(carryLength(brushOf({ paint: { mixing: 0.9 }, responses: [] })) > 0).toBe(true);
});

test("what it carries grows with `carry`, and with the brush", () => {
  const lengths = [0.5, 2, 6].map((carry) => carryLength(dragging({ carry })));
  expect(lengths[1]).toBeGreaterThan(lengths[0] * 1.2);
  expect(lengths[2]).toBeGreaterThan(lengths[1] * 1.2);
  expect(carryLength(dragging({ carry: 2 }, 200))).toBeGreaterThan(4 * carryLength(dragging({ carry: 2 }, 30)));
});

test("is bounded", () => {
  expect(carryLength(dragging({ mixing: 1, carry: 50, taking: "dragged" }))).toBeLessThanOrEqual(12 * 30);
});
