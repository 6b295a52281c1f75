import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import type { Picture } from "@core/picture/picture";
import { listMarks } from "@core/stroke/make-marks";
import { renderHand } from "@core/stroke/render";
import { snapSize, TipMasks } from "@core/tip/mask/masks";
import { readPicture } from "@core/tip/picture/read-picture";
import { shrink } from "@core/tip/picture/resample";
import { picker } from "@core/tip/shape/pick";
import type { ImageShape, Shape } from "@core/tip/shape/shape";
import fc from "fast-check";
import jStat from "jstat";
import { describe, expect, test } from "vitest";
import { askFor, brushOf, leafPicture, lineSamples, testPictures } from "../helpers";

const leaf = (part: Partial<ImageShape> = {}): ImageShape => ({
  kind: "image",
  pictures: [{ file: "tips/leaf.png", weight: 1 }],
  coverage: "alpha",
  colour: "ink",
  depth: 0.25,
  pick: "chance",
  laid: "stamped",
  ...part,
});

describe("what a picture's pixels become", () => {
  const one = (channels: 1 | 2 | 3 | 4, values: number[], full = 255): Picture => ({
    width: 1,
    height: 1,
    channels,
    data: full === 255 ? Uint8Array.from(values) : Uint16Array.from(values),
    full,
  });
  const read = (picture: Picture, part: Partial<ImageShape> = {}, map?: Picture) =>
    readPicture(picture, map, { coverage: "alpha", colour: "ink", ...part }).planes.map((plane) =>
      Number((plane[0] / ONE).toFixed(3)),
    );

  test("strength from alpha, or from darkness, at 8 and 16 bits", () => {
    expect(read(one(4, [10, 20, 30, 51]))).toEqual([0.2]);
    expect(read(one(1, [9])), "an opaque picture is strong all over").toEqual([1]);
    expect(read(one(1, [51]), { coverage: "darkness" })).toEqual([0.8]);
    expect(read(one(1, [13107], 65535), { coverage: "darkness" })).toEqual([0.8]);
    expect(read(one(2, [0, 102]), { coverage: "darkness" })).toEqual([0.4]);
    // ITU-R BT.709: green weighs 0.7152.
    expect(read(one(3, [0, 255, 0]), { coverage: "darkness" })).toEqual([0.285]);
  });

  test("own colours are multiplied by the strength", () => {
    expect(read(one(4, [255, 102, 0, 51]), { colour: "own" })).toEqual([0.2, 0.2, 0.08, 0]);
  });

  test("a lightness map is dark below its middle grey and light above; two tones split at each pixel", () => {
    expect(read(one(2, [51, 255]), { colour: "lightness" })).toEqual([1, 0.6, 0]);
    expect(read(one(2, [204, 255]), { colour: "lightness" })).toEqual([1, 0, 0.6]);
    expect(read(one(2, [204, 255]), { colour: "lightness" }, one(1, [51]))).toEqual([1, 0.6, 0]);
    expect(read(one(2, [204, 255]), { colour: "two-tone" })).toEqual([1, 0, 0.8]);
  });
});

test("shrinking keeps the mean, whatever the sides", () => {
  const side = fc.integer({ min: 1, max: 40 });
  fc.assert(
    fc.property(
      side,
      side,
      fc.double({ min: 0.05, max: 1, noNaN: true }),
      fc.double({ min: 0.05, max: 1, noNaN: true }),
      (width, height, kx, ky) => {
        const plane = Uint16Array.from({ length: width * height }, (_, i) => (i * 7919) % (ONE + 1));
        const small = shrink(
          plane,
          width,
          height,
          Math.max(1, Math.round(width * kx)),
          Math.max(1, Math.round(height * ky)),
        );
        const mean = (v: Uint16Array) => v.reduce((a, b) => a + b, 0) / v.length;
        expect(Math.abs(mean(small) - mean(plane))).toBeLessThan(1.01);
      },
    ),
  );
});

