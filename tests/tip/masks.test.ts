import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { type Mask, type MaskAsk, snapPlace, snapSize, TipMasks } from "@core/tip/mask/masks";
import { drawnKinds, type Shape, shapeOf } from "@core/tip/shape/shape";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { askFor } from "../helpers";

const ellipse: Shape = { kind: "ellipse" };
const kernels = createKernels();
const masks = new TipMasks(kernels);

function strengths({ mask, stride, height, spans }: Mask): number[][] {
  return Array.from({ length: height }, (_, y) => {
    const words = kernels.heap.u16;
    const [from, to] = [words[spans / 2 + y * 4], words[spans / 2 + y * 4 + 1]];
    return Array.from({ length: to }, (_, x) => (x < from ? 0 : words[mask / 2 + y * stride + x] / ONE));
  });
}

const sum = (rows: number[][]) => rows.flat().reduce((a, b) => a + b, 0);

function draw(
  size: number,
  roundness = 1,
  angle = 0,
  hardness = 1,
  fx = 0.5,
  fy = 0.5,
  shape: Shape = ellipse,
): number[][] {
  const mask = masks.of(
    askFor({
      shape: shape,
      size: snapSize(size),
      roundness: roundness,
      angle: angle,
      hardness: hardness,
      opened: 1,
      fx: fx,
      fy: fy,
    }),
  );
  if (!mask) throw new Error("nothing was drawn");
  return strengths(mask);
}

// Smaller ones are drawn so that what they sweep is right: tests/stroke/edges.test.ts.
describe("a hard tip covers the area of its ellipse", () => {
  test.each([
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
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) gap += Math.abs((one[y]?.[x] ?? 0) - (near[y]?.[x] ?? 0));
    // A neighbouring bucket is twice as far as the worst rounding within one.
    if (one.length === near.length) expect(gap / (size * size) / 2).toBeLessThan(1 / 255);
  }
});

test("a tip too small to see leaves nothing", () => {
  expect(
    masks.of(askFor({ shape: ellipse, size: 0, roundness: 1, angle: 0, hardness: 1, opened: 1, fx: 0, fy: 0 })),
  ).toBeUndefined();
  expect(
    masks.of(
      askFor({ shape: ellipse, size: Number.NaN, roundness: 1, angle: 0, hardness: 1, opened: 1, fx: 0, fy: 0 }),
    ),
  ).toBeUndefined();
});

test("hairline tips do not see what was in their memory before", () => {
  const fresh = createKernels();
  const clean = new TipMasks(fresh).of(
    askFor({ shape: ellipse, size: 2.5, roundness: 0.4, angle: 30, hardness: 0.8, opened: 1, fx: 0, fy: 0 }),
  );
  const used = createKernels();
  const block = used.heap.take(1 << 20);
  used.heap.u8.fill(0xff, block, block + (1 << 20));
  for (let bytes = 16; bytes < 8192; bytes += 16) {
    const old = used.heap.take(bytes);
    used.heap.u8.fill(0x7f, old, old + bytes);
    used.heap.give(old, bytes);
  }
  const again = new TipMasks(used).of(
    askFor({ shape: ellipse, size: 2.5, roundness: 0.4, angle: 30, hardness: 0.8, opened: 1, fx: 0, fy: 0 }),
  );
  if (!clean || !again) throw new Error("nothing was drawn");
  const rows = (words: Uint16Array, { mask, stride, width, height }: Mask) =>
    Array.from({ length: height }, (_, y) => [...words.slice(mask / 2 + y * stride, mask / 2 + y * stride + width)]);
  expect(rows(used.heap.u16, again)).toEqual(rows(fresh.heap.u16, clean));
});

test("dropping masks for room first lays the marks that use them", () => {
  let dropped = 0;
  const few = new TipMasks(kernels);
  few.beforeDrop = () => {
    dropped++;
  };
  for (let i = 0; i < 40; i++)
    few.of(askFor({ shape: ellipse, size: 900 + i * 8, roundness: 1, angle: 0, hardness: 1, opened: 1, fx: 0, fy: 0 }));
  expect(dropped).toBeGreaterThan(0);
});

