import { blurFor } from "@core/paint/soften";
import { spaceNames } from "@core/paint/spaces";
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
    [1, 0.1 / 255],
    [2, 2 / 255],
    [2.5, 1 / 255],
    [4, 2 / 255],
    [6, 1 / 255],
    [8, 2 / 255],
    [11, 1 / 255],
  ])("is a Gaussian of %d px, within %f, wherever an edge stands", (sigma, bound) => {
    for (let edge = 92; edge < 100; edge++) {
      const surface = surfaceOf(192, 192, (x) => [0.2, 0.9, 0.4, x < edge ? 1 : 0]);
      paintHand(surface, water(sigma), black, [tap], 1);
      for (let x = 60; x < 132; x++) {
        const [, green, , alpha] = pixelAt(surface, x, 96);
        const wanted = blurredStep(x - edge, sigma);
        expect(Math.abs(alpha - wanted)).toBeLessThan(bound);
        expect(Math.abs(green - 0.9 * wanted)).toBeLessThan(bound);
      }
      surface.release();
    }
  });

  test.each(spaceNames)("blurs alpha alike in %s", (space) => {
    for (const sigma of [1.5, 5]) {
      const surface = surfaceOf(192, 192, (x) => [0.2, 0.9, 0.4, x < 96 ? 1 : 0]);
      paintHand(surface, water(sigma, { space }), black, [tap], 1);
      for (let x = 60; x < 132; x++)
        expect(Math.abs(pixelAt(surface, x, 96)[3] - blurredStep(x - 96, sigma))).toBeLessThan(2 / 255);
      surface.release();
    }
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

  test("beside the surface it does nothing, across its border it blurs what there is", () => {
    const colours = (x: number, y: number) => [0.7, 0.2, 0.1, (x + y) % 20 < 10 ? 1 : 0.3] as const;
    const painted = (x: number, y: number, sigma: number) => {
      const surface = surfaceOf(128, 128, (px, py) => [...colours(px, py)]);
      paintHand(surface, water(sigma), black, [[{ x, y, time: 0, pressure: 1 }]], 1);
      const alphas = [0, 30, 64, 100, 127].map((p) => pixelAt(surface, p, p)[3]);
      surface.release();
      return alphas;
    };
    const before = [0, 30, 64, 100, 127].map((p) => colours(p, p)[3]);
    for (const sigma of [1, 5, 40]) {
      for (const [x, y] of [
        [-900, 60],
        [-46, 60],
        [1200, 60],
        [60, -700],
        [60, 900],
        [-60, -60],
      ])
        painted(x, y, sigma).forEach((alpha, i) => {
          expect(alpha).toBeCloseTo(before[i], 3);
        });
      for (const [x, y] of [
        [-20, 0],
        [140, 127],
        [0, 150],
      ])
        for (const alpha of painted(x, y, sigma)) expect(alpha).toBeLessThanOrEqual(1);
    }
  });

  test("blocks, weights and curves together have the variance of the Gaussian", () => {
    for (const sigma of [1, 1.99, 2, 3.7, 9, 20, 40]) {
      const { shift, weights } = blurFor(sigma);
      const side = 2 ** shift;
      const half = Math.max(1, side / 2);
      const middle = shift === 0 ? 0 : 0.5;
      const curve = shift === 0 ? 0 : side ** 2 / 4;
      const means = (half ** 2 - 1) / 12;
      const weighed = weights.reduce((sum, weight, n) => sum + 2 * weight * ((n + middle) * half) ** 2, 0);
      expect(2 * weights.reduce((sum, weight) => sum + weight)).toBeCloseTo(1, 9);
      expect((curve + means + weighed) / sigma ** 2).toBeCloseTo(1, 1.5);
    }
  });
});