describe("sampling a picture", () => {
  const kernels = createKernels();
  const masks = new TipMasks(kernels);
  const picture = leafPicture(512, 256);
  const pictures = new Map([["tips/leaf.png", picture]]);
  const alpha = (u: number, v: number) =>
    u < 0 || v < 0 || u >= 512 || v >= 256 ? 0 : picture.data[(Math.floor(v) * 512 + Math.floor(u)) * 4 + 3] / 255;

  /** The mean of the picture under a mask's pixel, by 8×8 samples in float64: what the mask should be. */
  function exact(x: number, y: number, size: number, angle: number, mirrored: boolean): number {
    const c = Math.cos((angle * Math.PI) / 180);
    const s = Math.sin((angle * Math.PI) / 180);
    let sum = 0;
    for (let i = 0; i < 64; i++) {
      const dx = x + ((i % 8) + 0.5) / 8;
      const dy = y + (Math.floor(i / 8) + 0.5) / 8;
      const u = c * dx - s * dy;
      const v = s * dx + c * dy;
      sum += alpha(((mirrored ? -u : u) / size + 0.5) * 512, (v / size) * 512 + 128);
    }
    return sum / 64;
  }

  test.each([
    [24, 0, 0],
    [40.3, 31.7, 1],
    [100, 201, 0],
    [333, 77.7, 1],
  ])(
    "size %s, turned %s°, mirrored %s: within 1/255 of the exact mean over the tip's square",
    (size, angle, mirrorX) => {
      const mask = masks.of(askFor({ shape: leaf(), pictures, size: snapSize(size), angle, mirrorX }));
      if (!mask) throw new Error("nothing was drawn");
      const words = kernels.heap.u16;
      let wrong = 0;
      for (let y = 0; y < mask.height; y++) {
        const [from, to] = [words[mask.spans / 2 + y * 4], words[mask.spans / 2 + y * 4 + 1]];
        for (let x = 0; x < mask.width; x++) {
          const drawn = x >= from && x < to ? words[mask.mask / 2 + y * mask.stride + x] / ONE : 0;
          wrong += drawn - exact(x + mask.left, y + mask.top, size, angle, mirrorX === 1);
        }
      }
      expect(Math.abs(wrong) / (size * size)).toBeLessThan(1 / 255);
    },
  );

  test("the bucket of size, turn and place is less than 1/255 off in the mean of all pixels", () => {
    const at = (size: number, angle: number, fx: number) => {
      const mask = masks.of(askFor({ shape: leaf(), pictures, size, angle, fx }));
      if (!mask) throw new Error("nothing was drawn");
      const words = kernels.heap.u16;
      const value = (x: number, y: number) => {
        const row = y - mask.top;
        const column = x - mask.left;
        if (row < 0 || row >= mask.height) return 0;
        const [from, to] = [words[mask.spans / 2 + row * 4], words[mask.spans / 2 + row * 4 + 1]];
        return column >= from && column < to ? words[mask.mask / 2 + row * mask.stride + column] / ONE : 0;
      };
      return value;
    };
    for (const size of [20, 64, 300]) {
      // Half a bucket of size, and half a bucket of turn.
      const near = snapSize(size * 1.0009);
      const a = at(snapSize(size), 40, 0);
      const b = at(near, 40 + 360 / (size < 128 ? 1024 : 4096), 0);
      let sum = 0;
      const half = Math.ceil(size / 2) + 1;
      for (let y = -half; y <= half; y++) for (let x = -half; x <= half; x++) sum += Math.abs(a(x, y) - b(x, y));
      expect(sum / (size * size)).toBeLessThan(1 / 255);
    }
  });
});

const ink = { colour: [0.6, 0.2, 0.1], second: [0.1, 0.3, 0.9] } as const;

/** One mark in the middle of a sheet: the colour and alpha at a place that lies (u, v) half lengths from there. */
function stamp(part: object, size = 80): (u: number, v: number) => number[] {
  const side = 200;
  const pixels = renderHand({
    brush: brushOf({ ...part, tip: { size, ...(part as { tip: object }).tip } }),
    strokes: [[{ x: 100, y: 100, time: 0, pressure: 1 }]],
    width: side,
    height: side,
    ink,
    paper: null,
    seed: 1,
    pictures: testPictures,
  });
  return (u, v) => [
    ...pixels.slice((Math.round(100 + (v * size) / 2) * side + Math.round(100 + (u * size) / 2)) * 4).slice(0, 4),
  ];
}

