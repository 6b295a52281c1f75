import { ciede2000 } from "@core/colour/difference";
import { type Lab, rgbToLab } from "@core/colour/lab";
import { pictureDifference } from "@core/measure/picture-difference";
import Color from "colorjs.io";
import { converter, differenceCiede2000 } from "culori";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

// G. Sharma, W. Wu, E. N. Dalal, "The CIEDE2000 color-difference formula" (2005), table 1: its 34 pairs, recalled from
// memory; each is also compared with culori and colorjs.io below, which have the formula from the paper.
const pairs: readonly (readonly [Lab, Lab, number])[] = [
  [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
  [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
  [[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
  [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1],
  [[50, -1.1848, -84.8006], [50, 0, -82.7485], 1],
  [[50, -0.9009, -85.5211], [50, 0, -82.7485], 1],
  [[50, 0, 0], [50, -1, 2], 2.3669],
  [[50, -1, 2], [50, 0, 0], 2.3669],
  [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.001], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.0011], 7.2195],
  [[50, 2.49, -0.001], [50, -2.49, 0.0012], 7.2195],
  [[50, -0.001, 2.49], [50, 0.0009, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.001, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.0011, -2.49], 4.7461],
  [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
  [[50, 2.5, 0], [73, 25, -18], 27.1492],
  [[50, 2.5, 0], [61, -5, 29], 22.8977],
  [[50, 2.5, 0], [56, -27, -3], 31.903],
  [[50, 2.5, 0], [58, 24, 15], 19.4535],
  [[50, 2.5, 0], [50, 3.1736, 0.5854], 1],
  [[50, 2.5, 0], [50, 3.2972, 0], 1],
  [[50, 2.5, 0], [50, 1.8634, 0.5757], 1],
  [[50, 2.5, 0], [50, 3.2592, 0.335], 1],
  [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  [[63.0109, -31.0961, -5.8663], [62.8187, -29.7946, -4.0864], 1.263],
  [[61.2901, 3.7196, -5.3901], [61.4292, 2.248, -4.962], 1.8731],
  [[35.0831, -44.1164, 3.7933], [35.0232, -40.0716, 1.5901], 1.8645],
  [[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
  [[36.4612, 47.858, 18.3852], [36.2715, 50.5065, 21.2231], 1.4146],
  [[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
  [[90.9257, -0.5406, -0.9208], [88.6381, -0.8985, -0.7239], 1.5381],
  [[6.7747, -0.2908, -2.4247], [5.8714, -0.0985, -2.2286], 0.6377],
  [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
];

const theirs = differenceCiede2000();
const asLab65 = ([l, a, b]: Lab) => ({ mode: "lab65" as const, l, a, b });

test.each(pairs)("CIEDE2000 of %s and %s is %s", (a, b, wanted) => {
  expect(ciede2000(a, b)).toBeCloseTo(wanted, 4);
  expect(ciede2000(b, a)).toBeCloseTo(wanted, 4);
});

describe("against general libraries", () => {
  const channel = fc.double({ min: 0, max: 1, noNaN: true });
  const colour = fc.tuple(channel, channel, channel);

  test("CIELAB of any sRGB colour is culori's and colorjs.io's, D65", () => {
    const toLab = converter("lab65");
    fc.assert(
      fc.property(colour, ([r, g, b]) => {
        const ours = rgbToLab([r, g, b]);
        const culori = toLab({ mode: "rgb", r, g, b });
        const [l, a, c] = new Color("srgb", [r, g, b]).to("lab-d65").coords;
        for (const [i, value] of [culori.l, culori.a, culori.b].entries())
          expect(Math.abs(ours[i] - value)).toBeLessThan(0.02);
        for (const [i, value] of [l, a, c].entries()) expect(Math.abs(ours[i] - (value ?? 0))).toBeLessThan(0.02);
      }),
    );
  });

  test("the difference of any two is culori's; none from itself, the same both ways", () => {
    fc.assert(
      fc.property(colour, colour, (p, q) => {
        const [a, b] = [rgbToLab(p), rgbToLab(q)];
        expect(ciede2000(a, b)).toBeCloseTo(theirs(asLab65(a), asLab65(b)), 6);
        expect(ciede2000(a, b)).toBeCloseTo(ciede2000(b, a), 9);
        expect(ciede2000(a, a)).toBe(0);
      }),
    );
  });
});

describe("the difference of two pictures", () => {
  const white = [1, 1, 1] as const;
  const picture = (...greys: number[]) => Uint8ClampedArray.from(greys.flatMap((v) => [v, v, v, 255]));

  test("is the mean over what is painted, and nothing where both are paper", () => {
    const found = pictureDifference(picture(255, 0, 0, 100), picture(255, 0, 255, 100), white);
    const whole = ciede2000(rgbToLab([0, 0, 0]), rgbToLab(white));
    expect(found.most).toBeCloseTo(whole, 9);
    expect(found.mean).toBeCloseTo(whole / 3, 9);
    expect(found.changed).toBeCloseTo(1 / 3, 9);
    expect([...found.pixels.slice(8, 12)]).toEqual([155, 32, 56, 255]);
  });

  test("of equal ones is none, also of empty ones", () => {
    const same = picture(3, 90, 255);
    expect(pictureDifference(same, same, white)).toMatchObject({ mean: 0, most: 0, changed: 0 });
    expect(pictureDifference(picture(255), picture(255), white)).toMatchObject({ mean: 0, most: 0, changed: 0 });
  });
});
