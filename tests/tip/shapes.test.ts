import { drawnSide, drawShape } from "@core/tip/shape/draw-shape";
import { extentAlong } from "@core/tip/shape/extent";
import { type DrawnShape, drawnKinds, shapeOf } from "@core/tip/shape/shape";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

const SIDE = 128;
/** The share of the square that a shape covers. */
const area = (shape: DrawnShape, hardness = 1, opened = 1) =>
  drawShape(shape, SIDE, hardness, opened).reduce((sum, v) => sum + v, 0) / SIDE ** 2;
const make = (kind: DrawnShape["kind"], part: object = {}) => ({ ...shapeOf(kind), ...part }) as DrawnShape;
const anyShape = fc.constantFrom(...drawnKinds).map((kind) => make(kind));

describe("drawn shapes", () => {
  test("have strengths from 0 to 1, are the same each time, and no stronger when they are softer", () => {
    fc.assert(
      fc.property(
        anyShape,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (shape, hardness, opened) => {
          const drawn = drawShape(shape, 64, hardness, opened);
          for (const v of drawn) if (!(v >= 0 && v <= 1)) throw new Error(`a strength of ${v}`);
          expect(
            Buffer.compare(Buffer.from(drawn.buffer), Buffer.from(drawShape(shape, 64, hardness, opened).buffer)),
          ).toBe(0);
          const hard = drawShape(shape, 64, 1, opened);
          const sum = (values: Float32Array) => values.reduce((a, b) => a + b, 0);
          expect(sum(drawn)).toBeLessThanOrEqual(sum(hard) * 1.001 + 0.01);
        },
      ),
      { numRuns: 60 },
    );
  });

  // Plane geometry: a circle π/4 of its square, a regular n-gon in it n/2·sin(2π/n) of the circle's r².
  test("hard ones cover what geometry says", () => {
    expect(area(make("ellipse"))).toBeCloseTo(Math.PI / 4, 2);
    for (const sides of [3, 4, 5, 6, 8, 12])
      expect(area(make("polygon", { sides }))).toBeCloseTo(((sides / 2) * Math.sin((2 * Math.PI) / sides)) / 4, 2);
    for (const corner of [0, 0.3, 1])
      expect(area(make("rectangle", { corner }))).toBeCloseTo(1 - (4 - Math.PI) * corner ** 2 * 0.25, 2);
  });

  // Common practice, no source: a gradient brush is full at one edge and thins out to the other.
  test("a sided tip falls from full to nothing across itself, never rising", () => {
    const drawn = drawShape(make("sided"), SIDE, 0.2, 1);
    const middle = Array.from({ length: SIDE }, (_, y) => drawn[y * SIDE + SIDE / 2]);
    const inside = middle.slice(2, -2);
    inside.forEach((v, i) => {
      if (i > 0) expect(v).toBeLessThanOrEqual(inside[i - 1] + 1e-6);
    });
    expect(inside[0]).toBeGreaterThan(0.95);
    expect(inside[inside.length - 1]).toBeLessThan(0.05);
  });

  // Common practice, no source: a bundle opens as it is pressed down.
  test.each(["round", "flat", "filbert", "fan"])(
    "a %s bundle that splays reaches farther when it is pressed open, and not at all farther without splay",
    (bundle) => {
      const reach = (splay: number, opened: number) => {
        const drawn = drawShape(make("bristles", { bundle, splay, hairs: 80 }), SIDE, 0.8, opened);
        let most = 0;
        drawn.forEach((v, i) => {
          if (v > 0.1) most = Math.max(most, Math.abs((i % SIDE) - (SIDE - 1) / 2));
        });
        return most;
      };
      expect(reach(0.9, 0)).toBeLessThan(reach(0.9, 0.5));
      expect(reach(0.9, 0.5)).toBeLessThan(reach(0.9, 1));
      expect(reach(0, 0)).toBe(reach(0, 1));
    },
  );

  test.each([2, 5, 9])("a rake of %s lines has so many, with gaps between", (lines) => {
    const drawn = drawShape(make("rake", { lines, gap: 0.5, unevenness: 0 }), SIDE, 1, 1);
    const row = drawn.subarray((SIDE / 2) * SIDE, (SIDE / 2 + 1) * SIDE);
    let rises = 0;
    row.forEach((v, x) => {
      if (v > 0.5 && (x === 0 || row[x - 1] <= 0.5)) rises++;
    });
    expect(rises).toBe(lines);
  });

  test("more hairs and more dots cover more; another seed is another tip", () => {
    expect(area(make("bristles", { hairs: 10 }))).toBeLessThan(area(make("bristles", { hairs: 60 })));
    // Dots become smaller as they become more: one alone never fills the square.
    expect(area(make("speckle", { dots: 1, spread: 0 }))).toBeLessThan(0.2);
    for (const kind of ["bristles", "speckle"] as const)
      expect(drawShape(make(kind, { seed: 1 }), 64, 1, 1)).not.toEqual(drawShape(make(kind, { seed: 2 }), 64, 1, 1));
  });

  test("are drawn finer for larger tips, on sides that can be halved again and again", () => {
    for (let size = 1; size < 2000; size *= 1.7) {
      expect(Math.log2(drawnSide(size)) % 1).toBe(0);
      expect(drawnSide(size * 1.7)).toBeGreaterThanOrEqual(drawnSide(size));
    }
  });
});

describe("how long a mark is along the way", () => {
  const degrees = fc.integer({ min: -720, max: 720 });
  const roundness = fc.double({ min: 0.02, max: 1, noNaN: true });

  // The chord of x²/a² + y²/b² = 1 through its middle has half the length 1 / √(cos²/a² + sin²/b²).
  test("an ellipse's chord is that of the formula; half a turn changes nothing", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 900, noNaN: true }), roundness, degrees, (size, round, angle) => {
        const radians = (angle * Math.PI) / 180;
        const wanted = size / Math.sqrt(Math.cos(radians) ** 2 + Math.sin(radians) ** 2 / round ** 2);
        expect(extentAlong({ kind: "ellipse" }, size, round, angle) / wanted).toBeCloseTo(1, 9);
        expect(extentAlong({ kind: "ellipse" }, size, round, angle + 180) / wanted).toBeCloseTo(1, 9);
      }),
    );
  });

  test("a box is as long as it is wide, and as short as it is thin; between them it never leaves that range", () => {
    fc.assert(
      fc.property(roundness, degrees, (round, angle) => {
        const box = make("rectangle");
        expect(extentAlong(box, 100, round, 0)).toBeCloseTo(100, 6);
        expect(extentAlong(box, 100, round, 90)).toBeCloseTo(100 * round, 6);
        const along = extentAlong(box, 100, round, angle);
        expect(along).toBeGreaterThanOrEqual(100 * round - 1e-6);
        expect(along).toBeLessThanOrEqual(100 * Math.hypot(1, round) + 1e-6);
      }),
    );
  });
});
