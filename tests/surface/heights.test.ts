import { hexToRgb } from "@core/colour/srgb";
import type { Sample } from "@core/hand/sample";
import { createKernels } from "@core/kernels/load";
import { paintHand } from "@core/stroke/painter";
import { heightPixels, normalPixels } from "@core/surface/heights";
import { type Light, tableLight } from "@core/surface/light";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const kernels = createKernels();
const WIDTH = 160;
const HEIGHT = 120;
const ink = { colour: hexToRgb("#6080c0"), second: hexToRgb("#ffffff") };

/** A sheet with one thick soft tap in its middle, or a stroke of a rake. */
function thickSheet(tip: object, samples: readonly Sample[] = [{ x: 80, y: 60, time: 0, pressure: 1 }]): Surface {
  const surface = new Surface(kernels, WIDTH, HEIGHT);
  paintHand(surface, brushOf({ tip, trail: { spacing: 0.1 }, paint: { body: 1 } }), ink, [samples], 1);
  return surface;
}

const soft = { size: 80, hardness: 0 };

function shown(surface: Surface, light?: Light): Uint8ClampedArray {
  const picture = new Picture(surface, hexToRgb("#ffffff"), light);
  picture.showAll();
  const pixels = picture.copy();
  picture.release();
  return pixels;
}

describe("normals", () => {
  test("are of length one, straight up where it is flat, and away from the middle of a heap on every side", () => {
    const surface = thickSheet(soft);
    const pixels = normalPixels(surface, 12);
    const at = (x: number, y: number) =>
      [0, 1, 2].map((c) => (pixels[(y * WIDTH + x) * 4 + c] / 65535 - 0.5) * 2) as [number, number, number];
    for (let y = 0; y < HEIGHT; y += 3)
      for (let x = 0; x < WIDTH; x += 3) expect(Math.hypot(...at(x, y))).toBeCloseTo(1, 3);
    expect(at(4, 4).map((n) => Math.round(n * 1000))).toEqual([0, 0, 1000]);
    expect(at(100, 60)[0]).toBeGreaterThan(0.1);
    expect(at(60, 60)[0]).toBeLessThan(-0.1);
    // Green is up: the upper side faces it.
    expect(at(80, 40)[1]).toBeGreaterThan(0.1);
    expect(at(80, 80)[1]).toBeLessThan(-0.1);
    surface.release();
  });

  test("are those of the heights: their slope is what the heights rise from px to px", () => {
    const surface = thickSheet(soft);
    const heights = heightPixels(surface);
    const pixels = normalPixels(surface, 12);
    for (let x = 50; x < 110; x++) {
      const rise = ((heights[60 * WIDTH + x + 1] - heights[60 * WIDTH + x - 1]) / 2 / 65535) * 12;
      const [r, , b] = [0, 1, 2].map((c) => pixels[(60 * WIDTH + x) * 4 + c] / 65535 - 0.5);
      expect(Math.abs(-r / b - rise)).toBeLessThan(0.01);
    }
    surface.release();
  });
});

describe("the light", () => {
  test("leaves bare paper as it is, beside the thickest paint", () => {
    const surface = thickSheet({ size: 60, hardness: 1 });
    const heights = heightPixels(surface);
    const pixels = shown(surface, { ...tableLight, depth: 40, gloss: 1, hollows: 1 });
    let bare = 0;
    for (let i = 0; i < heights.length; i++) {
      if (heights[i] > 0) continue;
      bare++;
      expect([...pixels.subarray(i * 4, i * 4 + 3)]).toEqual([255, 255, 255]);
    }
    expect(bare).toBeGreaterThan(5000);
    surface.release();
  });

  test("comes from where it is said to: the side turned to it is lighter than the other", () => {
    const surface = thickSheet(soft);
    const red = (pixels: Uint8ClampedArray, x: number, y: number) => pixels[(y * WIDTH + x) * 4];
    const from = (direction: number) => shown(surface, { ...tableLight, direction, gloss: 0, hollows: 0 });
    expect(red(from(0), 100, 60)).toBeGreaterThan(red(from(0), 60, 60) + 10);
    expect(red(from(180), 60, 60)).toBeGreaterThan(red(from(180), 100, 60) + 10);
    expect(red(from(90), 80, 40)).toBeGreaterThan(red(from(90), 80, 80) + 10);
    expect(red(from(270), 80, 80)).toBeGreaterThan(red(from(270), 80, 40) + 10);
    surface.release();
  });

  test("is weaker in hollows, as far as it is said, and nowhere else", () => {
    const line = lineSamples(20, 60, 140, 60);
    const surface = thickSheet({ size: 60, angle: 90, shape: { kind: "rake", lines: 7, gap: 0.05 } }, line);
    const heights = heightPixels(surface);
    const [without, dark] = [0, 1].map((hollows) => shown(surface, { ...tableLight, gloss: 0, hollows }));
    let darker = 0;
    for (let y = 2; y < HEIGHT - 2; y++) {
      const at = y * WIDTH + 80;
      let mean = 0;
      for (let r = -2; r <= 2; r++) mean += ([6, 4, 1][Math.abs(r)] * heights[at + r * WIDTH]) / 16;
      expect(dark[at * 4]).toBeLessThanOrEqual(without[at * 4]);
      if (mean < heights[at] - 300) expect(dark[at * 4]).toBe(without[at * 4]);
      if (dark[at * 4] < without[at * 4] - 5) darker++;
    }
    expect(darker).toBeGreaterThan(4);
    surface.release();
  });
});
