import { linearToOklab, oklabToLinear } from "@core/colour/oklab";
import { oklchToRgb, rgbToOklch, shiftColour } from "@core/colour/oklch";
import { fromLinear, hexToRgb, rgbToHex, toLinear } from "@core/colour/srgb";
import { exp, ln, power } from "@core/numeric/power";
import { atan2Degrees, cosDegrees, HeadingFollower, sinDegrees } from "@core/numeric/trig";
import Color from "colorjs.io";
import { converter } from "culori";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

const unit = fc.double({ min: 0, max: 1, noNaN: true });
const toCulori = converter("oklch");

describe("against culori", () => {
  test("sRGB to OKLCh", () => {
    fc.assert(
      fc.property(unit, unit, unit, (r, g, b) => {
        const ours = rgbToOklch([r, g, b]);
        const theirs = toCulori({ mode: "rgb", r, g, b });
        expect(ours.l).toBeCloseTo(theirs.l, 5);
        expect(ours.c).toBeCloseTo(theirs.c, 5);
        if (theirs.c > 0.01) expect(Math.abs(((ours.h - (theirs.h ?? 0) + 540) % 360) - 180)).toBeLessThan(0.05);
      }),
    );
  });

  test("linear light to OKLab and back, to twelve digits; greys have no colour", () => {
    const theirs = converter("oklab");
    fc.assert(
      fc.property(unit, unit, unit, (r, g, b) => {
        const [l, a, second] = linearToOklab([r, g, b]);
        const expected = theirs({ mode: "lrgb", r, g, b });
        for (const [ours, other] of [
          [l, expected.l],
          [a, expected.a],
          [second, expected.b],
        ])
          expect(Math.abs(ours - other)).toBeLessThan(1e-12);
        oklabToLinear([l, a, second]).forEach((c, i) => {
          expect(Math.abs(c - [r, g, b][i])).toBeLessThan(1e-12);
        });
        const [, red, yellow] = linearToOklab([r, r, r]);
        expect(Math.hypot(red, yellow)).toBeLessThan(1e-12);
      }),
    );
  });

  test("and back", () => {
    fc.assert(
      fc.property(unit, unit, unit, (r, g, b) => {
        oklchToRgb(rgbToOklch([r, g, b])).forEach((c, i) => {
          expect(c).toBeCloseTo([r, g, b][i], 4);
        });
      }),
    );
  });
});

test("against colorjs.io: sRGB to OKLCh and back", () => {
  fc.assert(
    fc.property(unit, unit, unit, (r, g, b) => {
      const ours = rgbToOklch([r, g, b]);
      const [l, c, h] = new Color("srgb", [r, g, b]).to("oklch").coords;
      expect(ours.l).toBeCloseTo(l ?? 0, 5);
      expect(ours.c).toBeCloseTo(c ?? 0, 4);
      if (ours.c > 0.01) expect(Math.abs(((ours.h - (h ?? 0) + 540) % 360) - 180)).toBeLessThan(0.05);
      oklchToRgb(ours).forEach((v, i) => {
        expect(v).toBeCloseTo(new Color("oklch", [l, c, h]).to("srgb").coords[i] ?? 0, 4);
      });
    }),
    { numRuns: 200 },
  );
});

test("whatever is asked for, the result is in sRGB and its hue is the one asked for", () => {
  fc.assert(
    fc.property(
      unit,
      fc.double({ min: 0, max: 0.5, noNaN: true }),
      fc.double({ min: 0, max: 360, noNaN: true }),
      (l, c, h) => {
        const rgb = oklchToRgb({ l, c, h });
        for (const v of rgb) expect(v).toBeGreaterThanOrEqual(0);
        for (const v of rgb) expect(v).toBeLessThanOrEqual(1);
        const back = rgbToOklch(rgb);
        if (back.c > 0.03) expect(Math.abs(((back.h - h + 540) % 360) - 180)).toBeLessThan(1.5);
      },
    ),
    { numRuns: 4000 },
  );
});

