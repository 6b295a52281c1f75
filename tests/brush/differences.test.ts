import { differences } from "@core/brush";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyBrush, brushOf } from "../helpers";

describe("differences between two brushes", () => {
  test("are none between equal ones, and some between any two that are not", () => {
    fc.assert(
      fc.property(anyBrush, anyBrush, (a, b) => {
        expect(differences(a, structuredClone(a))).toEqual([]);
        expect(differences(a, b).length > 0).toBe(JSON.stringify(a) !== JSON.stringify(b));
      }),
    );
  });

  test("name qualities with their numbers, responses with what became of them, and settings", () => {
    const from = brushOf({
      paint: { flow: 0.5 },
      responses: [
        { quality: "size", source: "pressure" },
        { quality: "hue", source: "chance", high: 9 },
      ],
    });
    const to = brushOf({
      tip: { shape: { kind: "rake" } },
      ground: {},
      paint: { flow: 0.2, blend: "multiply", load: 12 },
      responses: [
        { quality: "size", source: "pressure", low: 0.4 },
        { quality: "angle", source: "heading", high: 360 },
      ],
    });
    const found = differences(from, to);
    expect(found).toContainEqual({ kind: "quality", name: "flow", from: 0.5, to: 0.2 });
    expect(found).toContainEqual({ kind: "quality", name: "load", from: null, to: 12 });
    expect(found).toContainEqual({ kind: "quality", name: "depth", from: null, to: 0.6 });
    expect(found).toContainEqual({ kind: "response", what: "Size by pressure", change: "changed" });
    expect(found).toContainEqual({ kind: "response", what: "Hue by each mark", change: "removed" });
    expect(found).toContainEqual({ kind: "response", what: "Angle by heading", change: "added" });
    expect(found).toContainEqual({ kind: "setting", what: "tip: shape", from: "ellipse", to: "rake" });
    expect(found).toContainEqual({ kind: "setting", what: "paint: blend", from: "source-over", to: "multiply" });
    expect(found).toContainEqual({ kind: "setting", what: "ground", from: "none", to: "there" });
  });
});
