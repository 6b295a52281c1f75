import { rgbToOklch } from "@core/colour/oklch";
import { hexToRgb, rgbToHex } from "@core/colour/srgb";
import { namedPaints, paintOfColour } from "@core/paint/named-paints";
import { mixPaints, paintNumbers, tintingOf, tintings, tintOf } from "@core/paint/tinting";
import fc from "fast-check";
import * as spectral from "spectral.js";
import { describe, expect, test } from "vitest";

const named = (name: string) => {
  const found = namedPaints.find((paint) => paint.name === name);
  if (!found) throw new Error(`no paint ${name}`);
  return found;
};
const white = named("Titanium white");

/** What paints by name make together, by parts. */
function mixed(...parts: readonly (readonly [name: string, parts: number])[]) {
  return rgbToOklch(mixPaints(parts.map(([name, n]) => ({ numbers: named(name).numbers, parts: n }))));
}

describe("named paints", () => {
  test("have their own names and colours, and are found by them", () => {
    expect(new Set(namedPaints.map(({ name }) => name)).size).toBe(namedPaints.length);
    expect(new Set(namedPaints.map(({ colour }) => colour)).size).toBe(namedPaints.length);
    for (const paint of namedPaints) expect(paintOfColour(hexToRgb(paint.colour))).toBe(paint);
    expect(paintOfColour([0.1234, 0.5, 0.5])).toBeUndefined();
    expect(paintOfColour(hexToRgb("#123456"))).toBeUndefined();
  });

  test("absorb and scatter in every band, and none scatters more than titanium white", () => {
    for (const { numbers } of namedPaints) {
      for (const n of numbers) expect(n).toBeGreaterThan(0);
      expect(numbers.at(-1)).toBeLessThanOrEqual(1);
    }
  });

  // What painters know of their paints: common practice, no source; the limits are ours.
  test.each([
    ["Cadmium yellow", "Ultramarine", 100, 160],
    ["Lemon yellow", "Prussian blue", 130, 180],
    ["Lemon yellow", "Viridian", 120, 165],
    ["Vermilion", "Cadmium yellow", 40, 80],
    ["Crimson lake", "Ultramarine", 280, 360],
  ])("%s and %s make a hue between %s° and %s°", (a, b, from, to) => {
    const found = mixed([a, 1], [b, 1]);
    expect(found.h).toBeGreaterThan(from);
    expect(found.h).toBeLessThan(to);
  });

  test("lemon and Prussian blue make more of a green than cadmium yellow and ultramarine, which make an olive", () => {
    const off = (hue: number) => Math.abs(hue - 145);
    expect(off(mixed(["Lemon yellow", 3], ["Prussian blue", 1]).h)).toBeLessThan(
      off(mixed(["Cadmium yellow", 3], ["Ultramarine", 1]).h),
    );
  });

  test("as much white brings a clear colour out of deep paints, of nearly their own hue", () => {
    for (const name of ["Ultramarine", "Prussian blue", "Crimson lake", "Viridian"]) {
      const [alone, tint] = [mixed([name, 1]), mixed([name, 1], ["Titanium white", 1])];
      expect(alone.l, name).toBeLessThan(0.45);
      expect(tint.l, name).toBeGreaterThan(0.6);
      expect(tint.c, name).toBeGreaterThan(0.045);
      expect(Math.abs(((tint.h - alone.h + 540) % 360) - 180), name).toBeLessThan(28);
    }
  });

  test("zinc white is the weaker white: it lightens less", () => {
    for (const name of ["Ultramarine", "Vermilion", "Lamp black"])
      expect(mixed([name, 1], ["Zinc white", 1]).l).toBeLessThan(mixed([name, 1], ["Titanium white", 1]).l);
  });

  test("Prussian blue and lamp black tint strongly, ochre and umber weakly", () => {
    const left = (name: string) => mixed([name, 1], ["Titanium white", 20]).l;
    expect(Math.max(left("Prussian blue"), left("Lamp black"))).toBeLessThan(
      Math.min(left("Yellow ochre"), left("Raw umber")),
    );
  });
});

