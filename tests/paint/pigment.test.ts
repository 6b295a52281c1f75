import { linearToOklab } from "@core/colour/oklab";
import { hexToRgb, toLinear } from "@core/colour/srgb";
import { absorption, BANDS, ofRgb, reflectance, reflectanceOf, shareOf, toRgb } from "@core/paint/pigment";
import { mixColours } from "@core/paint/spaces";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

/** Lightness, chroma and hue (degrees) in OKLab of what two colours make as pigments. */
function mixture(a: string, b: string, share = 0.5) {
  const [r, g, blue] = mixColours("pigment", hexToRgb(a), hexToRgb(b), share);
  const [lightness, x, y] = linearToOklab([toLinear(r), toLinear(g), toLinear(blue)]);
  return {
    lightness,
    chroma: Math.hypot(x, y),
    hue: ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360,
  };
}

const yellow = "#f2c230";
const lemon = "#f5e14a";
const ultramarine = "#1f2f8f";
const red = "#c0203a";
const teal = "#0a5f7a";
const white = "#ffffff";

describe("spectra of colours", () => {
  test("give their colours back, and make up white together", () => {
    for (let from = 0; from < 3; from++)
      for (let to = 0; to < 3; to++) {
        const sum = toRgb[to].reduce((total, weight, band) => total + weight * ofRgb[from][band], 0);
        expect(sum).toBeCloseTo(from === to ? 1 : 0, 6);
      }
    for (let band = 0; band < BANDS; band++)
      expect(ofRgb.reduce((total, spectrum) => total + spectrum[band], 0)).toBeCloseTo(1, 6);
  });

  test("no colour reflects nothing, or all, in any band", () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, share, share, (r, g, b) => {
        for (let band = 0; band < BANDS; band++) {
          const part = r * ofRgb[0][band] + g * ofRgb[1][band] + b * ofRgb[2][band];
          const found = reflectanceOf(part);
          expect(found).toBeGreaterThan(0.005);
          expect(found).toBeLessThan(0.98);
          expect(shareOf(found)).toBeCloseTo(part, 9);
        }
      }),
    );
  });
});

// Kubelka and Munk, "Ein Beitrag zur Optik der Farbanstriche", Zeitschrift für technische Physik 12, 1931.
test("absorption and reflectance are each other's inverse, by K/S = (1 − R)² ÷ 2R", () => {
  expect(absorption(0.5)).toBeCloseTo(0.25, 12);
  for (const r of [0.01, 0.1, 0.5, 0.9, 0.99]) expect(reflectance(absorption(r))).toBeCloseTo(r, 9);
});

// What painters know of their paints: common practice, no source; the limits are ours.
describe("mixtures of pigments", () => {
  test.each([
    [yellow, ultramarine, 0.06],
    [lemon, "#12247a", 0.045],
    ["#f0d020", "#1f4fa0", 0.1],
    [yellow, "#0a4f8f", 0.1],
  ])("a yellow (%s) and a blue (%s) make a green", (a, b, least) => {
    const found = mixture(a, b);
    expect(found.hue).toBeGreaterThan(130);
    expect(found.hue).toBeLessThan(155);
    expect(found.chroma).toBeGreaterThan(least);
  });

  test.each([
    ["ultramarine", ultramarine, 0.158],
    ["crimson", red, 0.192],
    ["a teal", teal, 0.084],
    ["a magenta", "#7a1f5c", 0.141],
    ["a green", "#2a6a30", 0.116],
  ])("as much white leaves %s three quarters of its chroma or more, and its hue", (_, colour, own) => {
    const found = mixture(white, colour);
    expect(found.chroma).toBeGreaterThan(0.75 * own);
    expect(Math.abs(found.hue - mixture(colour, colour).hue)).toBeLessThan(16);
    expect(found.lightness).toBeGreaterThan(0.5);
  });

  test("yellow and a little black make an olive green", () => {
    const found = mixture(yellow, "#101010", 0.2);
    expect(found.hue).toBeGreaterThan(100);
    expect(found.hue).toBeLessThan(125);
  });

  test("an orange and ultramarine kill each other", () => {
    expect(mixture("#e8772e", ultramarine).chroma).toBeLessThan(0.045);
  });

  test("a deep paint stains white more than white lightens it", () => {
    expect(mixture(white, "#101010").lightness).toBeLessThan(0.62);
    expect(mixture(white, ultramarine).lightness).toBeLessThan(0.66);
  });
});
