import { chance } from "@core/chance/counter";
import { blurredWide, evenlyLit, unevenLight } from "@core/desk/grain/even-light";
import { grainFindings } from "@core/desk/grain/findings";
import { grainOfPlane, grainWorkSchema, straightened } from "@core/desk/grain/grain-work";
import { oddLine } from "@core/desk/grain/odd-line";
import { printScale } from "@core/desk/grain/print-scale";
import { repeatOf } from "@core/desk/grain/repeat";
import { seamOf } from "@core/desk/grain/seam";
import { closedPath, leastPath, tiled } from "@core/desk/grain/tile";
import { fullRange, histogramOf, inverted, levelled } from "@core/desk/levels";
import { crop, greyOf, type Plane, planeOf, shiftedByHalf } from "@core/desk/plane";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { drawGrain, GRAIN_SIDE } from "@core/ground/draw-grain";
import { drawnGrainKinds, grainOf } from "@core/ground/grain";
import { demoGrains } from "@demo/grains";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

/** Cloudy noise that does not tile, brighter to the right. */
const photo = (width: number, height: number, slope = 0): Plane => {
  const noise = blurredWide(
    planeOf(width, height, (x, y) => chance(7, y * width + x, 1)),
    2,
  );
  return planeOf(width, height, (x, y) =>
    Math.min(1, Math.max(0, 0.5 + (noise.data[y * width + x] - 0.5) * 6 + slope * (x / width - 0.5))),
  );
};
const near = (a: ArrayLike<number>, b: ArrayLike<number>, error: number) => {
  for (let i = 0; i < a.length; i++) expect(Math.abs(a[i] - b[i])).toBeLessThan(error);
};

describe("the least path", () => {
  // All paths of a small sheet, one by one.
  const bruteForce = (width: number, height: number, error: (x: number, y: number) => number) => {
    let best = Number.POSITIVE_INFINITY;
    const walk = (x: number, y: number, sum: number) => {
      const now = sum + error(x, y);
      if (y === height - 1) best = Math.min(best, now);
      else for (let step = -1; step <= 1; step++) if (x + step >= 0 && x + step < width) walk(x + step, y + 1, now);
    };
    for (let x = 0; x < width; x++) walk(x, 0, 0);
    return best;
  };

  test("costs as little as the best of all paths, and never leaps", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 1, max: 6 }),
        fc.integer(),
        (width, height, seed) => {
          const error = (x: number, y: number) => chance(seed, y * width + x, 3);
          const path = leastPath(width, height, error);
          let sum = 0;
          for (let y = 0; y < height; y++) {
            sum += error(path[y], y);
            if (y > 0) expect(Math.abs(path[y] - path[y - 1])).toBeLessThanOrEqual(1);
          }
          expect(sum).toBeCloseTo(bruteForce(width, height, error), 9);
        },
      ),
    );
  });

  test("that is closed ends where it begins, and costs little more", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 30 }),
        fc.integer({ min: 4, max: 60 }),
        fc.integer(),
        (width, height, seed) => {
          const error = (x: number, y: number) => chance(seed, y * width + x, 3);
          const cost = (path: Int32Array) => path.reduce((sum, x, y) => sum + error(x, y), 0);
          const path = closedPath(width, height, error);
          for (let y = 0; y < height; y++) expect(Math.abs(path[y] - path[(y + 1) % height])).toBeLessThanOrEqual(1);
          expect(cost(path)).toBeLessThanOrEqual(cost(leastPath(width, height, error)) + width);
        },
      ),
    );
  });

  test("goes where both pictures agree", () => {
    expect([...leastPath(9, 5, (x) => (x === 6 ? 0 : 1))]).toEqual([6, 6, 6, 6, 6]);
  });
});

