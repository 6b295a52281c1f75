import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { PLANE, TILE } from "@core/kernels/memory/tile-size";
import { sourceOver } from "@core/kernels/reference/laws";
import { createCanvas } from "@napi-rs/canvas";
import fc from "fast-check";
import { expect, test } from "vitest";

const channel = fc.integer({ min: 0, max: 255 });
const colour = fc.tuple(channel, channel, channel, channel);
type Rgba = readonly [number, number, number, number];

const kernels = createKernels();
const layer = kernels.heap.takeCleared(4 * PLANE);
const stroke = kernels.heap.takeCleared(4 * PLANE);
const out = kernels.heap.takeCleared(TILE * TILE * 4);

/** Premultiplied Q15 of an 8-bit colour, all over a tile. */
function fill(tile: number, [r, g, b, a]: Rgba): void {
  [r, g, b, 255].forEach((c, plane) => {
    kernels.heap.u16.fill(
      Math.round((c / 255) * (a / 255) * ONE),
      (tile + plane * PLANE) / 2,
      (tile + (plane + 1) * PLANE) / 2,
    );
  });
}

function composite(backdrop: Rgba, source: Rgba): number[] {
  fill(layer, backdrop);
  fill(stroke, source);
  kernels.run.mergeTint(layer, stroke);
  kernels.run.showClear(out, TILE * 4, TILE, TILE, layer);
  return [...kernels.heap.u8.slice(out, out + 4)];
}

// The formula is §5.1 of W3C Compositing and Blending Level 1: co = cs·αs + cb·αb·(1 − αs), αo = αs + αb·(1 − αs).
test("source-over is the W3C formula within 1/255, compared premultiplied", () => {
  fc.assert(
    fc.property(colour, colour, (b, s) => {
      const unit = ([r, g, bl, a]: Rgba): [number, number, number, number] => [
        (r / 255) * (a / 255),
        (g / 255) * (a / 255),
        (bl / 255) * (a / 255),
        a / 255,
      ];
      const wanted = sourceOver(unit(b), unit(s));
      const [r, g, bl, a] = composite(b, s);
      expect(Math.abs(a / 255 - wanted[3])).toBeLessThanOrEqual(1 / 255);
      [r, g, bl].forEach((c, i) => {
        expect(Math.abs((c / 255) * wanted[3] - wanted[i])).toBeLessThanOrEqual(1 / 255);
      });
    }),
    { numRuns: 300 },
  );
});

test("source-over agrees with Skia within its 8-bit rounding", () => {
  const canvas = createCanvas(1, 1);
  const context = canvas.getContext("2d");
  fc.assert(
    fc.property(colour, colour, (b, s) => {
      context.clearRect(0, 0, 1, 1);
      for (const [r, g, bl, a] of [b, s]) {
        context.fillStyle = `rgba(${r}, ${g}, ${bl}, ${a / 255})`;
        context.fillRect(0, 0, 1, 1);
      }
      const skia = [...context.getImageData(0, 0, 1, 1).data];
      const ours = composite(b, s);
      expect(Math.abs(skia[3] - ours[3])).toBeLessThanOrEqual(2);
      // Skia stores 8-bit premultiplied colour: at low alpha its colour is coarse, so it is compared premultiplied.
      for (let i = 0; i < 3; i++) expect(Math.abs((skia[i] - ours[i]) * (ours[3] / 255))).toBeLessThanOrEqual(3);
    }),
    { numRuns: 300 },
  );
});

test("showing over paper and showing without agree with each other", () => {
  fill(layer, [200, 40, 90, 128]);
  kernels.run.showOpaque(out, TILE * 4, 8, TILE, layer, ONE, ONE, ONE);
  expect([...kernels.heap.u8.slice(out, out + 4)]).toEqual([227, 147, 172, 255]);
});

test("covering a new tile is covering an empty one, whatever lay there before", () => {
  const level = fc.integer({ min: 0, max: ONE });
  fc.assert(
    fc.property(fc.infiniteStream(level), level, level, level, (values, red, green, blue) => {
      const { heap, run } = kernels;
      const cover = Uint16Array.from({ length: TILE * TILE }, (_, i) => (i % 7 ? (values.next().value as number) : 0));
      heap.u16.set(cover, stroke / 2);
      heap.u8.fill(0, layer, layer + 4 * PLANE);
      run.mergeCover(layer, stroke, red, green, blue);
      const wanted = heap.u8.slice(layer, layer + 4 * PLANE);
      heap.u8.fill(0x5a, layer, layer + 4 * PLANE);
      run.coverEmpty(layer, stroke, red, green, blue);
      expect(Buffer.compare(heap.u8.subarray(layer, layer + 4 * PLANE), wanted)).toBe(0);
    }),
    { numRuns: 20 },
  );
});
