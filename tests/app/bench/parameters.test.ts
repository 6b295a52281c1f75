import { drawnGrainKinds, grainOf, grainSchema } from "@core/ground/grain";
import { curveFunction } from "@core/response/curve";
import { responseSchema } from "@core/response/model";
import { drawnKinds, shapeOf, shapeSchema } from "@core/tip/shape/shape";
import { describe, expect, test } from "vitest";
import { shapeParameters } from "~/bench/bodies/shape-line";
import { curvePresets } from "~/bench/responses/curve-presets";
import { grainParameters } from "~/ui/grain/drawn-grain-lines";
import type { Parameter } from "~/ui/settings/parameters";

/** The fields of a value that are numbers. */
const numbersOf = (value: object) =>
  Object.entries(value).flatMap(([name, field]) => (typeof field === "number" ? [name] : []));

interface Kind {
  readonly kind: string;
  readonly value: object;
  readonly parameters: readonly Parameter[];
}

const grains = drawnGrainKinds.map((kind): Kind => ({ kind, value: grainOf(kind), parameters: grainParameters(kind) }));
const shapes = drawnKinds.map((kind): Kind => ({ kind, value: shapeOf(kind), parameters: shapeParameters(kind) }));

describe.each([
  { what: "grain", kinds: grains, accepts: (value: object) => grainSchema.safeParse(value).success },
  { what: "shape", kinds: shapes, accepts: (value: object) => shapeSchema.safeParse(value).success },
])("the sliders of a drawn $what", ({ kinds, accepts }) => {
  test.each(kinds)("$kind: every number has one, and both its ends are what may be drawn", ({ value, parameters }) => {
    expect(parameters.map(({ name }) => name).sort()).toEqual(numbersOf(value).sort());
    for (const { name, low, high, step } of parameters) {
      if (name !== "seed")
        for (const past of [low - step, high + step])
          expect(accepts({ ...value, [name]: past }), `${name} ${past}: the slider ends where the schema does`).toBe(
            false,
          );
      expect(low).toBeLessThan(high);
      const own = (value as Record<string, number>)[name];
      expect(own).toBeGreaterThanOrEqual(low);
      expect(own).toBeLessThanOrEqual(high);
      for (const end of [low, high, low + step])
        expect(accepts({ ...value, [name]: end }), `${name} ${end}`).toBe(true);
    }
  });
});

describe("the shapes that a curve can begin with", () => {
  test.each(curvePresets)("$name is a curve of a response", ({ name, curve }) => {
    expect(responseSchema.safeParse({ quality: "flow", source: "pressure", curve }).success).toBe(true);
    const f = curveFunction(curve);
    const values = Array.from({ length: 101 }, (_, i) => f(i / 100));
    for (const v of values) expect(v >= 0 && v <= 1 + 1e-12).toBe(true);
    // All but one rise all the way.
    const falls = values.some((v, i) => i > 0 && v < values[i - 1] - 1e-12);
    expect(falls).toBe(name === "back and forth");
  });

  test("a soft one answers a light hand less than an even one, a firm one more", () => {
    const at = (name: string) => curveFunction(curvePresets.find((one) => one.name === name)?.curve ?? [])(0.4);
    expect(at("soft")).toBeLessThan(at("even"));
    expect(at("firm")).toBeGreaterThan(at("even"));
    expect(at("late")).toBe(0);
    expect(at("soon full")).toBe(1);
  });
});
