import { boxFor } from "@core/paint/soften";
import { paintHand } from "@core/stroke/painter";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";
import { pixelAt, surfaceOf } from "./sheet";

const black = { colour: [0, 0, 0], second: [1, 1, 1] } as const;
const water = (soften: number, paint: object = {}) =>
  brushOf({ tip: { size: 90 }, paint: { flow: 0, soften, ...paint } });
const tap = [{ x: 96, y: 96, time: 0, pressure: 1 }];

/** Pixels that are 1 left of x = 0 and 0 from there on, blurred by a sampled Gaussian (the definition, in float64). */
function blurredStep(x: number, sigma: number): number {
  let above = 0;
  let all = 0;
  for (let t = -Math.ceil(8 * sigma); t <= 8 * sigma; t++) {
    const weight = Math.exp((-t * t) / (2 * sigma * sigma));
    all += weight;
    if (x + t < 0) above += weight;
  }
  return above / all;
}

describe("softening", () => {
  test.each([
    [1, 4 / 255],
    [2.5, 2 / 255],
    [6, 2 / 255],
    [11, 2 / 255],
  ])("is a Gaussian of %d px, within %f", (sigma, bound) => {
    const surface = surfaceOf(192, 192, (x) => [0.2, 0.9, 0.4, x < 96 ? 1 : 0]);
    paintHand(surface, water(sigma), black, [tap], 1);
    for (let x = 60; x < 132; x++) {
      const [, green, , alpha] = pixelAt(surface, x, 96);
      const wanted = blurredStep(x - 96, sigma);
      expect(Math.abs(alpha - wanted)).toBeLessThan(bound);
      expect(Math.abs(green - 0.9 * wanted)).toBeLessThan(bound);
    }
    surface.release();
  });

  test("keeps a flat colour and what lies beside the tip, and lays no paint at no flow", () => {
    const surface = surfaceOf(192, 192, (x) => [0.2, 0.9, 0.4, x < 20 || x > 60 ? 1 : 0.5]);
    paintHand(surface, water(4), black, [tap], 1);
    for (const [x, alpha] of [
      [10, 1],
      [40, 0.5],
      [100, 1],
      [140, 1],
      [190, 1],
    ]) {
      expect(pixelAt(surface, x, 96)[3]).toBeCloseTo(alpha, 3);
      expect(pixelAt(surface, x, 96)[1]).toBeCloseTo(0.9 * alpha, 3);
    }
    surface.release();
  });

  test("does more the harder one presses, when pressure drives it", () => {
    const spread = (pressure: number) => {
      const surface = surfaceOf(192, 192, (x) => [0, 0, 0, x < 96 ? 1 : 0]);
      paintHand(
        surface,
        { ...water(12), responses: brushOf({ responses: [{ quality: "soften", source: "pressure" }] }).responses },
        black,
        [lineSamples(96, 60, 96, 130, 20, pressure)],
        1,
      );
      let x = 96;
      while (x < 150 && pixelAt(surface, x, 96)[3] > 0.05) x++;
      surface.release();
      return x - 96;
    };
    expect(spread(1)).toBeGreaterThan(spread(0.2) * 2);
  });

  test("goes over the surface's own border without a dark or clear edge", () => {
    const surface = surfaceOf(64, 64, () => [0.7, 0.2, 0.1, 1]);
    paintHand(surface, water(8), black, [[{ x: 2, y: 2, time: 0, pressure: 1 }]], 1);
    for (const [x, y] of [
      [0, 0],
      [5, 0],
      [12, 9],
    ])
      expect(pixelAt(surface, x, y)[3]).toBeGreaterThan(0.999);
    surface.release();
  });

  test("four boxes have the variance of the Gaussian", () => {
    for (const sigma of [0.4, 1, 3.7, 20]) {
      const { radius, ends } = boxFor(sigma);
      let variance = 2 * ends * (radius + 1) ** 2;
      for (let i = -radius; i <= radius; i++) variance += i * i;
      expect((4 * variance) / (2 * radius + 1 + 2 * ends)).toBeCloseTo(sigma * sigma, 9);
      expect(ends).toBeGreaterThanOrEqual(0);
      expect(ends).toBeLessThanOrEqual(1);
    }
  });
});
