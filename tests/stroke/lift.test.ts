import type { Brush } from "@core/brush";
import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { TILE } from "@core/kernels/memory/tile-size";
import { needsBed, paintBed, wholeBedFor } from "@core/stroke/bed";
import { paintHand } from "@core/stroke/painter";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const kernels = createKernels();
const BLUE = [0.2, 0.45, 0.7] as const;
const ink = { colour: BLUE, second: [0, 0, 0] } as const;

/** A stroke from left to right that begins at a time, ms. */
function lay(surface: Surface, brush: Brush, time: number, x = 40): void {
  paintHand(surface, brush, ink, [lineSamples(x, 64, 216, 64).map((s) => ({ ...s, time: s.time + time }))], 2);
}

const wash = brushOf({
  tip: { size: 80 },
  trail: { spacing: 0.05 },
  paint: { build: "even", opacity: 0.6, water: 1, dryAfter: 10_000, granulation: 0 },
});
const thirsty = (paint: object = {}) =>
  brushOf({ tip: { size: 30, hardness: 0.8 }, trail: { spacing: 0.05 }, paint: { lift: 1, ...paint } });

/** How dark the red channel is at a place, on white: an optical density. */
function density(surface: Surface, x: number, y: number): number {
  const tile = surface.tileToShow((y >> 6) * surface.columns + (x >> 6));
  const of = (plane: number) =>
    tile ? kernels.heap.u16[tile / 2 + plane * TILE * TILE + (y & 63) * TILE + (x & 63)] / ONE : 0;
  return -Math.log(of(0) + 1 - of(3));
}

function sheet(under = false): Surface {
  const surface = new Surface(kernels, 256, 128);
  surface.sheet = [1, 1, 1];
  // An ochre board below the wash.
  if (under)
    paintHand(
      surface,
      brushOf({ tip: { size: 120 } }),
      { ...ink, colour: [0.8, 0.6, 0.2] },
      [lineSamples(20, 64, 236, 64)],
      1,
    );
  return surface;
}

describe("a thirsty tip", () => {
  test("takes up nearly all of what is wet, less of what is half dry, and a third of what is dry", () => {
    const left = [600, 5500, 30_000].map((time) => {
      const surface = sheet();
      lay(surface, wash, 0);
      const before = density(surface, 128, 64);
      lay(surface, thirsty(), time);
      const now = density(surface, 128, 64) / before;
      expect(density(surface, 128, 90)).toBeCloseTo(before, 1);
      surface.release();
      return now;
    });
    expect(left[0]).toBeLessThan(0.25);
    expect(left[1]).toBeGreaterThan(left[0] + 0.1);
    expect(left[2]).toBeGreaterThan(left[1] + 0.1);
    expect(left[2]).toBeLessThan(0.75);
  });

  test("as far as it is said to lift, and by its flow", () => {
    const left = [{ lift: 1 }, { lift: 0.5 }, { lift: 0.5, flow: 0.02 }].map((paint) => {
      const surface = sheet();
      lay(surface, wash, 0);
      lay(surface, thirsty(paint), 600);
      const now = density(surface, 128, 64);
      surface.release();
      return now;
    });
    expect(left[1]).toBeGreaterThan(left[0] + 0.05);
    expect(left[2]).toBeGreaterThan(left[1] + 0.05);
  });

  test("leaves what lay below the wash as it was", () => {
    const alone = sheet(true);
    const surface = sheet(true);
    lay(surface, wash, 1000);
    expect(density(surface, 128, 64)).toBeGreaterThan(density(alone, 128, 64) + 0.2);
    lay(surface, thirsty(), 1600);
    expect(density(surface, 128, 64)).toBeLessThan(density(alone, 128, 64) + 0.12);
    expect(density(surface, 128, 64)).toBeGreaterThan(density(alone, 128, 64) - 0.01);
    for (const one of [alone, surface]) one.release();
  });

  test("lays nothing on a bare sheet", () => {
    const bare = sheet();
    lay(bare, thirsty(), 0);
    expect(density(bare, 128, 64)).toBeCloseTo(0, 9);
    bare.release();
  });

  test("leaves the rest of a wash wet: what lies beside its first stroke is lifted by its second as well", () => {
    const surface = sheet();
    lay(surface, wash, 0);
    const before = density(surface, 128, 86);
    lay(surface, thirsty(), 600);
    const second = lineSamples(40, 88, 216, 88).map((s) => ({ ...s, time: s.time + 1500 }));
    paintHand(surface, brushOf({ tip: { size: 16 }, trail: { spacing: 0.05 }, paint: { lift: 1 } }), ink, [second], 2);
    expect(density(surface, 128, 88)).toBeLessThan(0.35 * before);
    surface.release();
  });

  test("takes the water up, too: fresh paint there does not run into what was lifted", () => {
    const [lifted, wet] = [true, false].map((lifts) => {
      const surface = sheet();
      lay(surface, wash, 0);
      if (lifts) lay(surface, thirsty(), 600);
      const drop = brushOf({ tip: { size: 12 }, paint: { water: 1, opacity: 0.8, build: "even", spread: 1 } });
      const before = density(surface, 128, 75);
      paintHand(surface, drop, ink, [lineSamples(100, 64, 160, 64).map((s) => ({ ...s, time: s.time + 1500 }))], 2);
      const change = Math.abs(density(surface, 128, 75) - before);
      surface.release();
      return change;
    });
    expect(lifted).toBeLessThan(0.5 * wet);
  });
});

describe("what shows nothing on a dry sheet", () => {
  const clear = brushOf({
    tip: { size: 24 },
    trail: { spacing: 0.05 },
    paint: { water: 1, lightness: 1, opacity: 0.5 },
  });

  test.each([
    ["a thirsty tip", thirsty()],
    ["clear water", clear],
  ])("%s has a wet wash below its proofs, and is seen in it", (_, brush) => {
    expect(needsBed(brush)).toBe(true);
    const bed = wholeBedFor([brush], { left: 10, top: 10, width: 236, height: 100 });
    const [alone, seen] = [false, true].map((drawn) => {
      const surface = sheet();
      paintBed(surface, bed);
      if (drawn) lay(surface, brush, 0);
      const found = density(surface, 128, 64);
      surface.release();
      return found;
    });
    expect(alone).toBeGreaterThan(0.2);
    expect(seen).toBeLessThan(0.97 * alone);
  });
});