describe("making a picture tile", () => {
  test.each(["blend", "cut"] as const)(
    "by %s: its border is seen no more than its inside, and before it was",
    (way) => {
      const source = photo(180, 140, 0.3);
      expect(seamOf(source)).toBeGreaterThan(2);
      const tile = tiled(source, 28, way);
      expect([tile.width, tile.height]).toEqual([152, 112]);
      expect(seamOf(tile)).toBeLessThan(1.3);
      // Away from the joined strips every px is as it was.
      near(crop(tile, 28, 28, 124, 84).data, crop(source, 28, 28, 124, 84).data, 1e-6);
    },
  );

  test("the cut keeps contrast where the blend loses it", () => {
    const deviation = ({ data }: Plane) => {
      const mean = data.reduce((a, b) => a + b, 0) / data.length;
      return Math.sqrt(data.reduce((a, b) => a + (b - mean) ** 2, 0) / data.length);
    };
    const source = photo(200, 200);
    const strip = (way: "blend" | "cut") => deviation(crop(tiled(source, 60, way), 10, 70, 40, 60));
    expect(strip("cut")).toBeGreaterThan(strip("blend") * 1.1);
  });

  test("refuses an overlap that does not fit", () => {
    expect(() => tiled(photo(40, 40), 21, "cut")).toThrow(RangeError);
    expect(() => tiled(photo(40, 40), 1, "blend")).toThrow(RangeError);
  });

  test.each(drawnGrainKinds)("the generated grain “%s” tiles: its seam is no larger than inside", (kind) => {
    const heights = drawGrain(grainOf(kind));
    expect(seamOf({ width: GRAIN_SIDE, height: GRAIN_SIDE, data: Float32Array.from(heights) })).toBeLessThan(1.6);
  });
});

describe("levels, light and histogram", () => {
  test("levels are their formula; inverted twice nothing has changed", () => {
    const plane = planeOf(16, 1, (x) => x / 15);
    const found = levelled(plane, { black: 0.2, white: 0.7, gamma: 2 });
    near(
      found.data,
      plane.data.map((v) => Math.sqrt(Math.min(1, Math.max(0, (v - 0.2) / 0.5)))),
      1e-6,
    );
    near(inverted(inverted(plane)).data, plane.data, 1e-6);
    expect(() => levelled(plane, { black: 0.5, white: 0.5, gamma: 1 })).toThrow(RangeError);
  });

  test("the histogram counts every px once, and the full range leaves what it says", () => {
    const plane = photo(90, 70);
    const counts = histogramOf(plane);
    expect(counts.reduce((a, b) => a + b, 0)).toBe(90 * 70);
    const range = fullRange(planeOf(1000, 1, (x) => 0.3 + (0.4 * x) / 999));
    expect(range.black).toBeCloseTo(0.3, 1);
    expect(range.white).toBeCloseTo(0.7, 1);
  });

  test("evening out takes the fall of the light away and keeps the mean and the detail", () => {
    const sloped = photo(160, 160, 0.5);
    const flat = evenlyLit(sloped, 16);
    expect(unevenLight(sloped)).toBeGreaterThan(0.3);
    expect(unevenLight(flat)).toBeLessThan(0.1);
    const mean = ({ data }: Plane) => data.reduce((a, b) => a + b, 0) / data.length;
    expect(Math.abs(mean(flat) - mean(sloped))).toBeLessThan(0.02);
  });

  test("a wide blur is its boxes: the sum stays, and a step becomes a slope of three boxes' width", () => {
    const step = planeOf(101, 3, (x) => (x < 50 ? 0 : 1));
    const { data } = blurredWide(step, 5);
    expect(data[101 + 30]).toBeCloseTo(0, 6);
    expect(data[101 + 70]).toBeCloseTo(1, 6);
    expect(data[101 + 49] + data[101 + 50]).toBeCloseTo(1, 6);
  });

  test("grey is Rec. 709's, and what is transparent is white", () => {
    const picture = {
      width: 3,
      height: 1,
      channels: 4 as const,
      full: 255,
      data: Uint8Array.from([255, 0, 0, 255, 0, 255, 0, 255, 0, 0, 0, 0]),
    };
    near(greyOf(picture).data, [0.2126, 0.7152, 1], 1e-6);
  });
});

