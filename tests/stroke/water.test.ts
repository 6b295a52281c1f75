import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { TILE } from "@core/kernels/memory/tile-size";
import { paintHand } from "@core/stroke/painter";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const kernels = createKernels();
const WIDTH = 320;
const HEIGHT = 160;
const COLOUR = [0.3, 0.5, 0.7] as const;
const ink = { colour: COLOUR, second: [0, 0, 0] as const };

interface Stroke {
  readonly paint?: object;
  readonly hardness?: number;
  readonly y?: number;
}

function surfaceWith(strokes: readonly Stroke[]): Surface {
  const surface = new Surface(kernels, WIDTH, HEIGHT);
  surface.sheet = [1, 1, 1];
  strokes.forEach(({ paint, hardness = 0.9, y = 80 }, n) => {
    const brush = brushOf({
      tip: { size: 60, hardness },
      trail: { spacing: 0.05 },
      paint: { water: 1, granulation: 0, ...paint },
    });
    paintHand(surface, brush, ink, [lineSamples(40, y, 280, y)], n);
  });
  return surface;
}

/** The density of one channel at a place, as one sees it on white: what of the light does not come back. */
function densityAt(surface: Surface, x: number, y: number, channel = 0): number {
  const tile = surface.tileToShow(Math.floor(y / TILE) * surface.columns + Math.floor(x / TILE));
  const at = tile / 2 + (y % TILE) * TILE + (x % TILE);
  const of = (plane: number) => kernels.heap.u16[at + plane * TILE * TILE] / ONE;
  return -Math.log(of(channel) + 1 - of(3));
}

/** Mean densities from the top to the bottom across the middle of a level stroke. */
function profile(surface: Surface): number[] {
  return Array.from({ length: HEIGHT }, (_, y) => {
    let sum = 0;
    for (let x = 120; x < 200; x += 2) sum += densityAt(surface, x, y);
    return sum / 40;
  });
}

function total(surface: Surface): number {
  let sum = 0;
  for (let y = 0; y < HEIGHT; y++) for (let x = 0; x < WIDTH; x++) sum += densityAt(surface, x, y);
  return sum;
}

