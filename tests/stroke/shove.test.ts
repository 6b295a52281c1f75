import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { PLANE } from "@core/kernels/memory/tile-size";
import { paintHand, StrokePainter } from "@core/stroke/painter";
import { heightPixels } from "@core/surface/heights";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const kernels = createKernels();
const WIDTH = 384;
const HEIGHT = 256;
const ink = { colour: [0.8, 0.7, 0.4], second: [0, 0, 0] } as const;
const across = lineSamples(120, 128, 260, 128);

const knife = (paint: object = {}, tip: object = {}) =>
  brushOf({
    tip: { shape: { kind: "rectangle", corner: 0.3 }, size: 60, roundness: 0.2, angle: 90, ...tip },
    trail: { spacing: 0.15 },
    paint: { mixing: 1, taking: "dragged", carry: 4, levels: 1, flow: 0.95, ...paint },
  });

/** A sheet with a field of paint on it, 0.4 high, from px 60 to 320 and 40 to 216. */
function field(): Surface {
  const surface = new Surface(kernels, WIDTH, HEIGHT);
  const brush = brushOf({
    tip: { shape: { kind: "rectangle", corner: 0 }, size: 176, roundness: 1 },
    trail: { spacing: 0.05 },
    paint: { body: 0.4, levels: 1 },
  });
  paintHand(surface, brush, ink, [lineSamples(148, 128, 232, 128)], 1);
  return surface;
}

const heightsOf = (surface: Surface) => {
  const heights = heightPixels(surface);
  return (x: number, y: number) => heights[y * WIDTH + x] / 65535;
};

const volume = (surface: Surface) => heightPixels(surface).reduce((sum, height) => sum + height / 65535, 0);

function alphaAt(surface: Surface, x: number, y: number): number {
  const tile = surface.layers[0].tiles.at((y >> 6) * surface.columns + (x >> 6));
  return tile ? kernels.heap.u16[(tile + 3 * PLANE) / 2 + ((y & 63) << 6) + (x & 63)] / ONE : 0;
}

