import { createKernels } from "@core/kernels/load";
import { enlargeInto } from "@core/tip/picture/enlarge";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

const kernels = createKernels();
const level = fc.integer({ min: 0, max: 32767 });
const BORDER = 5;

describe("a level's blur", () => {
  test("is the mean over its fineness each way, the two at the ends counting half, within three steps of Q15", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(1, 2, 4),
        fc.integer({ min: 1, max: 21 }),
        fc.integer({ min: 1, max: 9 }),
        fc.infiniteStream(level),
        (half, width, height, values) => {
          const stride = width + 2 * BORDER;
          const rows = height + 2 * BORDER;
          const before = Math.ceil((half * (stride + 1)) / 8) * 16;
          const room = kernels.heap.takeCleared(stride * rows * 2 + before);
          const at = room + before;
          const plane = Array.from({ length: stride * rows }, () => 0);
          for (let y = 0; y < height; y++)
            for (let x = 0; x < width; x++) plane[(y + BORDER) * stride + x + BORDER] = values.next().value as number;
          kernels.heap.u16.set(plane, at / 2);
          kernels.run.meanOver(at, stride, rows, half);
          const blurred = Array.from(kernels.heap.u16.subarray(at / 2, at / 2 + stride * rows));
          kernels.heap.give(room, stride * rows * 2 + before);
          const weight = (d: number) => (Math.abs(d) === half ? 0.5 : 1) / (2 * half);
          for (let y = 0; y < rows; y++) {
            for (let x = 0; x < stride; x++) {
              let wanted = 0;
              for (let j = -half; j <= half; j++) {
                for (let i = -half; i <= half; i++) {
                  const [u, v] = [x + i, y + j];
                  if (u >= 0 && v >= 0 && u < stride && v < rows)
                    wanted += weight(i) * weight(j) * plane[v * stride + u];
                }
              }
              expect(Math.abs(blurred[y * stride + x] - wanted)).toBeLessThanOrEqual(3);
            }
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  test("leaves nothing empty of what was full, and nothing where there was nothing", () => {
    const side = 24;
    const before = 4 * (side + 1) * 2;
    const room = kernels.heap.takeCleared(side * side * 2 + before);
    const at = room + before;
    const inside = (x: number, y: number) => x >= BORDER && y >= BORDER && x < side - BORDER && y < side - BORDER;
    for (let y = 0; y < side; y++)
      for (let x = 0; x < side; x++) if (inside(x, y)) kernels.heap.u16[at / 2 + y * side + x] = 32767;
    kernels.run.meanOver(at, side, side, 4);
    const value = (x: number, y: number) => kernels.heap.u16[at / 2 + y * side + x];
    expect(value(12, 12)).toBe(32767);
    expect([value(0, 0), value(0, 12), value(12, side - 1)]).toEqual([0, 0, 0]);
    kernels.heap.give(room, side * side * 2 + before);
  });
});

describe("a plane made larger", () => {
  test("lies linearly between its pixels' middles, and touches nothing beside it", () => {
    const side = fc.integer({ min: 1, max: 9 });
    fc.assert(
      fc.property(
        side,
        side,
        fc.integer({ min: 0, max: 14 }),
        fc.integer({ min: 0, max: 14 }),
        fc.infiniteStream(level),
        (width, height, wider, higher, values) => {
          const [w, h] = [width + wider, height + higher];
          const plane = Uint16Array.from({ length: width * height }, () => values.next().value as number);
          const stride = w + 3;
          const at = kernels.heap.take(stride * h * 2);
          kernels.heap.u16.fill(4321, at / 2, at / 2 + stride * h);
          enlargeInto(kernels, plane, width, height, at, stride, w, h);
          const place = (i: number, from: number, to: number) =>
            Math.min(from - 1, Math.max(0, (i + 0.5) * (from / to) - 0.5));
          for (let y = 0; y < h; y++) {
            for (let x = 0; x < w; x++) {
              const [u, v] = [place(x, width, w), place(y, height, h)];
              const [i, j] = [Math.floor(u), Math.floor(v)];
              const value = (a: number, b: number) => plane[Math.min(height - 1, b) * width + Math.min(width - 1, a)];
              const upper = value(i, j) + (u - i) * (value(i + 1, j) - value(i, j));
              const lower = value(i, j + 1) + (u - i) * (value(i + 1, j + 1) - value(i, j + 1));
              expect(
                Math.abs(kernels.heap.u16[at / 2 + y * stride + x] - (upper + (v - j) * (lower - upper))),
              ).toBeLessThanOrEqual(2.5);
            }
            for (let x = w; x < stride; x++) expect(kernels.heap.u16[at / 2 + y * stride + x]).toBe(4321);
          }
          kernels.heap.give(at, stride * h * 2);
        },
      ),
      { numRuns: 100 },
    );
  });
});
