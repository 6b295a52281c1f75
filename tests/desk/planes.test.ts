import { blurredBy, blurredWide, evenlyLit, unevenLight } from "@core/desk/grain/even-light";
import { seamOf } from "@core/desk/grain/seam";
import { tiled } from "@core/desk/grain/tile";
import { greyOf, type Plane, pictureOfPlane, planeOf, reduced, reducedTo, shiftedByHalf } from "@core/desk/plane";
import { contentBox, weightCentre } from "@core/desk/tip/place";
import { sheetOfPicture } from "@core/desk/tip/sheet";
import type { Picture } from "@core/picture/picture";
import fc from "fast-check";
import jStat from "jstat";
import { describe, expect, test } from "vitest";

const side = fc.integer({ min: 1, max: 24 });
const share = fc.float({ min: 0, max: 1, noNaN: true });
const anyPlane = fc
  .tuple(side, side)
  .chain(([width, height]) =>
    fc
      .array(share, { minLength: width * height, maxLength: width * height })
      .map((values): Plane => ({ width, height, data: Float32Array.from(values) })),
  );

/** Pictures of every make: 8 and 16 bits, grey and colours, with alpha and without. */
const anyPicture = fc
  .tuple(
    side,
    side,
    fc.constantFrom(1 as const, 2 as const, 3 as const, 4 as const),
    fc.constantFrom(255 as const, 65535 as const),
  )
  .chain(([width, height, channels, full]) => {
    const count = width * height * channels;
    return fc.array(fc.integer({ min: 0, max: full }), { minLength: count, maxLength: count }).map(
      (values): Picture => ({
        width,
        height,
        channels,
        full,
        data: full === 255 ? Uint8Array.from(values) : Uint16Array.from(values),
      }),
    );
  });

/** A px of a picture by the words of the formula: the parts of 1. */
function pixelOf({ channels, data, full }: Picture, i: number) {
  const part = (c: number) => data[i * channels + c] / full;
  const alpha = channels % 2 === 0 ? part(channels - 1) : 1;
  // Luma with the weights of ITU-R BT.709.
  const light = channels < 3 ? part(0) : 0.2126 * part(0) + 0.7152 * part(1) + 0.0722 * part(2);
  return { alpha, light, onWhite: light * alpha + 1 - alpha };
}

describe("a picture on a desk", () => {
  test("is as light as its colours laid on white, whatever its make", () => {
    fc.assert(
      fc.property(anyPicture, (picture) => {
        const { data } = greyOf(picture);
        data.forEach((value, i) => {
          expect(Math.abs(value - pixelOf(picture, i).onWhite)).toBeLessThan(1e-6);
        });
      }),
      { numRuns: 60 },
    );
  });

  test("makes a tip of its darkness, its lightness or its alpha; what is transparent has no strength", () => {
    fc.assert(
      fc.property(anyPicture, (picture) => {
        for (const source of ["darkness", "lightness", "alpha"] as const) {
          const { strength } = sheetOfPicture(picture, source);
          strength.data.forEach((value, i) => {
            const { alpha, light } = pixelOf(picture, i);
            const wanted = source === "alpha" ? alpha : alpha * (source === "darkness" ? 1 - light : light);
            expect(Math.abs(value - wanted)).toBeLessThan(1e-6);
          });
        }
      }),
      { numRuns: 40 },
    );
  });

  test("goes out again in sixteen bits, to the nearest", () => {
    fc.assert(
      fc.property(anyPlane, (plane) => {
        const { data, full } = pictureOfPlane(plane);
        data.forEach((value, i) => {
          expect(Math.abs(value / full - plane.data[i])).toBeLessThanOrEqual(0.5001 / 65535);
        });
      }),
      { numRuns: 40 },
    );
  });
});

describe("a plane made smaller", () => {
  test("keeps its mean, and each px is the mean of what it covers", () => {
    fc.assert(
      fc.property(anyPlane, fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }), (plane, across, down) => {
        // As large as a whole number of blocks.
        const whole = planeOf(
          plane.width * across,
          plane.height * down,
          (x, y) => plane.data[Math.floor(y / down) * plane.width + Math.floor(x / across)],
        );
        const small = reducedTo(whole, plane.width, plane.height);
        small.data.forEach((value, i) => {
          expect(value).toBeCloseTo(plane.data[i], 6);
        });
        expect(jStat.mean([...small.data])).toBeCloseTo(jStat.mean([...whole.data]), 5);
      }),
      { numRuns: 60 },
    );
  });

  test("keeps its proportions, and one that is small already stays the same", () => {
    const plane = planeOf(300, 120, (x) => x / 300);
    const { width, height } = reduced(plane, 40);
    expect([width, height]).toEqual([100, 40]);
    expect(reduced(plane, 120)).toBe(plane);
  });
});

