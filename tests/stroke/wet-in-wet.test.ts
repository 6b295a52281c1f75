import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { TILE } from "@core/kernels/memory/tile-size";
import { paintHand } from "@core/stroke/painter";
import { LayerPatch } from "@core/surface/patch";
import { Surface } from "@core/surface/surface";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const kernels = createKernels();
const WIDTH = 320;
const HEIGHT = 200;
const BLUE = [0.2, 0.45, 0.7] as const;
const RED = [0.8, 0.3, 0.35] as const;
/** How long washes stay wet here, ms. */
const LONG = 5000;

interface Wash {
  readonly colour: readonly [number, number, number];
  readonly size: number;
  readonly ends: readonly [number, number, number, number];
  /** When it begins, ms. */
  readonly at: number;
  readonly paint?: object;
}

const wide: Wash = { colour: BLUE, size: 110, ends: [60, 100, 260, 100], at: 0 };
const narrow: Wash = { colour: RED, size: 24, ends: [110, 100, 200, 100], at: 1000 };

function lay(surface: Surface, { colour, size, ends, at, paint }: Wash): void {
  const brush = brushOf({
    tip: { size, hardness: 0.9 },
    trail: { spacing: 0.05 },
    paint: { build: "even", opacity: 0.5, water: 1, dryAfter: LONG, spread: 0.6, ...paint },
  });
  const samples = lineSamples(...ends).map((sample) => ({ ...sample, time: sample.time + at }));
  paintHand(surface, brush, { colour, second: [0, 0, 0] }, [samples], 4);
}

function washed(...washes: Wash[]): Surface {
  const surface = new Surface(kernels, WIDTH, HEIGHT);
  surface.sheet = [1, 1, 1];
  for (const wash of washes) lay(surface, wash);
  return surface;
}

/** The density of one channel at a place, on white. */
function densityAt(surface: Surface, x: number, y: number, channel: number): number {
  const tile = surface.tileToShow(Math.floor(y / TILE) * surface.columns + Math.floor(x / TILE));
  const of = (plane: number) => kernels.heap.u16[tile / 2 + plane * TILE * TILE + (y % TILE) * TILE + (x % TILE)] / ONE;
  return -Math.log(of(channel) + 1 - of(3));
}

function total(surface: Surface, channel: number): number {
  let sum = 0;
  for (let y = 0; y < HEIGHT; y++) for (let x = 0; x < WIDTH; x++) sum += densityAt(surface, x, y, channel);
  return sum;
}

/** The steepest change of green from px to px down across the narrow stroke's upper edge. */
function edge(surface: Surface): number {
  let steepest = 0;
  for (let y = 70; y < 100; y++)
    for (let x = 130; x < 180; x += 10)
      steepest = Math.max(steepest, Math.abs(densityAt(surface, x, y + 1, 1) - densityAt(surface, x, y, 1)));
  return steepest;
}

function tilesOf(surface: Surface): string {
  return surface.layers[0].tiles
    .present()
    .map((index) => {
      const at = surface.layers[0].tiles.at(index);
      return Buffer.from(kernels.heap.u8.subarray(at, at + 4 * TILE * TILE * 2)).toString("base64");
    })
    .join();
}

/** Lays washes and lets all surfaces go. */
function look<Seen>(washes: readonly Wash[], see: (surface: Surface) => Seen): Seen {
  const surface = washed(...washes);
  const seen = see(surface);
  surface.release();
  return seen;
}