describe("a wash", () => {
  test.each([
    [200, 1],
    [400, 0.1],
  ])("of a tip that is soft and %s px large is even, and has its rim, at a flow of %s", (size, flow) => {
    const [wide, tall] = [640, size + 60];
    const surface = new Surface(kernels, wide, tall);
    surface.sheet = [1, 1, 1];
    const brush = brushOf({ tip: { size, hardness: 0 }, trail: { spacing: 0.05 }, paint: { water: 1, flow } });
    paintHand(surface, brush, ink, [lineSamples(60, tall / 2, wide - 60, tall / 2)], 1);
    const rows = Array.from({ length: tall }, (_, y) => {
      let sum = 0;
      for (let x = 280; x < 360; x += 2) sum += densityAt(surface, x, y);
      return sum / 40;
    });
    const middle = rows.slice(tall / 2 - 10, tall / 2 + 10).reduce((sum, row) => sum + row, 0) / 20;
    expect(Math.max(...rows.slice(0, tall / 2)) / middle).toBeGreaterThan(1.4);
    expect(Math.max(...rows.slice(tall / 2)) / middle).toBeGreaterThan(1.4);
    surface.release();
  });

  test("of a soft tip ends in a line, and not in dots where its marks overlap", () => {
    const surface = new Surface(kernels, WIDTH, HEIGHT);
    surface.sheet = [1, 1, 1];
    const brush = brushOf({
      tip: { size: 120, hardness: 0.8 },
      trail: { spacing: 0.05 },
      paint: { build: "even", opacity: 0.5, water: 1, granulation: 0 },
    });
    paintHand(surface, brush, ink, [lineSamples(80, 80, 240, 80)], 1);
    // Where paint begins, from the top down, and how dark it is there: column by column.
    const begins = Array.from({ length: 100 }, (_, i) => {
      let y = 0;
      while (densityAt(surface, 110 + i, y) < 0.1) y++;
      return y;
    });
    let steps = 0;
    for (let i = 1; i < begins.length; i++) if (begins[i] !== begins[i - 1]) steps++;
    expect(steps).toBeLessThan(5);
    expect(begins[50]).toBeGreaterThan(15);
    surface.release();
  });

  const amounts: readonly object[] = [
    { flow: 0.05 },
    { flow: 0.12 },
    { flow: 1, opacity: 0.3 },
    { build: "even", opacity: 0.5 },
    { build: "even", opacity: 1 },
  ];

  test.each([0, 0.5, 0.9, 1])(
    "has a rim at least 1.4 times as dark as its middle at any flow and opacity, hardness %d",
    (hardness) => {
      for (const paint of amounts) {
        const surface = surfaceWith([{ paint, hardness }]);
        const across = profile(surface);
        const middle = across.slice(76, 84).reduce((sum, d) => sum + d, 0) / 8;
        const rims = [Math.max(...across.slice(40, 74)), Math.max(...across.slice(86, 120))];
        for (const rim of rims) expect(rim / middle, JSON.stringify(paint)).toBeGreaterThan(1.4);
        surface.release();
      }
    },
  );

  test("keeps its pigment, whatever it does in the water", () => {
    const still = surfaceWith([{ paint: { opacity: 0.4, gather: 0, spread: 0 } }]);
    const moved = surfaceWith([{ paint: { opacity: 0.4, gather: 1, spread: 1, granulation: 1 } }]);
    expect(total(moved) / total(still)).toBeCloseTo(1, 2);
    still.release();
    moved.release();
  });

  test("over a dry one looks as the light that came through both", () => {
    const paint = { opacity: 0.4, build: "even" };
    const [both, upper, lower] = [
      [
        { paint, y: 70 },
        { paint, y: 95 },
      ],
      [{ paint, y: 70 }],
      [{ paint, y: 95 }],
    ].map(surfaceWith);
    for (const [x, y] of [
      [150, 84],
      [100, 75],
      [200, 100],
      [150, 60],
    ] as const)
      for (const channel of [0, 1, 2])
        expect(densityAt(both, x, y, channel)).toBeCloseTo(
          densityAt(upper, x, y, channel) + densityAt(lower, x, y, channel),
          2,
        );
    for (const surface of [both, upper, lower]) surface.release();
  });

  test("stays inside the shapes of a layer that keeps its alpha, with all of its pigment at their edges", () => {
    const surface = new Surface(kernels, WIDTH, HEIGHT);
    paintHand(
      surface,
      brushOf({ tip: { size: 80 } }),
      { ...ink, colour: [1, 1, 1] },
      [lineSamples(80, 60, 240, 60)],
      1,
    );
    surface.layers[0].keepsAlpha = true;
    const brush = brushOf({
      tip: { size: 90, hardness: 0.9 },
      paint: { water: 1, opacity: 0.5, build: "even", gather: 1 },
    });
    paintHand(surface, brush, ink, [lineSamples(30, 95, 290, 95)], 2);
    surface.sheet = [1, 1, 1];
    const column = Array.from({ length: HEIGHT }, (_, y) => densityAt(surface, 150, y));
    const bottom = column.findLastIndex((d) => d > 0.05);
    expect(bottom).toBeGreaterThan(95);
    expect(bottom).toBeLessThan(101);
    // The shape’s edge is an edge of the water.
    expect(Math.max(...column.slice(bottom - 3, bottom + 1))).toBeGreaterThan(1.4 * column[bottom - 15]);
    surface.release();
  });

  test("goes on where each block of memory that is asked for makes all of it another", () => {
    const growing = createKernels();
    const { heap, run } = growing;
    const take = heap.take.bind(heap);
    heap.take = (bytes) => {
      run.memory.grow(1);
      return take(bytes);
    };
    const surface = new Surface(growing, 300, 140);
    const wash = brushOf({ tip: { size: 40 }, paint: { water: 1, dryAfter: 10_000 } });
    const hairs = brushOf({
      tip: { size: 40, shape: { kind: "bristles", hairs: 12 } },
      paint: { mixing: 0.5, taking: "each", body: 0.5, space: "pigment" },
    });
    [wash, wash, hairs].forEach((brush, n) => {
      const samples = lineSamples(60, 70, 240, 70).map((sample) => ({ ...sample, time: sample.time + 1000 * n }));
      paintHand(surface, brush, ink, [samples], 1);
    });
    expect(surface.layers[0].tiles.present().length).toBeGreaterThan(5);
  });

  test("of several colours moves each of them", () => {
    const surface = new Surface(kernels, WIDTH, HEIGHT);
    surface.sheet = [1, 1, 1];
    const brush = brushOf({
      tip: { size: 50 },
      paint: { water: 1, opacity: 0.5, build: "even", gather: 1, granulation: 0 },
      responses: [{ quality: "hue", source: "drift", low: -60, high: 60 }],
    });
    paintHand(surface, brush, ink, [lineSamples(40, 80, 280, 80)], 3);
    for (const channel of [0, 1, 2]) {
      const column = Array.from({ length: 50 }, (_, i) => densityAt(surface, 160, 55 + i, channel));
      expect(Math.max(...column)).toBeGreaterThan(1.3 * column[25]);
    }
    surface.release();
  });
});
