import { blendNames, blendNumber } from "@core/kernels/blend-modes";
import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { PLANE } from "@core/kernels/memory/tile-size";
import { blendOver } from "@core/kernels/reference/blend";
import type { Pixel } from "@core/kernels/reference/laws";
import { createCanvas, type GlobalCompositeOperation } from "@napi-rs/canvas";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

const kernels = createKernels();
const layer = kernels.heap.takeCleared(4 * PLANE);
const source = kernels.heap.takeCleared(4 * PLANE);

const channel = fc.integer({ min: 0, max: ONE });
/** A premultiplied pixel, Q15: no channel above its alpha. */
const pixel = fc
  .tuple(channel, channel, channel, channel)
  .map(([r, g, b, a]): Pixel => [Math.floor((r * a) / ONE), Math.floor((g * a) / ONE), Math.floor((b * a) / ONE), a]);

function fill(tile: number, values: Pixel): void {
  values.forEach((v, plane) => {
    kernels.heap.u16.fill(v, (tile + plane * PLANE) / 2, (tile + plane * PLANE) / 2 + 8);
  });
}

function blended(mode: (typeof blendNames)[number], backdrop: Pixel, over: Pixel): Pixel {
  fill(layer, backdrop);
  fill(source, over);
  kernels.run.blend(layer, source, blendNumber(mode));
  return [0, 1, 2, 3].map((plane) => kernels.heap.u16[(layer + plane * PLANE) / 2]) as Pixel;
}

const unit = (p: Pixel) => p.map((v) => v / ONE) as Pixel;

// Formulas of W3C Compositing and Blending Level 1, §9 and §10, and of plus-lighter in Level 2, in float64.
test.each(blendNames)("%s is its formula, within 1/255, for any colours and alphas", (mode) => {
  fc.assert(
    fc.property(pixel, pixel, (backdrop, over) => {
      const wanted = blendOver(mode, unit(backdrop), unit(over));
      unit(blended(mode, backdrop, over)).forEach((v, i) => {
        expect(Math.abs(v - wanted[i])).toBeLessThanOrEqual(1 / 255);
      });
    }),
    { numRuns: 400 },
  );
});

describe("against Skia", () => {
  const canvas = createCanvas(1, 1);
  const context = canvas.getContext("2d");
  const byte = fc.integer({ min: 0, max: 255 });

  /** Skia's result of one colour over another, 8 bits, premultiplied 0…1. */
  function skia(mode: string, backdrop: readonly number[], over: readonly number[]): number[] {
    context.globalCompositeOperation = "copy";
    context.fillStyle = `rgba(${backdrop[0]}, ${backdrop[1]}, ${backdrop[2]}, ${backdrop[3] / 255})`;
    context.fillRect(0, 0, 1, 1);
    context.globalCompositeOperation = mode as GlobalCompositeOperation;
    context.fillStyle = `rgba(${over[0]}, ${over[1]}, ${over[2]}, ${over[3] / 255})`;
    context.fillRect(0, 0, 1, 1);
    const [r, g, b, a] = context.getImageData(0, 0, 1, 1).data;
    return [r, g, b].map((c) => (c / 255) * (a / 255)).concat(a / 255);
  }

  const premultiplied = ([r, g, b, a]: readonly number[]) =>
    [r, g, b].map((c) => Math.round((c / 255) * (a / 255) * ONE)).concat(Math.round((a / 255) * ONE)) as Pixel;

  // Opaque backdrops and strong sources: where alpha is low, Skia's 8-bit premultiplied colours are too coarse to compare.
  test.each(blendNames)("%s agrees within its 8-bit rounding", (mode) => {
    const name = mode === "plus-lighter" ? "lighter" : mode;
    // Dodge and burn divide: near 0 and 1 a step of 1/255 becomes many.
    const inner = mode === "color-dodge" || mode === "color-burn" ? fc.integer({ min: 40, max: 215 }) : byte;
    fc.assert(
      fc.property(
        fc.tuple(inner, inner, inner),
        fc.tuple(inner, inner, inner),
        fc.integer({ min: 60, max: 255 }),
        (b, s, alpha) => {
          const backdrop = [...b, 255];
          const over = [...s, alpha];
          const theirs = skia(name, backdrop, over);
          unit(blended(mode, premultiplied(backdrop), premultiplied(over))).forEach((v, i) => {
            expect(Math.abs(v - theirs[i])).toBeLessThanOrEqual(4 / 255);
          });
        },
      ),
      { numRuns: 200 },
    );
  });
});

test("erasing takes away colour and alpha alike", () => {
  fc.assert(
    fc.property(pixel, channel, (backdrop, strength) => {
      fill(layer, backdrop);
      const cover = kernels.heap.takeCleared(PLANE);
      kernels.heap.u16.fill(strength, cover / 2, cover / 2 + 8);
      kernels.run.erase(layer, cover);
      kernels.heap.give(cover, PLANE);
      backdrop.forEach((v, plane) => {
        expect(Math.abs(kernels.heap.u16[(layer + plane * PLANE) / 2] - v * (1 - strength / ONE))).toBeLessThanOrEqual(
          1.5,
        );
      });
    }),
  );
});
