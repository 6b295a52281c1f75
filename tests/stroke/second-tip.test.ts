import type { Brush } from "@core/brush";
import { secondTipBrush } from "@core/brush/second-tip";
import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { PLANE } from "@core/kernels/memory/tile-size";
import { paintHand, StrokePainter } from "@core/stroke/painter";
import { heightPixels } from "@core/surface/heights";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const kernels = createKernels();
const ink = { colour: [0.2, 0.4, 0.8], second: [0.9, 0.1, 0.1] } as const;
const hand = [
  ...lineSamples(40, 60, 150, 90),
  ...lineSamples(150, 90, 220, 50).map((s) => ({ ...s, time: s.time + 500 })),
];
const SEED = 21;

function onSheet<T>(look: (surface: Surface) => T): T {
  const surface = new Surface(kernels, 256, 128);
  const found = look(surface);
  surface.release();
  return found;
}

/** A plane of the layer's pixels, Q15, tile by tile. */
function plane(surface: Surface, p: number): number[] {
  return Array.from({ length: surface.columns * surface.rows }, (_, index) => {
    const tile = surface.layers[0].tiles.at(index);
    const from = (tile + p * PLANE) / 2;
    return tile ? [...kernels.heap.u16.slice(from, from + PLANE / 2)] : Array<number>(PLANE / 2).fill(0);
  }).flat();
}

const painted = (brush: Brush, seed = SEED) =>
  onSheet((surface) => {
    paintHand(surface, brush, ink, [hand], seed);
    return [0, 1, 2, 3].map((p) => plane(surface, p));
  });

const first = (more: object = {}, over: object | null = null) =>
  brushOf({
    tip: { size: 44, hardness: 0.7, over },
    trail: { spacing: 0.1 },
    paint: { flow: 0.6, opacity: 0.9 },
    responses: [{ quality: "size", source: "pressure", low: 0.5, high: 1 }],
    ...more,
  });

const speckles = { shape: { kind: "speckle", dots: 30 }, size: 0.7, sizeChance: 0.4, spacing: 0.5, scatter: 0.4 };

describe("a second tip", () => {
  test.each([
    ["shows", (a: number, b: number) => a * b],
    ["takes", (a: number, b: number) => a * (1 - b)],
  ] as const)("that %s is the first tip's stroke times its own, painted apart", (law, joined) => {
    const brush = first({}, { ...speckles, law });
    const { over } = brush.tip;
    if (!over) throw new Error("it has one");
    const alone = painted(first())[3];
    // The seed by which its chances are told apart from the first tip's.
    const second = painted(secondTipBrush(brush, over), (SEED ^ 0x5ec0) >>> 0)[3];
    const both = painted(brush)[3];
    let worst = 0;
    let broken = 0;
    both.forEach((found, i) => {
      worst = Math.max(worst, Math.abs(found / ONE - joined(alone[i] / ONE, second[i] / ONE)));
      if (alone[i] > 0.5 * ONE && found < 0.1 * ONE) broken++;
    });
    // A pixel of a stroke is rounded twice, and once more as it joins its layer.
    expect(worst).toBeLessThan(3 / ONE);
    expect(broken).toBeGreaterThan(200);
  });

  test("that counts for nothing changes nothing, and one that counts by half leaves half at least", () => {
    const alone = painted(first())[3];
    for (const [strength, least] of [
      [0, 1],
      [0.5, 0.5],
    ]) {
      const both = painted(first({}, { ...speckles, strength }))[3];
      both.forEach((found, i) => {
        if (found > alone[i] || found < least * alone[i] - (strength === 0 ? 0 : 3))
          throw new Error(`${found} of ${alone[i]} at ${i}`);
      });
    }
  });

  test("changes how much of a colour there is, and no colour", () => {
    const colours = { responses: [{ quality: "hue", source: "distance", low: 0, high: 120, over: 150 }] };
    const alone = painted(first(colours));
    const both = painted(first(colours, speckles));
    let seen = 0;
    both[3].forEach((alpha, i) => {
      if (alpha < 0.2 * ONE) return;
      seen++;
      for (let p = 0; p < 3; p++)
        expect(Math.abs(both[p][i] / alpha - alone[p][i] / alone[3][i])).toBeLessThan(2 / 255);
    });
    expect(seen).toBeGreaterThan(500);
  });

  test("is the same however the hand's readings come", () => {
    const brush = first({}, speckles);
    const whole = painted(brush);
    const parts = onSheet((surface) => {
      const painter = new StrokePainter(surface, brush, ink, SEED);
      for (let i = 0; i < hand.length; i += 3) painter.push(hand.slice(i, i + 3));
      painter.end();
      return [0, 1, 2, 3].map((p) => plane(surface, p));
    });
    expect(parts).toEqual(whole);
  });

  test("lets thick paint stand only where it lets paint through", () => {
    const heights = onSheet((surface) => {
      paintHand(surface, first({ paint: { body: 1 } }, speckles), ink, [hand], SEED);
      const covered = plane(surface, 3);
      const found = heightPixels(surface);
      let bare = 0;
      for (let y = 0; y < 128; y++)
        for (let x = 0; x < 256; x++) {
          const at = (Math.floor(y / 64) * 4 + Math.floor(x / 64)) * 4096 + (y % 64) * 64 + (x % 64);
          if (covered[at] > 0) continue;
          bare++;
          expect(found[y * 256 + x]).toBe(0);
        }
      return { bare, highest: Math.max(...found) };
    });
    expect(heights.bare).toBeGreaterThan(1000);
    expect(heights.highest).toBeGreaterThan(30_000);
  });

  test("follows the first tip's size, and gives its memory back", () => {
    const brush = first({}, { ...speckles, turnChance: 0 });
    if (!brush.tip.over) throw new Error("it has one");
    const second = secondTipBrush(brush, brush.tip.over);
    expect(second.tip.size).toBeCloseTo(0.7 * 44, 9);
    expect(second.responses.map(({ quality, source }) => `${quality} by ${source}`)).toEqual([
      "size by pressure",
      "size by chance",
    ]);
    const round = () => painted(brush);
    round();
    const before = kernels.heap.u8.length;
    for (let n = 0; n < 20; n++) round();
    expect(kernels.heap.u8.length).toBe(before);
  });
});
