import { createHash } from "node:crypto";
import { createKernels } from "@core/kernels/load";
import { PLANE } from "@core/kernels/memory/tile-size";
import { StrokePainter } from "@core/stroke/painter";
import { LayerPatch } from "@core/surface/patch";
import { Surface } from "@core/surface/surface";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const kernels = createKernels();
const WIDTH = 320;
const HEIGHT = 180;
const ink = { colour: [0.2, 0.45, 0.7], second: [0, 0, 0] } as const;

const wash = (paint: object = {}) =>
  brushOf({
    tip: { size: 70, hardness: 0.8 },
    trail: { spacing: 0.05 },
    paint: { build: "even", opacity: 0.5, water: 1, ...paint },
  });
const lines = [lineSamples(50, 60, 270, 80), lineSamples(60, 120, 260, 90).map((s) => ({ ...s, time: s.time + 900 }))];

function begun(brush = wash(), n = 0, surface = new Surface(kernels, WIDTH, HEIGHT)) {
  surface.sheet = [1, 1, 1];
  const painter = new StrokePainter(surface, brush, ink, 4 + n);
  painter.push(lines[n]);
  return { surface, painter };
}

/** All that is on its one layer, and what of it is wet. */
function bytesOf(surface: Surface): string {
  const [layer] = surface.layers;
  const sheets = [layer.tiles, layer.pool].flatMap((tiles) =>
    (tiles?.present() ?? []).map((index) => {
      const at = tiles?.at(index) ?? 0;
      const bytes = kernels.heap.u8.slice(at, at + (tiles?.planes ?? 0) * PLANE);
      return `${index} ${Buffer.from(bytes).toString("latin1")}`;
    }),
  );
  return sheets.join();
}

/** Lets it dry in turns of so many steps each, the numbers over and over. */
function dryInTurns(surface: Surface, turns: readonly number[]): number {
  let n = 0;
  for (let more = surface.dries; more; n++) {
    let left = turns[n % turns.length];
    more = surface.goOn(() => --left > 0);
  }
  return n;
}

describe("a wash that dries by and by", () => {
  test("becomes the same to the last bit as one that dries at once, whatever turns it is given", () => {
    for (const paint of [{}, { dryAfter: 5000 }]) {
      const once = begun(wash(paint));
      once.painter.end();
      expect(once.surface.dries).toBe(false);
      const wanted = bytesOf(once.surface);
      once.surface.release();
      fc.assert(
        fc.property(fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 4 }), (turns) => {
          const { surface, painter } = begun(wash(paint));
          painter.lift();
          expect(surface.dries).toBe(true);
          expect(dryInTurns(surface, turns)).toBeGreaterThan(2);
          const found = bytesOf(surface);
          surface.release();
          expect(found === wanted).toBe(true);
        }),
        { numRuns: 6 },
      );
    }
  });

  test("is shown on its way, and says which tiles changed", () => {
    const { surface, painter } = begun();
    painter.lift();
    surface.takeDirty();
    const looks = new Set([bytesOf(surface)]);
    let told = 0;
    for (let more = true; more; ) {
      more = surface.goOn(() => false);
      const dirty = surface.takeDirty().length;
      if (dirty > 0) told++;
      looks.add(bytesOf(surface));
    }
    expect(looks.size).toBeGreaterThan(4);
    expect(told).toBeGreaterThanOrEqual(looks.size - 1);
    surface.release();
  });

  test("has dried when another stroke begins: both are the same as one after the other", () => {
    const two = (first: "end" | "lift", steps: number) => {
      const { surface, painter } = begun(wash({ dryAfter: 5000 }));
      painter[first]();
      for (let n = 0; n < steps; n++) surface.goOn(() => false);
      begun(wash({ dryAfter: 5000 }), 1, surface).painter.end();
      const found = bytesOf(surface);
      surface.release();
      return found;
    };
    const wanted = two("end", 0);
    for (const steps of [0, 1, 30]) expect(two("lift", steps) === wanted).toBe(true);
  });

  test("is taken back and done again while it dries, and wholly then", () => {
    const surface = new Surface(kernels, WIDTH, HEIGHT);
    const patch = new LayerPatch();
    begun(wash({ dryAfter: 5000 }), 0, surface).painter.end();
    const before = bytesOf(surface);
    surface.beforeChange = (layer, sheets, indices) => patch.keep(kernels, layer, sheets, indices);
    const { painter } = begun(wash({ dryAfter: 5000 }), 1, surface);
    painter.lift();
    surface.goOn(() => false);
    surface.dry();
    const whole = bytesOf(surface);
    surface.beforeChange = undefined;
    patch.swap(surface, surface.layers[0]);
    expect(bytesOf(surface) === before).toBe(true);
    patch.swap(surface, surface.layers[0]);
    expect(bytesOf(surface) === whole).toBe(true);
    surface.release();
  });

  test("does not dry by time on a sheet that is kept wet, until that is let dry", () => {
    const late = lines[1].map((sample) => ({ ...sample, time: sample.time + 3_600_000 }));
    const later = (staysWet: boolean, dries: boolean) => {
      const surface = new Surface(kernels, WIDTH, HEIGHT);
      surface.sheet = [1, 1, 1];
      for (const [n, samples] of [lines[0], late].entries()) {
        const painter = new StrokePainter(surface, wash({ spread: 0.8 }), { ...ink, staysWet }, n);
        painter.push(samples);
        painter.end();
        if (n === 0 && dries) surface.dryOut(0);
      }
      const { pool, tiles } = surface.layers[0];
      const found = {
        wet: pool?.present().length ?? 0,
        pixels: tiles
          .present()
          .map((index) =>
            createHash("sha256")
              .update(kernels.heap.u8.slice(tiles.at(index), tiles.at(index) + 4 * PLANE))
              .digest("hex"),
          )
          .join(),
      };
      surface.release();
      return found;
    };
    const [dry, wet, dried] = [later(false, false), later(true, false), later(true, true)];
    expect(dry.wet).toBe(0);
    expect(wet.wet).toBeGreaterThan(0);
    expect(wet.pixels).not.toBe(dry.pixels);
    expect(dried.pixels).toBe(dry.pixels);
  });

  test("gives all its memory back, also where the surface goes while it dries", () => {
    const go = () => {
      const { surface, painter } = begun(wash({ dryAfter: 5000 }));
      painter.lift();
      surface.goOn(() => false);
      surface.release();
      return kernels.heap.u8.length;
    };
    const first = go();
    for (let n = 0; n < 60; n++) go();
    expect(kernels.heap.u8.length).toBe(first);
  });
});