describe("a tip that is dragged through thick paint", () => {
  test.each([
    ["a knife", knife()],
    ["a knife at an angle of its own", knife({ body: 0.1 }, { angle: 60 })],
    [
      "a finger",
      knife({ levels: 0.6, carry: 1 }, { shape: { kind: "ellipse" }, roundness: 1, hardness: 0.5, size: 44 }),
    ],
  ])("moves it and keeps its volume within 2 %: %s", (_, brush) => {
    const surface = field();
    const before = volume(surface);
    const heights = heightsOf(surface);
    paintHand(surface, brush, ink, [across], 1);
    expect(volume(surface) / before).toBeGreaterThan(0.98);
    // Nothing comes from nowhere: what is moved may be rounded, and no more.
    expect(volume(surface) / before).toBeLessThan(1.0005);
    const now = heightsOf(surface);
    let moved = 0;
    for (let y = 0; y < HEIGHT; y++) for (let x = 0; x < WIDTH; x++) moved += Math.abs(now(x, y) - heights(x, y));
    expect(moved).toBeGreaterThan(0.01 * before);
    surface.release();
  });

  test.each([
    [64, 1500],
    [300, 700],
  ])("moves more than finds room before it, and loses none of it: a knife of %s px through %s px", (size, long) => {
    const surface = new Surface(kernels, long + 400, size + 260);
    const middle = surface.height / 2;
    const all = brushOf({
      tip: { shape: { kind: "rectangle", corner: 0 }, size: surface.height },
      paint: { body: 0.5, levels: 1 },
      trail: { spacing: 0.1 },
    });
    paintHand(surface, all, ink, [lineSamples(0, middle, surface.width, middle)], 1);
    const before = volume(surface);
    paintHand(surface, knife({}, { size }), ink, [lineSamples(150, middle, 150 + long, middle, 120)], 1);
    // Of what stood in its way.
    expect(Math.abs(volume(surface) - before) / (0.5 * size * long)).toBeLessThan(0.002);
    surface.release();
  });

  test("scrapes a furrow, with ridges at its sides and a lump at its end", () => {
    const surface = field();
    paintHand(surface, knife(), ink, [across], 1);
    const at = heightsOf(surface);
    expect(at(140, 128)).toBeLessThan(0.1);
    for (const y of [128 - 33, 128 + 33]) expect(at(240, y)).toBeGreaterThan(0.5);
    expect(at(264, 128)).toBeGreaterThan(0.6);
    expect(at(80, 128)).toBeCloseTo(0.4, 2);
    surface.release();
  });

  test("leaves ridges that are no walls, and a lump that is round", () => {
    const surface = field();
    paintHand(surface, knife(), ink, [across], 1);
    const at = heightsOf(surface);
    for (const x of [200, 240])
      for (let y = 164; y < 200; y++) expect(Math.abs(at(x, y) - at(x, y - 1)), `${x} ${y}`).toBeLessThan(0.15);
    for (let x = 268; x < 300; x++) expect(Math.abs(at(x, 128) - at(x - 1, 128)), `${x}`).toBeLessThan(0.15);
    surface.release();
  });

  test("a soft round tip at a wide spacing leaves its ridges without a gap", () => {
    const surface = field();
    const finger = brushOf({
      tip: { size: 50, hardness: 0.6 },
      trail: { spacing: 0.14 },
      paint: { mixing: 1, taking: "dragged", carry: 2, levels: 0.6 },
    });
    paintHand(surface, finger, ink, [across], 1);
    const at = heightsOf(surface);
    for (const side of [-1, 1]) {
      const ridge = Array.from({ length: 60 }, (_, i) => {
        let highest = 0;
        for (let d = 18; d < 34; d++) highest = Math.max(highest, at(160 + i, 128 + side * d));
        return highest;
      });
      expect(Math.min(...ridge)).toBeGreaterThan(0.405);
      // From one px to the next, and from one mark to the next.
      for (let i = 7; i < ridge.length; i++) expect(Math.abs(ridge[i] - ridge[i - 3])).toBeLessThan(0.08);
    }
    surface.release();
  });

  test("lays flat at the height that the brush says: what lies below is filled", () => {
    const surface = field();
    paintHand(surface, knife({ body: 0.25, carry: 50 }), ink, [across], 1);
    const at = heightsOf(surface);
    for (const x of [160, 190, 220]) expect(Math.abs(at(x, 128) - 0.25)).toBeLessThan(0.05);
    surface.release();
  });

  test("half as stiff, leaves the more of what stood there", () => {
    const left = [1, 0.6, 0.2].map((levels) => {
      const surface = field();
      paintHand(surface, knife({ levels }), ink, [across], 1);
      const height = heightsOf(surface)(150, 128);
      surface.release();
      return height;
    });
    expect(left[1]).toBeGreaterThan(left[0] + 0.05);
    expect(left[2]).toBeGreaterThan(left[1] + 0.05);
  });

  test("leaves paint nowhere without its colour", () => {
    const surface = field();
    // From the paint out to where the sheet is bare.
    paintHand(surface, knife(), ink, [lineSamples(220, 128, 360, 128)], 1);
    const at = heightsOf(surface);
    let beyond = 0;
    for (let y = 0; y < HEIGHT; y++)
      for (let x = 0; x < WIDTH; x++) {
        if (at(x, y) < 0.05) continue;
        if (x > 326) beyond++;
        expect(alphaAt(surface, x, y), `${x} ${y}`).toBeGreaterThan(0.2);
      }
    expect(beyond).toBeGreaterThan(300);
    surface.release();
  });

  test("is the same to the left as to the right", () => {
    const surface = field();
    paintHand(surface, knife({}, { shape: { kind: "ellipse" }, angle: 0 }), ink, [lineSamples(192, 80, 192, 190)], 1);
    const at = heightsOf(surface);
    let worst = 0;
    for (let y = 40; y < 216; y++)
      for (let d = 0; d < 100; d++) worst = Math.max(worst, Math.abs(at(191 - d, y) - at(192 + d, y)));
    expect(worst).toBeLessThan(0.01);
    surface.release();
  });

  test("is the same however the hand's readings come", () => {
    const pixels = [across.length, 3].map((portion) => {
      const surface = field();
      const painter = new StrokePainter(surface, knife(), ink, 1);
      for (let i = 0; i < across.length; i += portion) painter.push(across.slice(i, i + portion));
      painter.end();
      const found = heightPixels(surface);
      surface.release();
      return found;
    });
    expect(pixels[1]).toEqual(pixels[0]);
  });

  test("without thick paint there is none afterwards", () => {
    const surface = new Surface(kernels, WIDTH, HEIGHT);
    paintHand(surface, brushOf({ tip: { size: 60 } }), ink, [across], 1);
    paintHand(surface, knife(), ink, [across], 1);
    expect(surface.layers[0].heights).toBeUndefined();
    surface.release();
  });
});
