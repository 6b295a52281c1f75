import { createKernels } from "@core/kernels/load";
import { paintHand } from "@core/stroke/painter";
import { renderHand16 } from "@core/stroke/render";
import { heightPixels } from "@core/surface/heights";
import { tableLight } from "@core/surface/light";
import { deepPixels, Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const kernels = createKernels();
const SIDE = 360;
const ink = { colour: [0.6, 0.4, 0.15], second: [0.6, 0.4, 0.15] } as const;
const WHITE = [1, 1, 1] as const;
const across = [{ quality: "angle", source: "heading", low: 90, high: 450 }];

const bundles = {
  "many fine hairs": {
    tip: {
      size: 62,
      hardness: 0.7,
      shape: { kind: "bristles", bundle: "flat", hairs: 110, thickness: 0.16, seed: 31 },
    },
    paint: { body: 0.35 },
  },
  "few stiff hairs": {
    tip: { size: 46, hardness: 0.8, shape: { kind: "bristles", bundle: "flat", hairs: 48, thickness: 0.22, seed: 22 } },
    paint: { body: 0.85 },
  },
} as const;

/** A straight stroke as it is lit, its middle and the direction it runs in. */
function litStroke(part: object, degrees: number) {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const surface = new Surface(kernels, SIDE, SIDE);
  const line = lineSamples(SIDE / 2 - 130 * c, SIDE / 2 - 130 * s, SIDE / 2 + 130 * c, SIDE / 2 + 130 * s, 60, 0.6);
  paintHand(surface, brushOf({ ...part, responses: across }), ink, [line], 3);
  const picture = new Picture(surface, WHITE, tableLight);
  picture.showAll();
  const pixels = picture.copy();
  picture.release();
  surface.release();
  const red = (x: number, y: number) => {
    const [left, top] = [Math.floor(x), Math.floor(y)];
    const at = (right: number, down: number) => pixels[((top + down) * SIDE + left + right) * 4];
    const row = (down: number) => at(0, down) + (at(1, down) - at(0, down)) * (x - left);
    return row(0) + (row(1) - row(0)) * (y - top);
  };
  /** At `along` px from the middle, `off` px beside the way. */
  return (along: number, off: number) => red(SIDE / 2 + along * c - off * s, SIDE / 2 + along * s + off * c);
}

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
const variance = (values: readonly number[]) => {
  const middle = mean(values);
  return mean(values.map((value) => (value - middle) ** 2));
};

describe("ridges of thick paint that hairs leave", () => {
  for (const [name, part] of Object.entries(bundles))
    test.each([3, 7, 40])(`are lines without beads, also aslant: ${name} at %s°`, (degrees) => {
      const at = litStroke(part, degrees);
      const offs = Array.from({ length: 49 }, (_, i) => -12 + i / 2);
      const lines = offs.map((off) => Array.from({ length: 160 }, (_, i) => at(i - 80, off)));
      // Slow changes along a line are the hand's; what changes within 33 px is a bead.
      const beads = lines.map((line) =>
        mean(line.slice(16, -16).map((value, i) => (value - mean(line.slice(i, i + 33))) ** 2)),
      );
      const ridges = Math.sqrt(variance(lines.map(mean)));
      expect(ridges, "levels of red from ridge to furrow").toBeGreaterThan(2);
      expect(Math.sqrt(mean(beads)) / ridges).toBeLessThan(0.27);
    });

  test("are lit where there is paint: bare paper beside them stays as it is, and what hardly covers is hardly lit", () => {
    const surface = new Surface(kernels, SIDE, 120);
    const stroke = lineSamples(20, 60, 340, 66, 60, 0.25);
    paintHand(surface, brushOf({ ...bundles["few stiff hairs"], responses: across }), ink, [stroke], 3);
    const picture = new Picture(surface, WHITE, { ...tableLight, depth: 30, gloss: 1, hollows: 1 });
    picture.showAll();
    const lit = picture.copy();
    const paint = deepPixels(surface, null);
    const heights = heightPixels(surface);
    let beyond = 0;
    for (let i = 0; i < SIDE * 120; i++) {
      const cover = paint[i * 4 + 3] / 65535;
      if (cover === 0 && heights[i] > 0) beyond++;
      const flat = 255 * (1 - cover) + (cover * paint[i * 4] * 255) / 65535;
      expect(Math.abs(lit[i * 4] - flat)).toBeLessThanOrEqual(cover * 255 + 1);
    }
    expect(beyond, "px beyond the paint at which ridges still come down").toBeGreaterThan(20);
    picture.release();
    surface.release();
  });
});

test("a hair that hardly touches leaves a thin line of thick paint, and not a pale one", () => {
  const strongest = (body: number) => {
    const { tip } = bundles["few stiff hairs"];
    const stroke = lineSamples(20, 60, 340, 60, 60, 0.09);
    const size = { width: SIDE, height: 120 };
    const part = { tip, paint: { body }, responses: across };
    const pixels = renderHand16({ brush: brushOf(part), strokes: [stroke], ...size, ink, paper: null, seed: 3 });
    return Math.max(...Array.from({ length: 120 }, (_, y) => pixels[(y * SIDE + 180) * 4 + 3] / 65535));
  };
  expect(strongest(0)).toBeLessThan(0.45);
  expect(strongest(0.85)).toBeGreaterThan(0.6);
});
