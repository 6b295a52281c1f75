import { NATURAL_SHARPNESS } from "@core/kernels/ground-laws";
import { ONE } from "@core/kernels/memory/q15";
import * as reference from "@core/kernels/reference/laws";
import type { LawName } from "@core/kernels/signatures/marks";
import { sharpWord } from "@core/stroke/laying/meet-ground";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { OneTile } from "../helpers";

const level = fc.integer({ min: 0, max: ONE });
const LAWS = { peaks: 1, print: 2, pool: 3 } as const;
const PIXELS = 8;
const LEAST = 0.35;
const COLOUR = [0.8, 0.3, 0.1] as const;

/** One tile on a ground of these heights, one for each column. */
class GroundTile extends OneTile {
  constructor(ground: keyof typeof LAWS, heights: readonly number[], planes: 1 | 4 = 1) {
    super(planes);
    const { heap, run } = this.kernels;
    const table = heap.takeCleared(4);
    const tile = heap.takeCleared(64 * 64 * 2);
    heap.u32[table / 4] = tile;
    for (let i = 0; i < 64 * 64; i++) heap.u16[tile / 2 + i] = heights[i % PIXELS];
    run.setGround(LAWS[ground], table, heap.takeCleared(run.groundRoom()), 0, Math.round(LEAST * ONE), 0);
  }
}

const sharpnesses = fc
  .constantFrom(NATURAL_SHARPNESS, 1, 3, 40)
  .map((sharpness) => ({ sharpness, word: sharpWord(sharpness) }));

describe.each(Object.keys(LAWS) as (keyof typeof LAWS)[])("a ground of %s", (ground) => {
  const eight = fc.array(level, { minLength: PIXELS, maxLength: PIXELS });
  const any = fc.record({
    heights: eight,
    strengths: eight,
    depth: fc.integer({ min: 1, max: ONE }),
    press: level,
    flow: fc.integer({ min: 200, max: ONE }),
    opacity: level,
    sharp: sharpnesses,
  });

  const wanted = (n: { heights: number[]; strengths: number[]; depth: number; press: number; sharpness: number }) =>
    n.strengths.map((m, i) =>
      reference.groundCeiling(ground, m / ONE, n.heights[i] / ONE, n.depth / ONE, n.press / ONE, LEAST, n.sharpness),
    );

  // A screen of the sharpest kind answers a height that is off by one part of Q15 with forty.
  const near = (sharpness: number) => (sharpness > 8 ? 2 / 255 : 1 / 255);

  test("lets marks build up to its ceiling as in float64, within 1/255 over two hundred marks", () => {
    fc.assert(
      fc.property(any, ({ sharp: { sharpness, word }, ...n }) => {
        const tile = new GroundTile(ground, n.heights);
        tile.setMask((x) => n.strengths[x % PIXELS]);
        const ceilings = wanted({ ...n, sharpness });
        const plain = n.strengths.map(() => 0);
        for (let number = 0; number < 200; number++) {
          tile.lay("coverBuild", { ...n, number, sharp: word });
          n.strengths.forEach((m, i) => {
            plain[i] = reference.coverBuild(plain[i], m / ONE, n.flow / ONE, (n.opacity / ONE) * ceilings[i]);
          });
        }
        plain.forEach((alpha, i) => {
          expect(Math.abs(tile.at(i) / ONE - alpha)).toBeLessThan(near(sharpness));
        });
      }),
      { numRuns: 60 },
    );
  });

  test.each(["coverEven", "tintBuild", "tintEven"] as const satisfies LawName[])(
    "is the opacity of each pixel where marks are laid by %s",
    (law) => {
      fc.assert(
        fc.property(any, ({ sharp: { sharpness, word }, ...n }) => {
          const cover = law === "coverEven";
          const tile = new GroundTile(ground, n.heights, cover ? 1 : 4);
          tile.setMask((x) => n.strengths[x % PIXELS]);
          const ceilings = wanted({ ...n, sharpness });
          let pixels = n.strengths.map((): reference.Pixel => [0, 0, 0, 0]);
          for (let number = 0; number < 12; number++) {
            tile.lay(law, { ...n, number, sharp: word, colour: COLOUR.map((c) => Math.round(c * ONE)) });
            pixels = pixels.map((pixel, i) => {
              const [m, flow, most] = [n.strengths[i] / ONE, n.flow / ONE, (n.opacity / ONE) * ceilings[i]];
              if (cover) return [0, 0, 0, reference.coverEven(pixel[3], m, flow, most)];
              return law === "tintBuild"
                ? reference.tintBuild(pixel, m, flow, most, COLOUR)
                : reference.tintEven(pixel, m, flow, most, COLOUR);
            });
          }
          pixels.forEach((pixel, i) => {
            const alpha = cover ? tile.at(i) : tile.at(i, 3);
            expect(Math.abs(alpha / ONE - pixel[3])).toBeLessThan(near(sharpness));
            if (!cover) expect(Math.abs(tile.at(i, 0) / ONE - pixel[0])).toBeLessThan(near(sharpness));
          });
        }),
        { numRuns: 60 },
      );
    },
  );

  test("of depth 0 is not there", () => {
    const tile = new GroundTile(ground, [0, 5000, 20_000, ONE, 0, 5000, 20_000, ONE]);
    tile.setMask(() => ONE);
    tile.lay("coverBuild", { flow: 20_000, opacity: ONE, number: 0, depth: 0, press: 9000, sharp: (3 << 16) | ONE });
    for (let i = 0; i < PIXELS; i++) expect(Math.abs(tile.at(i) - 20_000)).toBeLessThanOrEqual(2);
  });
});