describe("a wash in one that is still wet", () => {
  test("runs into it; in one that has dried it has edges, and looks as light that came through both", () => {
    const wet = look([wide, narrow], edge);
    const dry = look([wide, { ...narrow, at: LONG + 1000 }], edge);
    expect(wet).toBeLessThan(dry / 3);
    const glazed = look([{ ...wide, paint: { dryAfter: 0 } }, narrow], edge);
    expect(glazed).toBeCloseTo(dry, 3);
  });

  test("is wetter, and runs farther, the sooner it comes", () => {
    const edges = [500, 2500, 4800].map((at) => look([wide, { ...narrow, at }], edge));
    expect(edges[0]).toBeLessThan(edges[1]);
    expect(edges[1]).toBeLessThan(edges[2]);
  });

  test("keeps the pigment of both", () => {
    const place = fc.integer({ min: 40, max: 160 });
    fc.assert(
      fc.property(place, place, fc.integer({ min: 12, max: 60 }), (x, y, size) => {
        const second: Wash = { ...narrow, size, ends: [x, y, x + 100, y] };
        const totals = (washes: readonly Wash[]) => look(washes, (s) => [0, 1, 2].map((channel) => total(s, channel)));
        const [first, alone, both] = [[wide], [second], [wide, second]].map(totals);
        both.forEach((sum, channel) => {
          expect(sum / (first[channel] + alone[channel])).toBeCloseTo(1, 2);
        });
      }),
      { numRuns: 6 },
    );
  });

  test("that has next to no pigment pushes what is there away: a light place with a dark rim about it", () => {
    const water: Wash = { ...wide, ends: [155, 100, 165, 100], size: 36, at: 500, paint: { opacity: 0.02 } };
    const bloom = washed(
      { ...wide, paint: { granulation: 0 } },
      { ...water, paint: { opacity: 0.02, granulation: 0 } },
    );
    const out = (from: number, to: number) => {
      let sum = 0;
      for (let r = from; r < to; r++)
        for (let n = 0; n < 32; n++)
          sum += densityAt(bloom, Math.round(160 + r * Math.cos(n / 5)), Math.round(100 + r * Math.sin(n / 5)), 0);
      return sum / ((to - from) * 32);
    };
    const [middle, beyond] = [out(4, 14), out(44, 48)];
    const rim = Math.max(...Array.from({ length: 12 }, (_, i) => out(18 + 2 * i, 20 + 2 * i)));
    expect(middle).toBeLessThan(0.93 * beyond);
    expect(rim).toBeGreaterThan(1.02 * beyond);
    bloom.release();
  });

  test("leaves alone what is far from it", () => {
    const [before, after] = [
      look([wide], (s) => densityAt(s, 62, 70, 0)),
      look([wide, { ...narrow, ends: [230, 100, 250, 100] }], (s) => densityAt(s, 62, 70, 0)),
    ];
    expect(after).toBe(before);
  });

  test("is the same after it was taken back and done again", () => {
    const surface = new Surface(kernels, WIDTH, HEIGHT);
    surface.sheet = [1, 1, 1];
    let patch = new LayerPatch();
    surface.beforeChange = (layer, sheets, indices) => patch.keep(kernels, layer, sheets, indices);
    lay(surface, wide);
    const first = patch;
    first.pack();
    patch = new LayerPatch();
    first.swap(surface, surface.layers[0]);
    expect(surface.layers[0].tiles.present()).toEqual([]);
    first.swap(surface, surface.layers[0]);
    lay(surface, narrow);
    expect(tilesOf(surface)).toBe(look([wide, narrow], tilesOf));
    surface.release();
  });

  test("leaves no room behind once it has dried: the next wash lets it go", () => {
    const surface = washed({ ...wide, ends: [60, 60, 120, 60], size: 40 });
    const wet = surface.layers[0].pool?.present() ?? [];
    expect(wet.length).toBeGreaterThan(0);
    lay(surface, { ...wide, ends: [260, 170, 290, 170], size: 20, at: LONG / 2, paint: { dryAfter: 0 } });
    expect(surface.layers[0].pool?.present()).toEqual(wet);
    lay(surface, { ...wide, ends: [260, 170, 290, 170], size: 20, at: LONG + 2000, paint: { dryAfter: 0 } });
    expect(surface.layers[0].pool?.present()).toEqual([]);
    surface.release();
  });

  test("does not bring back what was painted over since", () => {
    const surface = washed(wide);
    const cover = brushOf({ tip: { size: 400, shape: { kind: "rectangle" } } });
    paintHand(surface, cover, { colour: [1, 1, 1], second: [0, 0, 0] }, [lineSamples(100, 100, 220, 100)], 1);
    lay(surface, narrow);
    expect(densityAt(surface, 155, 60, 0)).toBeLessThan(0.01);
    surface.release();
  });
});