describe("blurs", () => {
  /** The mean over a box by the definition; beyond the border it goes on as at the border. */
  const boxByHand = ({ width, height, data }: Plane, r: number): Plane =>
    planeOf(width, height, (x, y) => {
      let sum = 0;
      for (let j = -r; j <= r; j++)
        for (let i = -r; i <= r; i++)
          sum += data[Math.min(height - 1, Math.max(0, y + j)) * width + Math.min(width - 1, Math.max(0, x + i))];
      return sum / (2 * r + 1) ** 2;
    });

  test("a wide blur is three boxes by the definition", () => {
    fc.assert(
      fc.property(anyPlane, fc.integer({ min: 1, max: 6 }), (plane, r) => {
        const wanted = boxByHand(boxByHand(boxByHand(plane, r), r), r);
        blurredWide(plane, r).data.forEach((value, i) => {
          expect(Math.abs(value - wanted.data[i])).toBeLessThan(1e-5);
        });
      }),
      { numRuns: 40 },
    );
  });

  test.each([1.5, 4, 9.3])("a dot blurred by σ = %s spreads by that much both ways, and nothing is lost", (sigma) => {
    const size = 101;
    const { data } = blurredBy(
      planeOf(size, size, (x, y) => (x === 50 && y === 50 ? 1 : 0)),
      sigma,
    );
    let [sum, across, down] = [0, 0, 0];
    data.forEach((v, i) => {
      sum += v;
      across += v * ((i % size) - 50) ** 2;
      down += v * (Math.floor(i / size) - 50) ** 2;
    });
    expect(sum).toBeCloseTo(1, 4);
    // Boxes have whole radii: small blurs come within some hundredths.
    expect(Math.abs(Math.sqrt(across) / sigma - 1)).toBeLessThan(0.08);
    expect(Math.sqrt(down)).toBeCloseTo(Math.sqrt(across), 3);
  });

  test("light that falls off to one side is told as uneven and taken away; what is fine stays", () => {
    const fine = (x: number, y: number) => 0.12 * Math.sin(x * 1.3) * Math.sin(y * 1.7);
    const lit = planeOf(240, 200, (x, y) => 0.3 + (0.4 * x) / 240 + fine(x, y));
    const even = planeOf(240, 200, (x, y) => 0.5 + fine(x, y));
    expect(unevenLight(lit)).toBeGreaterThan(0.2);
    expect(unevenLight(lit)).toBeLessThan(0.4);
    expect(unevenLight(even)).toBeLessThan(0.02);
    const mended = evenlyLit(lit, 24);
    expect(unevenLight(mended)).toBeLessThan(0.06);
    expect(jStat.variance([...mended.data])).toBeGreaterThan(jStat.variance([...even.data]) * 0.8);
    // Large pictures are looked at in small: the finding is the same.
    const large = planeOf(960, 800, (x, y) => 0.3 + (0.4 * x) / 960 + fine(x, y));
    expect(Math.abs(unevenLight(large) - unevenLight(lit))).toBeLessThan(0.02);
  });
});

describe("where a tip lies", () => {
  test("its box is the smallest that holds all that is something, by looking at every px", () => {
    const spots = fc.array(fc.tuple(fc.nat(11), fc.nat(8)), { maxLength: 5 });
    fc.assert(
      fc.property(spots, (places) => {
        const plane = planeOf(12, 9, (x, y) => (places.some(([px, py]) => px === x && py === y) ? 0.7 : 0.01));
        const box = contentBox(plane);
        if (places.length === 0) expect(box).toBeUndefined();
        else {
          const [xs, ys] = [places.map(([x]) => x), places.map(([, y]) => y)];
          expect(box).toEqual({
            left: Math.min(...xs),
            top: Math.min(...ys),
            right: Math.max(...xs) + 1,
            bottom: Math.max(...ys) + 1,
          });
        }
      }),
    );
  });

  test("the weight's centre of spots is the mean of their places, weighed", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(19), fc.nat(13), fc.integer({ min: 1, max: 9 })), { minLength: 1, maxLength: 6 }),
        (spots) => {
          const data = new Float32Array(20 * 14);
          for (const [x, y, weight] of spots) data[y * 20 + x] += weight / 100;
          const all = spots.reduce((sum, [, , weight]) => sum + weight, 0);
          const [cx, cy] = weightCentre({ width: 20, height: 14, data }) ?? [Number.NaN, Number.NaN];
          expect(cx).toBeCloseTo(spots.reduce((sum, [x, , weight]) => sum + (x + 0.5) * weight, 0) / all, 4);
          expect(cy).toBeCloseTo(spots.reduce((sum, [, y, weight]) => sum + (y + 0.5) * weight, 0) / all, 4);
        },
      ),
    );
  });
});

describe("made to tile", () => {
  const rough = planeOf(
    90,
    70,
    (x, y) =>
      0.2 +
      (0.6 * x) / 90 +
      0.1 * Math.sin(x / 7) * Math.cos(y / 9) +
      (((x * 7919 + y * 104729) % 97) / 97 - 0.5) * 0.1,
  );

  test.each(["blend", "cut"] as const)(
    "by a %s: smaller by the overlap, away from the borders as it was, and its seam no more than its own roughness",
    (way) => {
      const overlap = 20;
      const tile = tiled(rough, overlap, way);
      expect([tile.width, tile.height]).toEqual([70, 50]);
      for (let y = overlap; y < tile.height; y++)
        for (let x = overlap; x < tile.width; x++)
          expect(tile.data[y * tile.width + x]).toBe(rough.data[y * rough.width + x]);
      expect(seamOf(tile)).toBeLessThan(1.6);
      expect(seamOf(tile)).toBeLessThan(seamOf(rough));
    },
  );

  test("a plane that tiles already is seen the same after its border is moved to the middle and back", () => {
    const tile = tiled(rough, 20, "blend");
    expect([...shiftedByHalf(shiftedByHalf(tile)).data]).toEqual([...tile.data]);
    expect(seamOf(shiftedByHalf(tile))).toBeCloseTo(seamOf(tile), 0);
  });
});
