import { hexToRgb } from "@core/colour/srgb";
import type { Sample } from "@core/hand/sample";
import { StrokePainter } from "@core/stroke/painter";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { brushOf } from "../helpers";
import { kernels } from "../paint/sheet";

const ink = { colour: hexToRgb("#7a2f18"), second: hexToRgb("#ffffff") };
const paper = hexToRgb("#f4efe4");

/** A stroke of these places, shown after each few of them as a painter sees it; what is seen before it is dry and after. */
function shown(
  width: number,
  height: number,
  places: readonly (readonly [number, number])[],
  portion: number,
  paint: object,
  under: boolean,
) {
  const surface = new Surface(kernels, width, height);
  if (under) surface.fill(0, hexToRgb("#3a6ea5"));
  const picture = new Picture(surface, paper);
  picture.showAll();
  surface.takeDirty();
  const painter = new StrokePainter(
    surface,
    brushOf({ tip: { size: 40, hardness: 0.3 }, paint: { flow: 0.5, ...paint } }),
    ink,
    3,
  );
  const samples: Sample[] = places.map(([x, y], i) => ({ x, y, time: i * 8, pressure: 0.7 }));
  for (let i = 0; i < samples.length; i += portion) {
    painter.push(samples.slice(i, i + portion));
    picture.show(surface.takeDirty());
  }
  const wet = picture.copy();
  picture.showAll();
  const wetAll = picture.copy();
  painter.end();
  picture.show(surface.takeDirty());
  const dry = picture.copy();
  picture.showAll();
  const dryAll = picture.copy();
  picture.release();
  surface.release();
  return { wet, wetAll, dry, dryAll };
}

const equal = (a: Uint8ClampedArray<ArrayBuffer>, b: Uint8ClampedArray<ArrayBuffer>) =>
  Buffer.from(a.buffer).equals(Buffer.from(b.buffer));

describe("what is shown of a stroke while it is drawn", () => {
  const place = fc.tuple(fc.integer({ min: -40, max: 340 }), fc.integer({ min: -40, max: 240 }));
  const side = fc.integer({ min: 1, max: 300 });

  test("is the whole sheet, though changed bands of tiles alone are shown anew; by any portions; over paper and over paint; with a rim and without", () => {
    fc.assert(
      fc.property(
        side,
        side,
        fc.array(place, { minLength: 2, maxLength: 8 }),
        fc.integer({ min: 1, max: 4 }),
        fc.boolean(),
        fc.boolean(),
        (width, height, places, portion, rimmed, under) => {
          const paint = rimmed ? { rim: { strength: 0.6, width: 6 } } : {};
          const parts = shown(width, height, places, portion, paint, under);
          expect(equal(parts.wet, parts.wetAll)).toBe(true);
          expect(equal(parts.dry, parts.dryAll)).toBe(true);
          expect(equal(parts.dry, shown(width, height, places, 99, paint, under).dry)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });

  test("does not change when it dries, a stroke in one colour over nothing or over paint", () => {
    for (const under of [false, true]) {
      const surface = new Surface(kernels, 200, 150);
      if (under) surface.fill(0, hexToRgb("#3a6ea5"));
      const picture = new Picture(surface, paper);
      const painter = new StrokePainter(
        surface,
        brushOf({ tip: { size: 40, hardness: 0.3 }, paint: { flow: 0.5 } }),
        ink,
        3,
      );
      painter.push([10, 60, 130, 190].map((x, i) => ({ x, y: 30 + 25 * i, time: i * 8, pressure: 0.7 })));
      picture.showAll();
      const wet = picture.copy();
      expect(new Set(wet).size).toBeGreaterThan(30);
      surface.dry();
      picture.showAll();
      expect(equal(picture.copy(), wet)).toBe(true);
      painter.end();
      picture.release();
      surface.release();
    }
  });
});
