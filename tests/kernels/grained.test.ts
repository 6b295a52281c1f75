import { ONE } from "@core/kernels/memory/q15";
import * as reference from "@core/kernels/reference/laws";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { OneTile } from "../helpers";

const level = fc.integer({ min: 0, max: ONE });
const LAWS = { peaks: 1, print: 2, pool: 3 } as const;
const PIXELS = 8;

/** One tile on a ground of these heights, one for each column, under one depth for all marks. */
class GroundTile extends OneTile {
  constructor(law: keyof typeof LAWS, heights: readonly number[], depth: number, shared: boolean) {
    super(1);
    const { heap, run } = this.kernels;
    const table = heap.takeCleared(4);
    const tile = heap.takeCleared(2 * 64 * 64 * 2);
    heap.u32[table / 4] = tile;
    for (let i = 0; i < 64 * 64; i++) {
      const height = heights[i % PIXELS];
      heap.u16[tile / 2 + i] = height;
      heap.u16[tile / 2 + 64 * 64 + i] = Math.min(
        ONE,
        Math.round((ONE + 1) / (8 * (1 - (depth / ONE) * (1 - height / ONE)))),
      );
    }
    run.setGround(LAWS[law], table, heap.takeCleared(run.groundRoom()), 0, shared);
  }
}

describe.each(Object.keys(LAWS) as (keyof typeof LAWS)[])("marks through a grain by the law of %s", (law) => {
  const eight = fc.array(level, { minLength: PIXELS, maxLength: PIXELS });

  // Depth is shared out up to seven eighths; strengths of a hand's usual flows, as many marks as cross one place of a stroke at spacing 0.05.
  test("build up as in float64 within 1/255 over twenty marks, with shared depths and with each mark's own", () => {
    fc.assert(
      fc.property(
        eight,
        eight,
        fc.integer({ min: 1, max: Math.floor(ONE * 0.875) }),
        fc.integer({ min: 1, max: ONE }),
        level,
        fc.boolean(),
        (heights, strengths, depth, flow, opacity, shared) => {
          const tile = new GroundTile(law, heights, depth, shared);
          tile.setMask((x) => strengths[x % PIXELS]);
          const plain = strengths.map(() => 0);
          for (let n = 0; n < 20; n++) {
            tile.lay("coverBuild", { flow, opacity, number: n, depth });
            strengths.forEach((m, i) => {
              const left = reference.groundLeaves(law, m / ONE, heights[i] / ONE, depth / ONE);
              plain[i] = reference.coverBuild(plain[i], left, flow / ONE, opacity / ONE);
            });
          }
          strengths.forEach((_, i) => {
            expect(Math.abs(tile.at(i) / ONE - plain[i])).toBeLessThan(1 / 255);
          });
        },
      ),
      { numRuns: 150 },
    );
  });

  test("at depth 0 the grain is not there, and what is full stays full on peaks", () => {
    const heights = [0, 5000, 20_000, ONE, 0, 5000, 20_000, ONE];
    const tile = new GroundTile(law, heights, 0, true);
    tile.setMask(() => ONE);
    tile.lay("coverBuild", { flow: 20_000, opacity: ONE, number: 0, depth: 0 });
    for (let i = 0; i < PIXELS; i++) expect(Math.abs(tile.at(i) - 20_000)).toBeLessThanOrEqual(2);
    if (law !== "peaks") return;
    const deep = new GroundTile(law, heights, 28_000, true);
    deep.setMask(() => ONE);
    deep.lay("coverBuild", { flow: ONE, opacity: ONE, number: 0, depth: 28_000 });
    for (let i = 0; i < PIXELS; i++) expect(Math.round((deep.at(i) / ONE) * 255)).toBe(255);
  });
});