describe("a mark of a picture", () => {
  test("takes the stroke's colour, or its own", () => {
    expect(stamp({ tip: { shape: leaf() } })(0, 0)).toEqual([153, 51, 26, 255]);
    const [r, g, b, a] = stamp({ tip: { shape: leaf({ colour: "own" }) } })(0, 0.1);
    expect(a).toBe(255);
    expect([r, b]).toEqual([40, 60]);
    expect(Math.abs(g - (200 - 150 * 0.6))).toBeLessThan(8);
  });

  test("is lighter above and darker below where its greys say so, in the same hue", () => {
    const at = stamp({ tip: { shape: leaf({ colour: "lightness", depth: 0.4 }) } });
    const [above, below] = [at(-0.2, -0.22), at(-0.2, 0.22)];
    expect(above[0] + above[1] + above[2]).toBeGreaterThan(below[0] + below[1] + below[2] + 30);
  });

  test("in two tones goes from the first to the second colour", () => {
    const black = { width: 2, height: 1, channels: 2 as const, data: Uint8Array.from([0, 255, 255, 255]), full: 255 };
    const shape = leaf({ colour: "two-tone", pictures: [{ file: "tips/two.png", weight: 1 }] });
    const pixels = renderHand({
      brush: brushOf({ tip: { size: 80, shape } }),
      strokes: [[{ x: 50, y: 50, time: 0 }]],
      width: 100,
      height: 100,
      ink,
      paper: null,
      seed: 1,
      pictures: new Map([["tips/two.png", black]]),
    });
    // A pixel's middle lies half a pixel beside the middle of one of the picture's, so a little of the other shows.
    const near = (x: number, wanted: number[]) => {
      for (const [c, v] of wanted.entries())
        expect(Math.abs(pixels[(50 * 100 + x) * 4 + c] - v)).toBeLessThanOrEqual(14);
    };
    near(30, [153, 51, 26, 255]);
    near(70, [26, 77, 230, 255]);
  });

  // Common practice, no source: "stamps that grow from the ground: pivot at the tip's base, not its middle".
  test("turns about its pivot: a leaf held by its stalk grows from the path in every direction", () => {
    for (const angle of [0, 90, 180, 270]) {
      const at = stamp({ tip: { shape: leaf(), pivot: [-1, 0], angle } });
      const [c, s] = [Math.cos((angle * Math.PI) / 180), -Math.sin((angle * Math.PI) / 180)];
      expect(at(c, s)[3], `${angle}° grows`).toBe(255);
      expect(at(-c, -s)[3], `${angle}° has nothing behind`).toBe(0);
    }
  });

  test("is mirrored about the pivot", () => {
    const plain = stamp({ tip: { shape: leaf(), pivot: [-1, 0] } });
    const turned = stamp({ tip: { shape: leaf(), pivot: [-1, 0], mirror: { leftRight: "always" } } });
    expect([plain(1, 0)[3], plain(-1, 0)[3], turned(1, 0)[3], turned(-1, 0)[3]]).toEqual([255, 0, 0, 255]);
    const upright = stamp({ tip: { shape: leaf({ colour: "own" }) } });
    const down = stamp({ tip: { shape: leaf({ colour: "own" }), mirror: { topBottom: "always" } } });
    expect(Math.abs(upright(-0.2, 0.2)[1] - down(-0.2, -0.2)[1])).toBeLessThan(6);
    expect(upright(-0.2, 0.2)[1]).not.toBe(down(-0.2, 0.2)[1]);
  });

  test("that is not there says so by its path", () => {
    expect(() =>
      renderHand({
        brush: brushOf({ tip: { shape: leaf() } }),
        strokes: [[{ x: 5, y: 5, time: 0 }]],
        width: 9,
        height: 9,
        ink,
        paper: null,
        seed: 1,
      }),
    ).toThrow(/tips\/leaf\.png/);
  });

  test("of one pixel, or drawn at half a pixel, does no harm", () => {
    const dot: Picture = { width: 1, height: 1, channels: 1, data: Uint8Array.from([0]), full: 255 };
    const pictures = new Map([["tips/leaf.png", dot]]);
    const job = (size: number) =>
      renderHand({
        brush: brushOf({ tip: { size, shape: leaf() } }),
        strokes: [lineSamples(5, 5, 40, 40)],
        width: 50,
        height: 50,
        ink,
        paper: null,
        seed: 1,
        pictures,
      });
    const total = (pixels: Uint8ClampedArray) => pixels.reduce((sum, v, i) => (i % 4 === 3 ? sum + v : sum), 0);
    expect(total(job(10))).toBeGreaterThan(total(job(0.5)));
    expect(total(job(0.5))).toBeGreaterThan(0);
  });
});

