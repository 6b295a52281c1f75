import { type Brush, brushSchema, mixBrushes, ownValue, swapBody } from "@core/brush";
import { qualities, qualityNames, qualityRow } from "@core/qualities/table";
import { listMarks } from "@core/stroke/make-marks";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyBrush, brushOf, lineSamples } from "../helpers";

const share = fc.double({ min: 0, max: 1, noNaN: true });

describe("mixing two brushes", () => {
  test("gives a brush, always; at the ends the one or the other with the first one's name", () => {
    fc.assert(
      fc.property(anyBrush, anyBrush, share, (a, b, t) => {
        const mixed = mixBrushes(a, b, t);
        expect(brushSchema.safeParse(mixed).success).toBe(true);
        expect(mixed.name).toBe(a.name);
        expect(mixBrushes(a, b, 0)).toEqual(a);
        expect(mixBrushes(a, b, 1)).toEqual({
          ...b,
          name: a.name,
          notes: a.notes,
          stops: a.stops,
          controls: a.controls,
        });
      }),
    );
  });

  test("puts every plain quality between the two", () => {
    fc.assert(
      fc.property(anyBrush, anyBrush, share, (a, b, t) => {
        const mixed = mixBrushes(a, b, t);
        for (const name of qualityNames) {
          if (qualityRow(name).turns) continue;
          const [from, to, now] = [ownValue(a, name), ownValue(b, name), ownValue(mixed, name)];
          if (typeof from !== "number" || typeof to !== "number" || typeof now !== "number") continue;
          // Whole numbers are rounded.
          expect(now).toBeGreaterThanOrEqual(Math.min(from, to) - 0.5);
          expect(now).toBeLessThanOrEqual(Math.max(from, to) + 0.5);
        }
      }),
    );
  });

  test("half way is the mean, angles turn the shorter way", () => {
    const mixed = mixBrushes(
      brushOf({ tip: { size: 10, angle: 170 } }),
      brushOf({ tip: { size: 30, angle: -150 } }),
      0.5,
    );
    expect(mixed.tip.size).toBe(20);
    expect(Math.abs(mixed.tip.angle)).toBeCloseTo(170, 9);
    expect(mixed.tip.angle).toBeCloseTo(-170, 9);
  });

  test("a response that only one has fades, and what the marks do lies between", () => {
    const plain = brushOf({ tip: { size: 20 } });
    const driven = brushOf({ tip: { size: 20 }, responses: [{ quality: "size", source: "pressure", low: 0 }] });
    const sizeAt = (brush: Brush) => listMarks(brush, lineSamples(0, 0, 100, 0, 20, 0.5), 1)[3].size;
    expect(sizeAt(plain)).toBeCloseTo(20, 9);
    expect(sizeAt(driven)).toBeCloseTo(10, 9);
    expect(sizeAt(mixBrushes(plain, driven, 0.5))).toBeCloseTo(15, 9);
    expect(sizeAt(mixBrushes(driven, plain, 0.25))).toBeCloseTo(12.5, 9);
  });

  test("a ground that only one has comes little by little", () => {
    const rough = brushOf({ ground: { grain: { kind: "noise" }, depth: 0.8 } });
    expect(mixBrushes(brushOf(), rough, 0.25).ground?.depth).toBeCloseTo(0.2, 9);
    expect(mixBrushes(rough, brushOf(), 0.25).ground?.depth).toBeCloseTo(0.6, 9);
  });
});

describe("swapping a body", () => {
  test("takes the body and its responses, and leaves all else", () => {
    fc.assert(
      fc.property(anyBrush, anyBrush, fc.constantFrom("tip", "trail", "ground", "paint"), (a, b, body) => {
        const swapped = swapBody(a, b, body);
        expect(brushSchema.parse(swapped)).toEqual(swapped);
        expect(swapped[body]).toEqual(b[body]);
        for (const other of (["tip", "trail", "ground", "paint"] as const).filter((name) => name !== body))
          expect(swapped[other]).toEqual(a[other]);
        const of = (brush: Brush) => brush.responses.filter((r) => qualities[r.quality].body === body);
        expect(of(swapped)).toEqual(of(b));
        expect(swapped.responses.length - of(swapped).length).toBe(a.responses.length - of(a).length);
      }),
    );
  });
});
