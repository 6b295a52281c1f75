import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { TILE } from "@core/kernels/memory/tile-size";
import { Tiles } from "@core/kernels/memory/tiles";
import { levelMoved } from "@core/stroke/laying/level";
import { Surface } from "@core/surface/surface";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

const kernels = createKernels();
const SIDE = 2 * TILE;

/** Lets heights on four tiles level; those of `before` are what they were before a stroke. */
function levelled(
  heights: (x: number, y: number) => number,
  times: number,
  before?: (x: number, y: number) => number,
): Uint16Array {
  const surface = new Surface(kernels, SIDE, SIDE);
  const sheet = (of: (x: number, y: number) => number): Tiles => {
    const tiles = new Tiles(kernels, 2, 2, 1);
    for (let index = 0; index < 4; index++) {
      const at = tiles.make(index) / 2;
      for (let i = 0; i < TILE * TILE; i++)
        kernels.heap.u16[at + i] = of((index % 2) * TILE + (i % TILE), (index >> 1) * TILE + Math.floor(i / TILE));
    }
    return tiles;
  };
  const tiles = sheet(heights);
  const was = before ? sheet(before) : undefined;
  levelMoved(surface, tiles, (index) => was?.at(index) ?? 0, times);
  const found = new Uint16Array(SIDE * SIDE);
  for (let y = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++) {
      const tile = tiles.at((x >> 6) + (y >> 6) * 2) / 2;
      found[y * SIDE + x] = kernels.heap.u16[tile + (y & 63) * TILE + (x & 63)];
    }
  tiles.release();
  was?.release();
  surface.release();
  return found;
}

const sum = (heights: Uint16Array) => heights.reduce((total, height) => total + height, 0);
/** Rough ground from numbers that chance gives. */
const rough = (seeds: readonly number[]) => (x: number, y: number) => seeds[(x * 7 + y * 13) % seeds.length];
const anyHeights = fc.array(fc.integer({ min: 0, max: ONE }), { minLength: 3, maxLength: 40 });

describe("paint that was moved levels", () => {
  test("and none of it is lost or comes from nothing, to the last bit", () => {
    fc.assert(
      fc.property(anyHeights, fc.integer({ min: 1, max: 6 }), (seeds, turns) => {
        const of = rough(seeds);
        let before = 0;
        for (let y = 0; y < SIDE; y++) for (let x = 0; x < SIDE; x++) before += of(x, y);
        expect(sum(levelled(of, 2 * turns))).toBe(before);
      }),
      { numRuns: 15 },
    );
  });

  test("the same to all sides, over the edges of tiles too", () => {
    fc.assert(
      fc.property(anyHeights, (seeds) => {
        const of = rough(seeds);
        const plain = levelled(of, 4);
        const mirrored = levelled((x, y) => of(SIDE - 1 - x, y), 4);
        const turned = levelled((x, y) => of(y, x), 4);
        for (let y = 0; y < SIDE; y += 3)
          for (let x = 0; x < SIDE; x++) {
            expect(mirrored[y * SIDE + SIDE - 1 - x]).toBe(plain[y * SIDE + x]);
            expect(turned[x * SIDE + y]).toBe(plain[y * SIDE + x]);
          }
      }),
      { numRuns: 8 },
    );
  });

  test("a wall becomes a slope, with nothing higher and nothing lower than before", () => {
    const found = levelled((x) => (x < 60 ? 24_000 : 4000), 10);
    const row = found.subarray(70 * SIDE, 71 * SIDE);
    expect(row[0]).toBe(24_000);
    expect(row[SIDE - 1]).toBe(4000);
    let steepest = 0;
    for (let x = 1; x < SIDE; x++) {
      expect(row[x]).toBeLessThanOrEqual(row[x - 1]);
      steepest = Math.max(steepest, row[x - 1] - row[x]);
    }
    expect(steepest).toBeLessThan(7000);
  });

  test("where it was not moved, and where it hardly covers, it stays", () => {
    const of = (x: number, y: number) => (x < 64 ? 9000 + ((x + y) % 5) * 1000 : 300 * ((x + y) % 2));
    const found = levelled(of, 6, (x, y) => (x < 32 ? of(x, y) : 0));
    for (let y = 0; y < SIDE; y += 5) {
      for (let x = 0; x < 32; x++) expect(found[y * SIDE + x]).toBe(of(x, y));
      for (let x = 64; x < SIDE; x++) expect(found[y * SIDE + x]).toBe(of(x, y));
    }
    expect(found[40 * SIDE + 50]).not.toBe(of(50, 40));
  });
});