test("shifts: nothing changes nothing, −1 is grey, lightness adds", () => {
  const own = rgbToOklch(hexToRgb("#2f6e5f"));
  expect(rgbToHex(oklchToRgb(shiftColour(own, 0, 0, 0)))).toBe("#2f6e5f");
  const [r, g, b] = oklchToRgb(shiftColour(own, 0, -1, 0));
  expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThan(0.002);
  expect(shiftColour(own, 0, 0, 0.1).l).toBeCloseTo(own.l + 0.1, 12);
});

// IEC 61966-2-1 as in CSS Color 4: the curve's two pieces and their values at the seam.
test("the sRGB transfer function", () => {
  expect(toLinear(0.5)).toBeCloseTo(0.21404114, 8);
  expect(toLinear(0.04045)).toBeCloseTo(0.0031308, 7);
  for (const v of [0, 0.01, 0.2, 0.7, 1]) expect(fromLinear(toLinear(v))).toBeCloseTo(v, 10);
});

test("a heading that is followed is the one that is worked out in full, however the way turns", () => {
  const turn = fc.oneof(fc.double({ min: -2, max: 2, noNaN: true }), fc.double({ min: -360, max: 360, noNaN: true }));
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 360, noNaN: true }),
      fc.array(fc.tuple(turn, fc.double({ min: 0.01, max: 500, noNaN: true })), { maxLength: 60 }),
      (start, steps) => {
        const follower = new HeadingFollower();
        const [way, angle] = [new Float64Array(2), new Float64Array(1)];
        let towards = start;
        for (const [by, long] of steps) {
          towards += by;
          way.set([long * Math.cos((towards * Math.PI) / 180), long * Math.sin((towards * Math.PI) / 180)]);
          follower.into(angle, 0, way, 0, 1);
          const wanted = atan2Degrees(-way[1], way[0]);
          expect(Math.abs(((angle[0] - wanted + 540) % 360) - 180)).toBeLessThan(1e-11);
          expect(angle[0]).toBeGreaterThanOrEqual(0);
          expect(angle[0]).toBeLessThan(360);
        }
      },
    ),
  );
  const still = Float64Array.of(0, 0, -1);
  new HeadingFollower().into(still, 2, still, 0, 1);
  expect(still[2]).toBe(0);
});

test("our own sine, cosine, arc tangent, logarithm and power agree with the built-in ones", () => {
  fc.assert(
    fc.property(fc.double({ min: -2000, max: 2000, noNaN: true }), (d) => {
      expect(sinDegrees(d)).toBeCloseTo(Math.sin((d * Math.PI) / 180), 11);
      expect(cosDegrees(d)).toBeCloseTo(Math.cos((d * Math.PI) / 180), 11);
    }),
  );
  fc.assert(
    fc.property(
      fc.double({ min: -50, max: 50, noNaN: true }),
      fc.double({ min: -50, max: 50, noNaN: true }),
      (y, x) => {
        fc.pre(Math.hypot(x, y) > 1e-6);
        const wanted = ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360;
        expect(Math.abs(((atan2Degrees(y, x) - wanted + 540) % 360) - 180)).toBeLessThan(1e-9);
      },
    ),
  );
  fc.assert(
    fc.property(
      fc.double({ min: 1e-9, max: 1e6, noNaN: true }),
      fc.double({ min: -3, max: 3, noNaN: true }),
      (x, y) => {
        expect(Math.abs(ln(x) - Math.log(x))).toBeLessThan(1e-11);
        expect(Math.abs(power(x, y) / x ** y - 1)).toBeLessThan(1e-11);
      },
    ),
  );
  expect(exp(1)).toBeCloseTo(Math.E, 13);
});

test("what is no colour is refused", () => {
  for (const bad of ["red", "#12345", "#gggggg", ""]) expect(() => hexToRgb(bad)).toThrow(RangeError);
});

test("a grey stays a grey, however pure colours are to be made: it has no hue (CSS Color 4, powerless components)", () => {
  for (const grey of [0, 0.2, 0.502, 0.9, 1])
    for (const saturation of [0.3, 1, -0.5]) {
      const [r, g, b] = oklchToRgb(shiftColour(rgbToOklch([grey, grey, grey]), 40, saturation, 0));
      for (const channel of [r, g, b]) expect(channel).toBeCloseTo(grey, 3);
    }
});