describe("water is kept by place", () => {
  const clear = (at: number, size: number, ends: Wash["ends"], dryAfter: number): Wash => ({
    colour: [0.5, 0.5, 0.5],
    size,
    ends,
    at,
    paint: { lightness: 1, opacity: 0.5, dryAfter },
  });
  const sea: Wash = { colour: BLUE, size: 180, ends: [20, 100, 300, 100], at: 0, paint: { dryAfter: 20_000 } };
  const late = clear(12_000, 30, [10, 100, 310, 100], 8000);
  /** How much the late clear stroke changed each column across its way. */
  const changed = (...before: Wash[]) => {
    const [without, withLate] = [washed(sea, ...before), washed(sea, ...before, late)];
    const columns = Array.from({ length: 260 }, (_, n) => {
      let sum = 0;
      for (let y = 60; y < 140; y++)
        sum += Math.abs(densityAt(withLate, 30 + n, y, 0) - densityAt(without, 30 + n, y, 0));
      return sum;
    });
    without.release();
    withLate.release();
    return columns;
  };
  /** The largest step of that from one column to the next where tiles meet, and elsewhere in the middle of the sheet. */
  const steps = (columns: readonly number[]) => {
    const step = (x: number) => Math.abs(columns[x - 30] - columns[x - 31]);
    const borders = [64, 128, 192, 256].map(step);
    const others = Array.from({ length: 240 }, (_, n) => 41 + n).filter((x) => x % TILE !== 0);
    return { border: Math.max(...borders), elsewhere: Math.max(...others.map(step)) };
  };

  test("a small dab of water that dries sooner does not dry the wash about it, tile by tile", () => {
    const alone = changed();
    const dabbed = changed(clear(2000, 10, [160, 40, 161, 40], 8000));
    const { border, elsewhere } = steps(dabbed);
    expect(border).toBeLessThan(1.5 * elsewhere + 0.02);
    // Away from the dab the late stroke does what it does without it.
    for (const x of [40, 100, 230]) expect(dabbed[x]).toBeCloseTo(alone[x], 1);
    expect(Math.min(...dabbed.slice(20, 240))).toBeGreaterThan(0.3 * Math.max(...dabbed));
  });

  test("what is painted on a wet wash with another brush dries it there, and not all of the tile", () => {
    const dot = (surface: Surface) =>
      paintHand(
        surface,
        brushOf({ tip: { size: 6 } }),
        { colour: [0, 0, 0], second: [0, 0, 0] },
        [lineSamples(160, 70, 166, 70)],
        1,
      );
    const [with1, without] = [false, true].map((isPlain) => {
      const surface = washed(sea);
      dot(surface);
      if (!isPlain) lay(surface, late);
      return surface;
    });
    const by = (x: number) => Math.abs(densityAt(with1, x, 100, 0) - densityAt(without, x, 100, 0));
    expect(by(150), "in the dot’s tile").toBeGreaterThan(0.5 * by(100));
    expect(by(100)).toBeGreaterThan(0.01);
    // The dot itself is as it was.
    expect(densityAt(with1, 163, 70, 0)).toBeCloseTo(densityAt(without, 163, 70, 0), 3);
    for (const one of [with1, without]) one.release();
  });

  test("a tip that lifts takes up as much of dry paint beside a wash as of what lies in another tile", () => {
    const lifted = [40, 104].map((x) => {
      const surface = new Surface(kernels, WIDTH, HEIGHT);
      surface.sheet = [1, 1, 1];
      lay(surface, { colour: RED, size: 20, ends: [x, 20, x, 60], at: 0, paint: { water: 0, dryAfter: 0 } });
      // A wash in the first tile's lower corner.
      lay(surface, { colour: BLUE, size: 10, ends: [8, 56, 12, 56], at: 500 });
      const before = densityAt(surface, x, 30, 1);
      const thirsty = brushOf({ tip: { size: 14 }, trail: { spacing: 0.1 }, paint: { lift: 1 } });
      const samples = lineSamples(x, 22, x, 40).map((one) => ({ ...one, time: one.time + 1000 }));
      paintHand(surface, thirsty, { colour: RED, second: RED }, [samples], 1);
      const found = before - densityAt(surface, x, 30, 1);
      surface.release();
      return found;
    });
    expect(lifted[0]).toBeGreaterThan(0.05);
    expect(lifted[0]).toBeCloseTo(lifted[1], 2);
  });
});
