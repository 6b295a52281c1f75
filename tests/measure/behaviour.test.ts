import { behaviour } from "@core/measure/behaviour";
import { expect, test } from "vitest";
import { brushOf } from "../helpers";

test("size, softness and sources are read off the brush", () => {
  const { size, softness, drivenBy } = behaviour(
    brushOf({
      tip: { size: 33, hardness: 0.4 },
      responses: [
        { quality: "size", source: "pressure" },
        { quality: "flow", source: "pressure" },
        { quality: "hue", source: "chance" },
      ],
    }),
  );
  expect(size).toBe(33);
  expect(softness).toBeCloseTo(0.6, 12);
  expect(drivenBy).toEqual(["pressure", "chance"]);
});

test("overlap is how many marks lie over one place", () => {
  expect(behaviour(brushOf({ trail: { spacing: 0.1 } })).overlap).toBeCloseTo(10, 9);
  expect(behaviour(brushOf({ trail: { spacing: 0.25, count: 3 } })).overlap).toBeCloseTo(12, 9);
  expect(behaviour(brushOf({ trail: { spacing: 2 } })).overlap).toBeCloseTo(0.5, 9);
});

test("passes fall with flow and overlap, and never end where nothing flows", () => {
  const passes = (flow: number, spacing: number, build = "build-up") =>
    behaviour(brushOf({ trail: { spacing }, paint: { flow, build } })).passes;
  expect(passes(1, 0.1)).toBe(1);
  expect(passes(0.05, 0.25)).toBeGreaterThan(passes(0.05, 0.05));
  expect(passes(0.1, 0.05, "even")).toBe(29);
  expect(passes(0, 0.1)).toBe(Number.POSITIVE_INFINITY);
});