describe("families", () => {
  const family = (pick: ImageShape["pick"], weights = [1, 2, 5, 0.5]) =>
    leaf({ pick, pictures: weights.map((weight) => ({ file: "tips/leaf.png", weight })) });
  const picked = (
    shape: Shape,
    count: number,
    seed = 3,
    samples = lineSamples(0, 0, count, 0, Math.max(2, count / 50)),
  ) => listMarks(brushOf({ tip: { size: 1, shape }, trail: { spacing: 1 } }), samples, seed);

  // Pearson's chi-squared at the 1 % level; the distribution function is jstat's.
  test("by chance: as often as their weights say", () => {
    const weights = [1, 2, 5, 0.5];
    const marks = picked(family("chance", weights), 20_000);
    const counts = weights.map((_, n) => marks.filter((m) => m.picture === n).length);
    const all = weights.reduce((a, b) => a + b, 0);
    const statistic = counts.reduce(
      (sum, c, n) => sum + (c - (marks.length * weights[n]) / all) ** 2 / ((marks.length * weights[n]) / all),
      0,
    );
    expect(marks.length).toBeGreaterThan(19_000);
    expect(1 - jStat.chisquare.cdf(statistic, weights.length - 1)).toBeGreaterThan(0.01);
  });

  test("mirroring by chance turns every other mark, and has nothing to do with its neighbour", () => {
    const brush = brushOf({
      tip: { size: 1, mirror: { leftRight: "chance", topBottom: "chance" } },
      trail: { spacing: 1 },
    });
    const marks = listMarks(brush, lineSamples(0, 0, 20_000, 0, 400), 8);
    for (const axis of ["mirrorX", "mirrorY"]) {
      const ones = marks.filter((m) => m[axis] === 1).length;
      const half = marks.length / 2;
      expect(1 - jStat.chisquare.cdf((2 * (ones - half) ** 2) / half, 1)).toBeGreaterThan(0.01);
      // For independent signs the mean product is normal with deviation 1/√n; 2.58 of them is the 1 % bound.
      const product =
        marks.slice(1).reduce((sum, m, i) => sum + (2 * m[axis] - 1) * (2 * marks[i][axis] - 1), 0) / marks.length;
      expect(Math.abs(product)).toBeLessThan(2.576 / Math.sqrt(marks.length));
    }
  });

  test("shuffled never takes one twice in a row, goes by weights, and a mark takes the same whatever came before it was asked", () => {
    const marks = picked(family("shuffled"), 20_000);
    const taken = marks.map((m) => m.picture);
    expect(taken.slice(1).some((picture, i) => picture === taken[i])).toBe(false);
    const shares = [0, 1, 2, 3].map((picture) => taken.filter((one) => one === picture).length / taken.length);
    for (const share of shares) expect(share).toBeGreaterThan(0.02);
    const pick = picker(family("shuffled"));
    const occasion = { pressure: 1, speed: 0, heading: 0 };
    const late = pick({ ...occasion, number: 700 }, 3);
    const early = pick({ ...occasion, number: 20 }, 3);
    const again = picker(family("shuffled"));
    expect(again({ ...occasion, number: 20 }, 3)).toBe(early);
    expect(again({ ...occasion, number: 700 }, 3)).toBe(late);
  });

  test("one after the other, whatever their weights", () => {
    expect(
      picked(family("sequence"), 100)
        .slice(0, 9)
        .map((m) => m.picture),
    ).toEqual([0, 1, 2, 3, 0, 1, 2, 3, 0]);
  });

  test("by pressure, speed and heading", () => {
    const rising = Array.from({ length: 40 }, (_, i) => ({ x: i * 10, y: 0, time: i * 8, pressure: i / 39 }));
    const byPressure = picked(family("pressure"), 0, 1, rising);
    for (const m of byPressure) expect(m.picture).toBe(Math.min(3, Math.floor(m.pressure * 4)));
    expect(new Set(byPressure.map((m) => m.picture)).size).toBe(4);
    const at = (step: number) => picked(family("speed"), 0, 1, lineSamples(0, 0, step * 39, 0)).at(-1)?.picture;
    // 8 ms between samples, full speed is 3 px/ms.
    expect([at(1), at(8), at(20), at(40)]).toEqual([0, 1, 3, 3]);
    const towards = (x: number, y: number) => picked(family("heading"), 0, 1, lineSamples(0, 0, x, y))[2].picture;
    expect([towards(90, 0), towards(0, -90), towards(-90, 0), towards(0, 90)]).toEqual([0, 1, 2, 3]);
  });
});
