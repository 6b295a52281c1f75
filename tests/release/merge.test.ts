import { type Brush, brushText } from "@core/brush";
import { mergeBrushes } from "@core/release";
import { partsOf } from "@core/release/parts";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyBrush, brushOf } from "../helpers";

const bodies = ["tip", "trail", "ground", "paint", "standIns", "responses", "notes"] as const;
const split = fc.array(fc.constantFrom("mine", "theirs", "neither"), {
  minLength: bodies.length,
  maxLength: bodies.length,
});

describe("merging", () => {
  test("with what nobody changed changes nothing: what one side alone changed is taken as it is", () => {
    fc.assert(
      fc.property(anyBrush, anyBrush, (base, changed) => {
        expect(brushText(mergeBrushes(base, base, changed).brush)).toBe(brushText(changed));
        expect(brushText(mergeBrushes(base, changed, base).brush)).toBe(brushText(changed));
        expect(brushText(mergeBrushes(base, changed, changed).brush)).toBe(brushText(changed));
        expect(mergeBrushes(base, base, base).changes).toEqual([]);
      }),
    );
  });

  test("of changes that do not meet has both, whoever comes first, and asks nothing", () => {
    fc.assert(
      fc.property(anyBrush, anyBrush, anyBrush, split, (base, one, other, whose) => {
        const of = (side: string, from: Brush): Brush => ({
          ...base,
          ...Object.fromEntries(bodies.filter((_, n) => whose[n] === side).map((body) => [body, from[body]])),
        });
        const [mine, theirs] = [of("mine", one), of("theirs", other)];
        const both = {
          ...mine,
          ...Object.fromEntries(bodies.filter((_, n) => whose[n] === "theirs").map((body) => [body, other[body]])),
        };
        const merge = mergeBrushes(base, mine, theirs);
        expect(merge.changes.filter(({ by }) => by === "both")).toEqual([]);
        expect(brushText(merge.brush)).toBe(brushText(both));
        expect(brushText(mergeBrushes(base, theirs, mine).brush)).toBe(brushText(both));
      }),
    );
  });

  test("loses nothing of mine, unless that is chosen; chosen throughout, theirs is what there is", () => {
    fc.assert(
      fc.property(anyBrush, anyBrush, anyBrush, (base, mine, theirs) => {
        const wholeGround = [base, mine, theirs].some(({ ground }) => ground === null);
        const parts = (brush: Brush) => partsOf(brush, wholeGround);
        const merge = mergeBrushes(base, mine, theirs);
        fc.pre(merge.unfit === undefined);
        const [was, own, now] = [parts(base), parts(mine), parts(merge.brush)];
        for (const [key, value] of own)
          if (JSON.stringify(value) !== JSON.stringify(was.get(key))) expect([key, now.get(key)]).toEqual([key, value]);
        const choices = Object.fromEntries(merge.changes.map(({ key }) => [key, "theirs" as const]));
        const all = mergeBrushes(base, mine, theirs, choices);
        fc.pre(all.unfit === undefined);
        expect(new Map([...parts(all.brush)].sort())).toEqual(new Map([...parts(theirs)].sort()));
      }),
    );
  });

  test("names conflicts, and one part can be chosen otherwise", () => {
    const base = brushOf({ tip: { size: 20, hardness: 0.5 }, paint: { flow: 0.4 } });
    const mine = brushOf({ tip: { size: 30, hardness: 0.5 }, paint: { flow: 0.6 } });
    const theirs = brushOf({ tip: { size: 24, hardness: 0.9 }, paint: { flow: 0.4 } });
    const { brush, changes } = mergeBrushes(base, mine, theirs);
    expect(changes).toEqual([
      { key: "tip.size", label: "Size", by: "both", has: "mine", base: "20 px", mine: "30 px", theirs: "24 px" },
      {
        key: "tip.hardness",
        label: "Hardness",
        by: "theirs",
        has: "theirs",
        base: "50 %",
        mine: "50 %",
        theirs: "90 %",
      },
      { key: "paint.flow", label: "Flow", by: "mine", has: "mine", base: "40 %", mine: "60 %", theirs: "40 %" },
    ]);
    expect([brush.tip.size, brush.tip.hardness, brush.paint.flow]).toEqual([30, 0.9, 0.6]);
    const other = mergeBrushes(base, mine, theirs, { "tip.size": "theirs", "tip.hardness": "mine" }).brush;
    expect([other.tip.size, other.tip.hardness, other.paint.flow]).toEqual([24, 0.5, 0.6]);
  });

  test("of responses both sides’ additions are there, in the same order whoever came first", () => {
    const sized = { quality: "size", source: "pressure", low: 0.2 };
    const base = brushOf({ responses: [sized] });
    const mine = brushOf({ responses: [{ quality: "flow", source: "tilt" }, sized] });
    const theirs = brushOf({
      responses: [
        { ...sized, low: 0.5 },
        { quality: "angle", source: "heading" },
      ],
    });
    const told = (brush: Brush) => brush.responses.map(({ quality, low }) => [quality, low]);
    const merged = mergeBrushes(base, mine, theirs).brush;
    expect(told(merged)).toEqual([
      ["size", 0.5],
      ["angle", 0],
      ["flow", 0],
    ]);
    expect(brushText(mergeBrushes(base, theirs, mine).brush)).toBe(brushText(merged));
  });

  test("that does not fit together leaves mine as it is, and says why", () => {
    const many = (source: string) => Array.from({ length: 40 }, (_, n) => ({ quality: "flow", source, low: n / 100 }));
    const [base, mine, theirs] = [[], many("pressure"), many("tilt")].map((responses) => brushOf({ responses }));
    const { brush, unfit, changes } = mergeBrushes(base, mine, theirs);
    expect(unfit).toMatch(/responses/);
    expect(brushText(brush)).toBe(brushText(mine));
    expect(changes.every(({ has }) => has === "mine")).toBe(true);
  });
});
