import type { Sample } from "@core/hand/sample";
import { renderHand16 } from "@core/stroke/render";
import { describe, expect, test } from "vitest";
import { brushOf, testPictures } from "../helpers";

const SIDE = 200;
const tips: Record<string, object> = {
  "a hard round": { size: 30 },
  "a soft round": { size: 40, hardness: 0.2 },
  "a flat ellipse": { size: 40, roundness: 0.3, angle: 30 },
  "a rectangle": { size: 34, shape: { kind: "rectangle" }, roundness: 0.5, angle: 20 },
  "a polygon": { size: 34, shape: { kind: "polygon", sides: 5 } },
  "a sided tip": { size: 40, shape: { kind: "sided" }, angle: 40 },
  bristles: { size: 40, shape: { kind: "bristles", hairs: 50 } },
  "a fan": { size: 44, shape: { kind: "bristles", bundle: "fan", hairs: 30 }, angle: 15 },
  "a rake": { size: 40, shape: { kind: "rake" }, angle: 60 },
  speckle: { size: 44, shape: { kind: "speckle" } },
  "a picture": { size: 40, shape: { kind: "image", pictures: [{ file: "tips/leaf.png" }] }, angle: 25 },
};

const path: Sample[] = Array.from({ length: 40 }, (_, i) => ({
  x: 55 + 2.2 * i,
  y: 110 + 34 * Math.sin(i / 7),
  time: i * 8,
  pressure: 0.35 + 0.5 * Math.sin((Math.PI * i) / 39),
}));

/** Alpha, 0…1, of a stroke; sizes follow the pressure. */
function alphas(tip: object, side: number, samples: readonly Sample[]): Float64Array {
  const pixels = renderHand16({
    brush: brushOf({
      tip,
      trail: { spacing: 0.08 },
      responses: [{ quality: "size", source: "pressure", low: 0.5, high: 1 }],
    }),
    strokes: [samples],
    width: side,
    height: side,
    ink: { colour: [0, 0, 0], second: [1, 1, 1] },
    paper: null,
    seed: 1,
    pictures: testPictures,
  });
  return Float64Array.from({ length: side * side }, (_, i) => pixels[i * 4 + 3] / 65535);
}

/** The mean difference, of 255, over the px of the picture where either has something. */
function apart(a: Float64Array, b: (x: number, y: number) => number): number {
  let sum = 0;
  let painted = 0;
  for (let y = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++) {
      const [p, q] = [a[y * SIDE + x], b(x, y)];
      if (p > 0 || q > 0) painted++;
      sum += Math.abs(p - q) * 255;
    }
  expect(painted).toBeGreaterThan(500);
  return sum / (SIDE * SIDE);
}

describe.each(Object.entries(tips))("%s", (_, tip) => {
  const own = alphas(tip, SIDE, path);
  const { size, angle = 0, mirror } = tip as { size: number; angle?: number; mirror?: object };

  test("twice as large is the same, seen from twice as far", () => {
    const large = alphas(
      { ...tip, size: size * 2 },
      SIDE * 2,
      path.map((s) => ({ ...s, x: s.x * 2, y: s.y * 2 })),
    );
    const at = (x: number, y: number) => large[y * SIDE * 2 + x];
    expect(
      apart(
        own,
        (x, y) => (at(2 * x, 2 * y) + at(2 * x + 1, 2 * y) + at(2 * x, 2 * y + 1) + at(2 * x + 1, 2 * y + 1)) / 4,
      ),
    ).toBeLessThan(1.5);
  });

  test("turned by a quarter is the same", () => {
    const turned = alphas(
      { ...tip, angle: angle + 90 },
      SIDE,
      path.map((s) => ({ ...s, x: s.y, y: SIDE - s.x })),
    );
    expect(apart(own, (x, y) => turned[(SIDE - 1 - x) * SIDE + y])).toBeLessThan(1.5);
  });

  test("mirrored is the same", () => {
    const flipped = alphas(
      { ...tip, angle: -angle, mirror: { ...mirror, leftRight: "always" } },
      SIDE,
      path.map((s) => ({ ...s, x: SIDE - s.x })),
    );
    expect(apart(own, (x, y) => flipped[y * SIDE + (SIDE - 1 - x)])).toBeLessThan(1.5);
  });
});