describe.each(drawnKinds)("a %s tip", (kind) => {
  const shape = shapeOf(kind);
  const covered = (size: number, angle: number, fx = 0, fy = 0, roundness = 1) =>
    sum(draw(size, roundness, angle, 0.8, fx, fy, shape));

  test("leaves as much at any turn and any sub-pixel place: nothing shimmers, no edge is cut", () => {
    for (const size of [12, 40, 130]) {
      const wanted = covered(size, 0);
      expect(wanted).toBeGreaterThan(1);
      // A rake of 12 px has lines finer than a pixel, one of 40 px lines of four.
      for (const angle of [17, 45, 90, 201])
        expect(Math.abs(covered(size, angle, 0.25, 0.5) / wanted - 1)).toBeLessThan(
          size < 20 ? 0.08 : kind === "rake" ? 0.06 : 0.015,
        );
    }
  });

  test("grows with the square of its size and with its roundness", () => {
    expect(covered(160, 30) / covered(40, 30)).toBeCloseTo(16, 0);
    expect(Math.abs(covered(120, 30, 0, 0, 0.25) / covered(120, 30) / 0.25 - 1)).toBeLessThan(0.04);
  });

  test("is the same tip every time", () => {
    const again = new TipMasks(createKernels()).of(
      askFor({
        shape: shapeOf(kind),
        size: snapSize(40),
        roundness: 1,
        angle: 33,
        hardness: 0.8,
        opened: 1,
        fx: 0,
        fy: 0,
      }),
    );
    const once = masks.of(
      askFor({ shape: shape, size: snapSize(40), roundness: 1, angle: 33, hardness: 0.8, opened: 1, fx: 0, fy: 0 }),
    );
    expect([again?.width, again?.height, again?.left, again?.top]).toEqual([
      once?.width,
      once?.height,
      once?.left,
      once?.top,
    ]);
    expect(covered(40, 33)).toBe(covered(40, 33));
  });
});

test("a sided tip is full on one side and fades to the other", () => {
  const rows = draw(100, 1, 0, 0.1, 0, 0, { kind: "sided" });
  const middle = rows.map((row) => row[50] ?? 0);
  expect(middle[6]).toBeGreaterThan(0.95);
  expect(middle[94]).toBeLessThan(0.05);
  for (let y = 8; y < 94; y++) expect(middle[y]).toBeLessThanOrEqual(middle[y - 1] + 0.01);
});

test("a rake draws its lines apart, as many as asked", () => {
  const rows = draw(200, 1, 0, 1, 0, 0, { kind: "rake", lines: 6, gap: 0.5, unevenness: 0, seed: 1 });
  const row = rows[Math.floor(rows.length / 2)];
  let lines = 0;
  for (let x = 1; x < row.length; x++) if (row[x] > 0.5 && row[x - 1] <= 0.5) lines++;
  expect(lines).toBe(6);
});

test("bristles open with pressure", () => {
  const shape = shapeOf("bristles");
  const width = (opened: number) => {
    const mask = masks.of(
      askFor({ shape: shape, size: 200, roundness: 1, angle: 0, hardness: 1, opened: opened, fx: 0, fy: 0 }),
    );
    if (!mask) throw new Error("nothing was drawn");
    return Math.max(...strengths(mask).map((row) => row.findLastIndex((m) => m > 0) - row.findIndex((m) => m > 0)));
  };
  expect(width(0) / width(1)).toBeGreaterThan(0.6);
  expect(width(0) / width(1)).toBeLessThan(0.8);
});

describe("a mask follows from what it is asked for alone", () => {
  const shape = fc.constantFrom<Shape>(ellipse, ellipse, shapeOf("rectangle"), shapeOf("rake"));
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  const ask = fc
    .record({
      shape,
      size: fc.constantFrom(0.5, 3, 9.7, 20, 20.03, 64, 130),
      roundness: fc.constantFrom(1, 0.4, 0.401),
      angle: fc.constantFrom(0, 45, 45.2, -90, 400),
      hardness: fc.constantFrom(0, 0.5, 0.501, 1),
      fx: share,
      fy: share,
      mirrorX: fc.constantFrom(0, 1),
    })
    .map(({ fx, fy, ...part }): MaskAsk => {
      const size = snapSize(part.size);
      const inside = (f: number) => Math.min(f, 0.999);
      const [x, y] = [snapPlace(inside(fx), size), snapPlace(inside(fy), size)];
      return askFor({ ...part, size, fx: x - Math.floor(x), fy: y - Math.floor(y) });
    });

  test("whatever was asked for before it", () => {
    fc.assert(
      fc.property(fc.array(ask, { minLength: 1, maxLength: 12 }), (asks) => {
        const used = new TipMasks(kernels);
        const drawn = asks.map((one) => used.of(one)).at(-1);
        const fresh = new TipMasks(kernels).of(asks[asks.length - 1]);
        expect(drawn === undefined).toBe(fresh === undefined);
        if (!drawn || !fresh) return;
        expect([drawn.width, drawn.height, drawn.left, drawn.top]).toEqual([
          fresh.width,
          fresh.height,
          fresh.left,
          fresh.top,
        ]);
        expect(strengths(drawn)).toEqual(strengths(fresh));
        // Asked again, it is the same one.
        expect(used.of(asks[asks.length - 1])?.mask).toBe(drawn.mask);
      }),
      { numRuns: 12 },
    );
  });
});
