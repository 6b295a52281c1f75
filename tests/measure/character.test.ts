import { character } from "@core/measure/character";
import { describe, expect, test } from "vitest";
import { brushOf } from "../helpers";

/** A square tip that leaves no edge: every place under it is covered alike. */
const square = (part: { tip?: object; trail?: object; paint?: object; ground?: object; responses?: object[] } = {}) =>
  brushOf({
    ...part,
    tip: { shape: { kind: "rectangle", corner: 0 }, size: 40, ...part.tip },
    trail: { spacing: 0.1, ...part.trail },
  });

describe("the character of brushes whose values are known by construction", () => {
  test("width is that of the tip, and by pressure that of the response", () => {
    expect(character(square()).width).toBeCloseTo(40, 0);
    expect(character(brushOf({ tip: { size: 60 }, trail: { spacing: 0.05 } })).width).toBeGreaterThan(57);
    const swelling = square({ responses: [{ quality: "size", source: "pressure", low: 0, high: 1 }] });
    expect(character(swelling).lightWidth).toBeCloseTo(0.1, 1);
    expect(character(square()).lightWidth).toBeCloseTo(1, 2);
  });

  test("the largest and the widest straying brushes are measured, too, in pictures of a bearable size", () => {
    expect(Math.abs(character(square({ tip: { size: 2000 } })).width / 2000 - 1)).toBeLessThan(0.02);
    expect(
      character(brushOf({ tip: { size: 900 }, trail: { scatter: 10, spacing: 0.5, count: 4 } })).width,
    ).toBeGreaterThan(900);
  });

  test("coverage of one pass is 1 − (1 − flow)^(1 ÷ spacing), passes follow from it", () => {
    const found = character(square({ paint: { flow: 0.1 } }));
    const once = 1 - 0.9 ** 10;
    expect(found.coverage).toBeCloseTo(once, 2);
    expect(found.passes).toBe(Math.ceil(Math.log(0.05) / Math.log(1 - once)));
    const ceiling = character(square({ paint: { flow: 0.1, opacity: 0.5 } }));
    expect(ceiling.coverage).toBeCloseTo(0.5 * once, 2);
    expect(character(square()).passes).toBe(1);
    expect(character(square({ paint: { flow: 0 } })).passes).toBeNull();
  });

  test("the edge is hard for a hard tip and widens as hardness falls", () => {
    const edge = (hardness: number) =>
      character(brushOf({ tip: { size: 60, hardness }, trail: { spacing: 0.05 }, paint: { flow: 0.2 } })).edge;
    expect(character(square()).edge).toBeLessThan(0.05);
    const edges = [1, 0.7, 0.4, 0].map(edge);
    for (let i = 1; i < edges.length; i++) expect(edges[i]).toBeGreaterThan(edges[i - 1]);
  });

  test("texture is nought on a smooth surface, and that of the grain on lines: a cosine's deviation ÷ its mean", () => {
    expect(character(square()).texture).toBeLessThan(0.001);
    const lines = { law: "print", depth: 1, rotation: 90, grain: { kind: "lines", across: 32 } };
    expect(character(square({ trail: { spacing: 1 }, ground: lines })).texture).toBeCloseTo(Math.SQRT1_2, 1);
  });
});