describe("findings", () => {
  test("a repeat is found where it is, and none in noise", () => {
    const twice = planeOf(128, 128, (x, y) => chance(3, (y % 128) * 64 + (x % 64), 1));
    const blurred = blurredWide(twice, 2);
    const found = repeatOf(blurred);
    expect(found.strength).toBeGreaterThan(0.6);
    expect(Math.abs(found.dx)).toBeCloseTo(64, 0);
    expect(found.dy).toBeCloseTo(0, 0);
    expect(repeatOf(photo(128, 128)).strength).toBeLessThan(0.5);
  });

  test("a line that runs through a picture alone is found, which way it runs, and none among many", () => {
    const lined = (value: number, slope: number) => {
      const plane = photo(800, 640);
      for (let y = 0; y < 350; y++)
        for (let d = 0; d < 6; d++) plane.data[y * 800 + 300 + d + Math.round(y * slope)] = value;
      return plane;
    };
    const kinds = (plane: Plane) => grainFindings(plane).map(({ kind }) => kind);
    expect(kinds(lined(0, 0))).toContain("line");
    expect(kinds(tiled(lined(0, 0), 100, "cut"))).toContain("line");
    expect(oddLine(lined(0, 0))).toMatchObject({ direction: 90 });
    expect(oddLine(lined(0, 0.1)).direction).toBeGreaterThan(92);
    expect(oddLine(lined(0, 0)).by).toBeLessThan(-0.1);
    expect(oddLine(lined(1, 0)).by).toBeGreaterThan(0.1);
    expect(kinds(photo(800, 640))).not.toContain("line");
    for (const kind of ["weave", "linen", "laid", "lines", "hatch"] as const) {
      const data = Float32Array.from(drawGrain(grainOf(kind)));
      expect(kinds({ width: GRAIN_SIDE, height: GRAIN_SIDE, data }), kind).not.toContain("line");
    }
  });

  test("a short cut in a long border is seen, be the rest of it ever so good", () => {
    const tile = tiled(photo(500, 420), 60, "cut");
    const cut = { ...tile, data: Float32Array.from(tile.data) };
    for (let y = 100; y < 160; y++) for (let x = 0; x < 40; x++) cut.data[y * tile.width + x] = (y % 7) / 7;
    expect(seamOf(tile)).toBeLessThan(1.3);
    expect(seamOf(cut)).toBeGreaterThan(1.6);
  });

  test("name what is wrong, and nothing of a good grain", () => {
    const kinds = (plane: Plane) => grainFindings(plane).map(({ kind }) => kind);
    expect(kinds(photo(200, 200, 0.6))).toEqual(expect.arrayContaining(["seam", "light"]));
    expect(kinds(planeOf(200, 200, () => 0.5))).toContain("flat");
    expect(kinds(planeOf(200, 200, (x, y) => (chance(1, y * 200 + x, 1) > 0.5 ? 1 : 0)))).toContain("clipped");
    expect(kinds(tiled(photo(60, 60), 10, "cut"))).toContain("small");
    expect(kinds(tiled(photo(260, 260), 50, "cut"))).toEqual([]);
  });
});

