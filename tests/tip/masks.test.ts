import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/marks";
import { type Mask, snapSize, TipMasks } from "@core/tip/masks";
import { describe, expect, test } from "vitest";

const kernels = createKernels();
const masks = new TipMasks(kernels);

function strengths({ mask, stride, height, spans }: Mask): number[][] {
  return Array.from({ length: height }, (_, y) => {
    const words = kernels.heap.u16;
    const to = words[spans / 2 + y * 2 + 1];
    return Array.from({ length: to }, (_, x) => words[mask / 2 + y * stride + x] / ONE);
  });
}

const sum = (rows: number[][]) => rows.flat().reduce((a, b) => a + b, 0);

function draw(size: number, roundness = 1, angle = 0, hardness = 1, fx = 0.5, fy = 0.5): number[][] {
  const mask = masks.ellipse(snapSize(size), roundness, angle, hardness, fx, fy);
  if (!mask) throw new Error("nothing was drawn");
  return strengths(mask);
}

describe("a hard tip covers the area of its ellipse", () => {
  test.each([
    [1, 1, 0, 0.03],
    [3, 1, 0, 0.03],
    [7, 1, 0, 0.02],
    [16, 0.5, 30, 0.02],
    [64, 0.2, 77, 0.02],
    [256, 1, 0, 0.005],
    [400, 0.1, 45, 0.02],
  ])("size %s, roundness %s, angle %s", (size, roundness, angle, error) => {
    const area = (Math.PI / 4) * size * size * roundness;
    expect(Math.abs(sum(draw(size, roundness, angle)) / area - 1)).toBeLessThan(error);
  });
});

test("hardness: full inside its share of the radius, nothing outside the rim, falling between", () => {
  const rows = draw(100, 1, 0, 0.5);
  const middle = rows[Math.floor(rows.length / 2)];
  const centre = (middle.length - 1) / 2;
  for (let x = 0; x < middle.length; x++) {
    const r = Math.abs(x - centre) / 50;
    if (r < 0.48) expect(middle[x]).toBeCloseTo(1, 3);
    if (r > 1.02) expect(middle[x]).toBe(0);
  }
  const side = middle.slice(Math.ceil(centre));
  for (let i = 1; i < side.length; i++) expect(side[i]).toBeLessThanOrEqual(side[i - 1] + 1e-4);
});

test("the bucket of size, turn and place changes a mark by less than 1/255 in the mean", () => {
  for (const [size, roundness, angle] of [
    [8.03, 1, 0],
    [33.3, 0.4, 12.3],
    [129.7, 0.3, 71.9],
    [611.3, 0.7, 8.1],
  ]) {
    const one = draw(size, roundness, angle);
    const near = draw(size * 1.0019, roundness, angle + 0.05);
    const width = Math.max(...one.map((r) => r.length), ...near.map((r) => r.length));
    const height = Math.max(one.length, near.length);
    let gap = 0;
    for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) gap += Math.abs((one[y]?.[x] ?? 0) - (near[y]?.[x] ?? 0));
    // A neighbouring bucket is twice as far as the worst rounding within one.
    if (one.length === near.length) expect(gap / (size * size) / 2).toBeLessThan(1 / 255);
  }
});

test("a tip too small to see leaves nothing", () => {
  expect(masks.ellipse(0, 1, 0, 1, 0, 0)).toBeUndefined();
  expect(masks.ellipse(Number.NaN, 1, 0, 1, 0, 0)).toBeUndefined();
});

test("dropping masks for room first lays the marks that use them", () => {
  let dropped = 0;
  const few = new TipMasks(kernels);
  few.beforeDrop = () => {
    dropped++;
  };
  for (let i = 0; i < 40; i++) few.ellipse(900 + i * 8, 1, 0, 1, 0, 0);
  expect(dropped).toBeGreaterThan(0);
});
