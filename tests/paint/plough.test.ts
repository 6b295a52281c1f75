import { hexToRgb } from "@core/colour/srgb";
import { paintHand } from "@core/stroke/painter";
import { heightPixels } from "@core/surface/heights";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";
import { kernels, pixelAt } from "./sheet";

const WIDTH = 420;
const HEIGHT = 160;
const RED = hexToRgb("#c83020");
const across = lineSamples(40, 80, 380, 80, 90, 0.9);

/** A bar of thick paint from x = 120 to 180 over the whole height. */
function barred(height = 0.6): Surface {
  const surface = new Surface(kernels, WIDTH, HEIGHT);
  const bar = brushOf({
    tip: { shape: { kind: "rectangle", corner: 0 }, size: 60 },
    trail: { spacing: 0.05 },
    paint: { body: height, levels: 1 },
  });
  const blue = hexToRgb("#2040c0");
  paintHand(surface, bar, { colour: blue, second: blue }, [lineSamples(150, 10, 150, 150)], 1);
  return surface;
}

const hairs = (paint: object = {}) =>
  brushOf({
    tip: { size: 50, angle: 90, shape: { kind: "bristles", bundle: "flat", hairs: 50, thickness: 0.2, clumping: 0 } },
    paint: { body: 0.4, levels: 0.7, ...paint },
  });

const volume = (surface: Surface) => heightPixels(surface).reduce((sum, height) => sum + height / 65535, 0);

/** The volume in a strip of columns. */
function volumeFrom(surface: Surface, from: number, to: number): number {
  const heights = heightPixels(surface);
  let sum = 0;
  for (let y = 0; y < HEIGHT; y++) for (let x = from; x < to; x++) sum += heights[y * WIDTH + x] / 65535;
  return sum;
}

function painted(surface: Surface, brush = hairs()): Surface {
  paintHand(surface, brush, { colour: RED, second: RED }, [across], 3);
  return surface;
}

describe("hairs that go through wet thick paint", () => {
  test.each([
    ["paint of their own", hairs()],
    ["of which they take up some", hairs({ mixing: 0.6, carry: 2, taking: "each" })],
    ["stiffer", hairs({ mixing: 0.3, taking: "each", levels: 1 })],
  ])("add what they lay themselves and lose nothing: %s", (_, brush) => {
    const bare = painted(new Surface(kernels, WIDTH, HEIGHT), brush);
    const own = volume(bare);
    bare.release();
    const surface = barred();
    const before = volume(surface);
    painted(surface, brush);
    expect(own).toBeGreaterThan(500);
    expect(Math.abs(volume(surface) - before - own)).toBeLessThan(0.02 * (before + own));
    surface.release();
  });

  test("without paint of their own move what is there: its volume stays within 2 %, and some of it goes along", () => {
    const brush = hairs({ mixing: 1, carry: 1.5, taking: "each" });
    const surface = barred();
    const before = volume(surface);
    painted(surface, brush);
    expect(Math.abs(volume(surface) / before - 1)).toBeLessThan(0.02);
    const [near, far] = [volumeFrom(surface, 185, 230), volumeFrom(surface, 300, 345)];
    expect(near).toBeGreaterThan(30);
    expect(far).toBeLessThan(near);
    // Before the bar they had nothing.
    expect(volumeFrom(surface, 40, 110)).toBe(0);
    surface.release();
  });

  test("lose nothing where paint stands as thick as it can", () => {
    const surface = barred(1);
    const before = volume(surface);
    const [left, right] = [volumeFrom(surface, 130, 170), volumeFrom(surface, 185, 300)];
    painted(surface, hairs({ mixing: 1, carry: 1.5, taking: "each", body: 1 }));
    expect(Math.abs(volume(surface) - before)).toBeLessThan(0.002 * before);
    expect(volumeFrom(surface, 130, 170)).toBeLessThan(left);
    expect(volumeFrom(surface, 185, 300)).toBeGreaterThan(right + 30);
    surface.release();
  });

  test("leave ridges along their own way where the bar was flat", () => {
    const surface = painted(barred(0.4), hairs({ mixing: 0.5, taking: "each", levels: 1 }));
    const heights = heightPixels(surface);
    const at = (x: number, y: number) => heights[y * WIDTH + x] / 65535;
    const uneven = (dx: number, dy: number) => {
      let sum = 0;
      for (let x = 135; x < 165; x++) for (let y = 66; y < 94; y++) sum += Math.abs(at(x + dx, y + dy) - at(x, y));
      return sum;
    };
    expect(uneven(0, 1)).toBeGreaterThan(4 * uneven(1, 0));
    surface.release();
  });

  test("take none of what has dried, and lie on it", () => {
    const brush = hairs({ mixing: 1, carry: 1.5, taking: "each" });
    const surface = barred();
    surface.dryOut(0);
    const heights = heightPixels(surface);
    painted(surface, brush);
    expect(heightPixels(surface)).toEqual(heights);
    expect(pixelAt(surface, 200, 80)[3]).toBe(0);
    surface.release();
  });

  test("do the same however much thick paint lies elsewhere on the layer", () => {
    const alone = painted(new Surface(kernels, WIDTH, HEIGHT));
    const beside = new Surface(kernels, WIDTH, HEIGHT);
    const dab = brushOf({ tip: { size: 30 }, paint: { body: 0.5 } });
    paintHand(beside, dab, { colour: RED, second: RED }, [lineSamples(395, 140, 400, 140)], 1);
    painted(beside);
    const [a, b] = [heightPixels(alone), heightPixels(beside)];
    for (let y = 0; y < 110; y++)
      for (let x = 0; x < 370; x++) expect(Math.abs(a[y * WIDTH + x] - b[y * WIDTH + x])).toBeLessThan(6);
    alone.release();
    beside.release();
  });
});
