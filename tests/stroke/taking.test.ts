import type { Brush } from "@core/brush";
import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { TILE } from "@core/kernels/memory/tile-size";
import { dip, fullReservoir, type Reservoir } from "@core/paint/spend";
import { StrokePainter } from "@core/stroke/painter";
import { planStroke } from "@core/stroke/plan";
import { heightPixels } from "@core/surface/heights";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples, testPictures } from "../helpers";

const kernels = createKernels();
const WIDTH = 600;
const HEIGHT = 160;
const RED = [0.8, 0.1, 0.1] as const;
const BLUE = [0.1, 0.2, 0.8] as const;

const flat = (paint: object, shape: object = {}): Brush =>
  brushOf({
    tip: {
      size: 60,
      angle: 90,
      shape: { kind: "bristles", bundle: "flat", hairs: 50, thickness: 0.25, clumping: 0, splay: 0, ...shape },
    },
    paint: { taking: "each", ...paint },
  });

/** A bar of blue from x = 150 to 210, and a stroke through it from left to right. */
function through(brush: Brush, reservoir: Reservoir = fullReservoir()): Surface {
  const surface = new Surface(kernels, WIDTH, HEIGHT);
  stroke(surface, brushOf({ tip: { size: 60, shape: { kind: "rectangle" } } }), BLUE, lineSamples(180, 0, 180, 160));
  stroke(surface, brush, RED, lineSamples(40, 80, 560, 80, 120), reservoir);
  return surface;
}

function stroke(
  surface: Surface,
  brush: Brush,
  colour: readonly [number, number, number],
  samples: ReturnType<typeof lineSamples>,
  reservoir?: Reservoir,
): void {
  const painter = new StrokePainter(surface, brush, { colour, second: [1, 1, 1] }, 5, testPictures, reservoir);
  painter.push(samples);
  painter.end();
}

/** Red, green, blue without alpha, and alpha, 0…1. */
function at(surface: Surface, x: number, y: number): number[] {
  const tile = surface.tileToShow(Math.floor(y / TILE) * surface.columns + Math.floor(x / TILE));
  const [r, g, b, a] = [0, 1, 2, 3].map(
    (plane) => kernels.heap.u16[tile / 2 + plane * TILE * TILE + (y % TILE) * TILE + (x % TILE)] / ONE,
  );
  return a > 0 ? [r / a, g / a, b / a, a] : [0, 0, 0, 0];
}

/** The share of blue in each opaque px across the stroke at x: 0 all red … 1 all blue. */
function bluesAcross(surface: Surface, x: number): number[] {
  return Array.from({ length: 56 }, (_, i) => at(surface, x, 52 + i))
    .filter(([, , , a]) => a > 0.9)
    .map(([r]) => (RED[0] - r) / (RED[0] - BLUE[0]));
}

const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
const deviation = (values: readonly number[]) => Math.sqrt(mean(values.map((v) => (v - mean(values)) ** 2)));

describe("every hair for itself", () => {
  test("lays its own colour before it has met any other, and carries on what it met, less the farther it goes", () => {
    const surface = through(flat({ mixing: 0.6, carry: 2 }));
    const blues = [100, 230, 320, 540].map((x) => mean(bluesAcross(surface, x)));
    expect(blues[0]).toBeLessThan(0.01);
    expect(blues[1]).toBeGreaterThan(0.3);
    expect(blues[2]).toBeLessThan(blues[1]);
    expect(blues[3]).toBeLessThan(0.1);
    expect(blues[2]).toBeGreaterThan(blues[3]);
    surface.release();
  });

  test("leaves stripes, where one mean for the whole tip leaves none", () => {
    const brush = (taking: string) => flat({ mixing: 0.6, carry: 2, taking, build: "even" });
    const [each, average] = ["each", "average"].map((taking) => through(brush(taking)));
    expect(deviation(bluesAcross(each, 300))).toBeGreaterThan(0.03);
    expect(deviation(bluesAcross(each, 300))).toBeGreaterThan(4 * deviation(bluesAcross(average, 300)));
    each.release();
    average.release();
  });

  test("without paint of its own leaves nothing where there is none, and drags what it meets", () => {
    const surface = through(flat({ mixing: 1, carry: 2 }));
    expect(at(surface, 90, 80)[3]).toBe(0);
    const [r, , b, a] = at(surface, 216, 80);
    expect(a).toBeGreaterThan(0.5);
    expect(b).toBeGreaterThan(r);
    surface.release();
  });

  test("hairs dipped in two colours give each its own way back", () => {
    const surface = through(flat({ mixing: 0.5, carry: 1 }, { dip: 1 }));
    const across = [58, 102].map((y) => at(surface, 520, y));
    // One side is the first colour, the other the second.
    expect(Math.abs(across[0][1] - across[1][1])).toBeGreaterThan(0.5);
    surface.release();
  });

  test("blue and yellow give green where paint mixes as pigment, hair by hair", () => {
    const surface = new Surface(kernels, WIDTH, HEIGHT);
    stroke(
      surface,
      brushOf({ tip: { size: 60, shape: { kind: "rectangle" } } }),
      [0.12, 0.25, 0.6],
      lineSamples(180, 0, 180, 160),
    );
    stroke(
      surface,
      flat({ mixing: 0.5, carry: 3, space: "pigment" }),
      [0.95, 0.85, 0.1],
      lineSamples(40, 80, 560, 80, 120),
    );
    const [r, g, b] = at(surface, 225, 80);
    expect(g).toBeGreaterThan(r);
    expect(g).toBeGreaterThan(b);
    surface.release();
  });
});

describe("what a tip has taken up", () => {
  test("is wiped with each stroke, or stays in it until it is dipped by hand", () => {
    const later = (refill: string, between: (tip: Reservoir) => void = () => {}) => {
      const brush = flat({ mixing: 0.6, carry: 8, refill });
      const tip = fullReservoir();
      through(brush, tip).release();
      between(tip);
      const clean = new Surface(kernels, WIDTH, HEIGHT);
      stroke(clean, brush, RED, lineSamples(40, 80, 200, 80), tip);
      const blue = mean(bluesAcross(clean, 80));
      clean.release();
      return blue;
    };
    expect(later("stroke")).toBeLessThan(0.01);
    expect(later("hand")).toBeGreaterThan(0.03);
    expect(later("hand", dip)).toBeLessThan(0.01);
  });
});

test("tips that are stamped take up part by part, and hairs each for itself", () => {
  const paint = { mixing: 0.5, taking: "each" };
  expect(planStroke(brushOf({ paint }))).toMatchObject({ kind: "open", ignored: [] });
  expect(planStroke(flat(paint))).toMatchObject({ kind: "laid", manner: "own", takes: true, ignored: [] });
});

describe("thick paint of hairs", () => {
  test("stands in ridges along the way: high where hairs went, lower between, nowhere higher than its body", () => {
    const surface = new Surface(kernels, WIDTH, HEIGHT);
    stroke(surface, flat({ body: 0.6 }), RED, lineSamples(40, 80, 560, 80, 120));
    const heights = heightPixels(surface);
    const across = Array.from({ length: 50 }, (_, i) => heights[(55 + i) * WIDTH + 300] / 65535);
    const along = Array.from({ length: 50 }, (_, i) => heights[80 * WIDTH + 280 + i] / 65535);
    expect(Math.max(...heights) / 65535).toBeLessThanOrEqual(0.6);
    expect(Math.max(...across)).toBeGreaterThan(0.3);
    expect(deviation(across)).toBeGreaterThan(4 * deviation(along));
    surface.release();
  });
});