describe("a paint of one's own, from its masstone and a tint", () => {
  const channel = fc.integer({ min: 8, max: 240 });
  const anyHex = fc.tuple(channel, channel, channel).map((c) => rgbToHex([c[0] / 255, c[1] / 255, c[2] / 255]));

  test("tints as strongly as the one whose tint it was", () => {
    fc.assert(
      fc.property(
        anyHex,
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.integer({ min: 2, max: 20 }),
        (hex, n, parts) => {
          const colour = hexToRgb(hex);
          const tint = tintOf(colour, 2 ** n, parts);
          const found = tintOf(colour, tintingOf(colour, tint, parts), parts);
          for (let i = 0; i < 3; i++) expect(Math.abs(found[i] - tint[i])).toBeLessThan(2 / 255);
        },
      ),
      { numRuns: 60 },
    );
  });

  test("stays within the strengths there are, whatever tint is asked for", () => {
    for (const tint of ["#000000", "#ffffff", "#ff00ff", "#808080"]) {
      const found = tintingOf(hexToRgb("#1f4fa0"), hexToRgb(tint), 9);
      expect(found).toBeGreaterThanOrEqual(tintings.low * 0.999);
      expect(found).toBeLessThanOrEqual(tintings.high * 1.001);
    }
  });

  test("a stronger one leaves less of the white, and its own coat looks the same", () => {
    const colour = hexToRgb("#1f4fa0");
    const lightness = [0.25, 1, 4].map((strength) => rgbToOklch(tintOf(colour, strength, 9)).l);
    expect(lightness[0]).toBeGreaterThan(lightness[1]);
    expect(lightness[1]).toBeGreaterThan(lightness[2]);
    for (const strength of [0.25, 4]) {
      const coat = mixPaints([{ numbers: paintNumbers(colour, strength), parts: 1 }]);
      for (let i = 0; i < 3; i++) expect(coat[i]).toBeCloseTo(colour[i], 2);
    }
  });

  test("one of a named paint's colour is that paint", () => {
    expect(paintNumbers(hexToRgb(white.colour))).toEqual(white.numbers);
  });
});

// spectral.js 3.0.0 mixes by Kubelka and Munk with one constant on 38 bands; amounts count otherwise there, so that a mixture
// is compared with that one of its row which is as light.
describe("against another library of mixing", () => {
  test.each([
    ["#f2c230", "#1f2f8f", 30],
    ["#f5e14a", "#12247a", 30],
    ["#f0d020", "#1f4fa0", 30],
    ["#ffffff", "#1f2f8f", 22],
    ["#ffffff", "#c0203a", 22],
    ["#e8d020", "#c0203a", 22],
  ])("%s and %s have nearly the hue they have there", (a, b, degrees) => {
    const there = Array.from({ length: 60 }, (_, i) => {
      const share = (i + 0.5) / 60;
      const mixture = spectral.mix([new spectral.Color(a), 1 - share], [new spectral.Color(b), share]);
      return rgbToOklch(hexToRgb(mixture.toString({ method: "clip" }).toLowerCase()));
    });
    for (const share of [0.2, 0.35, 0.5]) {
      const numbers = [a, b].map((hex) => paintNumbers(hexToRgb(hex)));
      const ours = rgbToOklch(
        mixPaints([
          { numbers: numbers[0], parts: 1 - share },
          { numbers: numbers[1], parts: share },
        ]),
      );
      const alike = there.reduce((best, one) => (Math.abs(one.l - ours.l) < Math.abs(best.l - ours.l) ? one : best));
      const apart = Math.abs(((ours.h - alike.h + 540) % 360) - 180);
      expect(apart, `${share}: ${ours.h} and ${alike.h}`).toBeLessThan(degrees);
    }
  });
});