describe("the whole work", () => {
  const work = (part: object) => grainWorkSchema.parse(part);

  test("makes a grain that tiles of any picture and any settings", () => {
    const source = photo(120, 90, 0.2);
    const any = fc.record({
      even: fc.double({ min: 0.05, max: 1, noNaN: true }),
      black: fc.double({ min: 0, max: 1, noNaN: true }),
      white: fc.double({ min: 0, max: 1, noNaN: true }),
      gamma: fc.double({ min: 0.2, max: 5, noNaN: true }),
      invert: fc.boolean(),
      tile: fc.constantFrom("none", "blend", "cut"),
      overlap: fc.double({ min: 0.02, max: 0.5, noNaN: true }),
      part: fc.record({
        left: fc.double({ min: 0, max: 1, noNaN: true }),
        top: fc.double({ min: 0, max: 1, noNaN: true }),
        width: fc.double({ min: 0.02, max: 1, noNaN: true }),
        height: fc.double({ min: 0.02, max: 1, noNaN: true }),
      }),
    });
    fc.assert(
      fc.property(any, (settings) => {
        const { width, height, data } = grainOfPlane(source, work(settings));
        expect(data).toHaveLength(width * height);
        expect(data.every((v) => v >= 0 && v <= 1)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  test("by default joins the whole picture along the least path; without joining it is as it was", () => {
    const source = photo(100, 100);
    expect(grainOfPlane(source, work({ tile: "none" }))).toEqual(source);
    expect(seamOf(grainOfPlane(source, work({})))).toBeLessThan(1.3);
  });

  test("shifted by half, the border lies in the middle", () => {
    const plane = planeOf(4, 2, (x, y) => x + 10 * y);
    expect([...shiftedByHalf(plane).data]).toEqual([12, 13, 10, 11, 2, 3, 0, 1]);
  });
});

describe("a photograph taken askew", () => {
  const stripes = (degrees: number) =>
    planeOf(
      200,
      150,
      (x, y) =>
        0.5 + 0.4 * Math.sin((x * Math.cos((degrees * Math.PI) / 180) - y * Math.sin((degrees * Math.PI) / 180)) / 4),
    );
  test("is straightened: upright stripes again, and px all over", () => {
    const { width, height, data } = straightened(stripes(12), -12);
    for (let x = 0; x < width; x++) {
      const column = Array.from({ length: height }, (_, y) => data[y * width + x]);
      expect(Math.max(...column) - Math.min(...column)).toBeLessThan(0.12);
    }
    expect(Math.min(...data), "no empty corners").toBeGreaterThan(0.05);
    expect(width / height).toBeCloseTo(200 / 150, 1);
  });
  test("is sharpened: its steps grow, its mean stays", () => {
    const source = photo(120, 120);
    const mean = (plane: Plane) => plane.data.reduce((a, b) => a + b, 0) / plane.data.length;
    const work = (settings: object) => grainOfPlane(source, grainWorkSchema.parse({ tile: "none", ...settings }));
    const steps = ({ width, data }: Plane) =>
      data.reduce((sum, v, i) => sum + (i % width ? Math.abs(v - data[i - 1]) : 0), 0);
    expect(steps(work({ sharpen: 1 }))).toBeGreaterThan(steps(source) * 1.2);
    expect(mean(work({ sharpen: 1 }))).toBeCloseTo(mean(source), 1);
  });
});

test("a grain's true size in print: 300 dots an inch are 11.811 to a millimetre (an inch is 25.4 mm: the international yard of 1959, recalled)", () => {
  expect(printScale(11.811, 300)).toBeCloseTo(1, 4);
  expect(printScale(23.622, 300)).toBeCloseTo(0.5, 4);
  expect(printScale(1e-6, 300), "as far as a ground goes").toBe(20);
});

test("the demo workshop's grains are sound: ten and more, no two alike, 16 bits, without a seam", () => {
  const grains = demoGrains();
  expect(grains.length).toBeGreaterThanOrEqual(10);
  expect(new Set(grains.map(({ name }) => name)).size).toBe(grains.length);
  expect(new Set(grains.map(({ picture }) => Buffer.from(picture).toString("base64"))).size).toBe(grains.length);
  for (const { name, picture } of grains) {
    const read = readTipPicture(picture, name);
    expect(read.full, name).toBe(65535);
    expect(seamOf(greyOf(read)), name).toBeLessThan(1.6);
    expect(
      grainFindings(greyOf(read)).map(({ kind }) => kind),
      name,
    ).not.toContain("flat");
  }
});
