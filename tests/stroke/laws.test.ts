import { type Brush, parseBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import type { Sample } from "@core/hand/sample";
import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { TILE } from "@core/kernels/memory/tile-size";
import { qualityNames } from "@core/qualities/table";
import { listMarks, MarkMaker } from "@core/stroke/make-marks";
import { StrokePainter } from "@core/stroke/painter";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyBrush, anySamples, brushOf, lineSamples, testPictures } from "../helpers";

const ink = { colour: hexToRgb("#7a1f30"), second: hexToRgb("#e0b050") };
const kernels = createKernels();

/** Paints in the given portions and shows in between, as the live bench does. */
function paint(brush: Brush, portions: readonly (readonly Sample[])[], seed: number, on = kernels): Uint8ClampedArray {
  const surface = new Surface(on, 400, 300);
  const picture = new Picture(surface, null);
  const painter = new StrokePainter(surface, brush, ink, seed, testPictures);
  for (const samples of portions) {
    painter.push(samples);
    picture.show(surface.takeDirty());
  }
  painter.end();
  picture.show(surface.takeDirty());
  picture.showAll();
  const pixels = picture.copy();
  picture.release();
  surface.release();
  return pixels;
}

const same = (a: Uint8ClampedArray, b: Uint8ClampedArray) =>
  Buffer.compare(Buffer.from(a.buffer), Buffer.from(b.buffer)) === 0;

describe("streaming changes nothing", () => {
  test("marks are the same however the samples are cut", () => {
    fc.assert(
      fc.property(anyBrush, anySamples, fc.array(fc.integer({ min: 1, max: 5 })), (brush, samples, cuts) => {
        const whole = listMarks(brush, samples, 7);
        const maker = new MarkMaker(brush, 7);
        let at = 0;
        for (const cut of [...cuts, samples.length]) {
          maker.push(samples.slice(at, at + cut));
          at += cut;
        }
        maker.end();
        expect(maker.marks.count).toBe(whole.length);
        const again = listMarks(brush, samples, 7);
        expect(again).toEqual(whole);
        const names = Object.keys(whole[0] ?? {});
        expect([...maker.marks.values.slice(0, whole.length * names.length)]).toEqual(
          whole.flatMap((m) => names.map((n) => m[n])),
        );
      }),
      { numRuns: 150 },
    );
  });

  test("pixels are the same one by one, with showing in between, and all at once", () => {
    fc.assert(
      fc.property(anyBrush, anySamples, (brush, samples) => {
        expect(
          same(
            paint(
              brush,
              samples.map((s) => [s]),
              3,
            ),
            paint(brush, [samples], 3),
          ),
        ).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

test("what was painted before, and which masks it left, changes nothing", () => {
  fc.assert(
    fc.property(anyBrush, anyBrush, anySamples, (before, brush, samples) => {
      const used = createKernels();
      paint(before, [samples], 4, used);
      paint({ ...brush, tip: { ...brush.tip, size: brush.tip.size * 1.001 } }, [samples], 4, used);
      expect(same(paint(brush, [samples], 3, used), paint(brush, [samples], 3, createKernels()))).toBe(true);
    }),
    { numRuns: 40 },
  );
});

test("no pixel comes from memory that was never written: kernels full of old numbers paint the same", () => {
  fc.assert(
    fc.property(anyBrush, anySamples, (brush, samples) => {
      const old = createKernels();
      old.run.memory.grow(600);
      old.heap.u8.fill(0x55, old.heap.bytes);
      expect(same(paint(brush, [samples], 3, old), paint(brush, [samples], 3, createKernels()))).toBe(true);
    }),
    { numRuns: 60 },
  );
});

describe("seeded", () => {
  test("the same seed gives the same pixels, another one others", () => {
    const brush = brushOf({ tip: { size: 12 }, trail: { spacing: 1, scatter: 2 } });
    const samples = lineSamples(20, 150, 380, 150);
    expect(same(paint(brush, [samples], 5), paint(brush, [samples], 5))).toBe(true);
    expect(same(paint(brush, [samples], 5), paint(brush, [samples], 6))).toBe(false);
  });

  describe("the chance of one response", () => {
    const samples = lineSamples(0, 0, 300, 0);
    const one = { quality: "size", source: "chance", low: 0.3 };
    const sizesOf = (responses: readonly object[]) =>
      listMarks(brushOf({ trail: { spacing: 5 }, responses }), samples, 9).map((m) => m.size);

    test("does not move when others are added before or after it, muted, or put into another order", () => {
      const other = fc.record({
        quality: fc.constantFrom(...qualityNames.filter((name) => name !== "size" && name !== "spacing")),
        source: fc.constantFrom("chance", "drift", "strokeChance", "pressure"),
        low: fc.constantFrom(0.2, 0.5),
        muted: fc.boolean(),
      });
      const alone = sizesOf([one]);
      fc.assert(
        fc.property(fc.array(other, { maxLength: 4 }), fc.array(other, { maxLength: 4 }), (before, after) => {
          expect(sizesOf([...before, one, ...after])).toEqual(alone);
        }),
      );
    });

    test("of several on one quality stays, too, when one of them is muted", () => {
      const three = [one, { ...one, low: 0.5 }, { ...one, low: 0.9 }];
      const but = (n: number) => three.map((response, i) => ({ ...response, muted: i !== n }));
      const [a, b, c, all] = [sizesOf(but(0)), sizesOf(but(1)), sizesOf(but(2)), sizesOf(three)];
      // Marks of other sizes lie elsewhere, but the first ones have the same numbers.
      for (const n of [0, 1]) expect(all[n]).toBeCloseTo((a[n] * b[n] * c[n]) / 40 ** 2, 9);
      const drawn = [(a[1] / 40 - 0.3) / 0.7, (b[1] / 40 - 0.5) / 0.5, (c[1] / 40 - 0.9) / 0.1];
      expect(new Set(drawn.map((share) => share.toFixed(6))).size).toBe(3);
    });
  });
});

test("opacity is a ceiling: no pixel of one stroke passes it, for any brush and hand", () => {
  fc.assert(
    fc.property(anyBrush, anySamples, fc.double({ min: 0.05, max: 1, noNaN: true }), (brush, samples, opacity) => {
      const capped = {
        ...brush,
        // Water gathers pigment where it dries: what was laid is under the ceiling, what it has become may not be.
        paint: { ...brush.paint, opacity, water: 0 },
        responses: brush.responses.filter((r) => r.quality !== "opacity"),
      };
      const pixels = paint(capped, [samples], 1);
      let most = 0;
      for (let i = 3; i < pixels.length; i += 4) most = Math.max(most, pixels[i]);
      expect(most).toBeLessThanOrEqual(Math.round(opacity * 255));
    }),
    { numRuns: 40 },
  );
});

// Common practice, no source: "opacity 0.5: never more than half within a stroke".
test("opacity 0.5 is reached and never passed in a stroke that crosses itself", () => {
  const brush = brushOf({ tip: { size: 30 }, trail: { spacing: 0.05 }, paint: { flow: 0.4, opacity: 0.5 } });
  const there = lineSamples(50, 150, 350, 150);
  const back = lineSamples(350, 150, 50, 150).map((s) => ({ ...s, time: s.time + 400 }));
  const pixels = paint(brush, [[...there, ...back]], 1);
  const alphas = Array.from({ length: pixels.length / 4 }, (_, i) => pixels[i * 4 + 3]);
  // Half of 255 lies between two steps.
  expect([127, 128]).toContain(Math.max(...alphas.slice(150 * 400, 151 * 400)));
});

test("keepStrength: a stroke is about as strong at any spacing", () => {
  const strength = (spacing: number) => {
    const brush = brushOf({
      tip: { size: 40, hardness: 1 },
      trail: { spacing, keepStrength: true },
      paint: { flow: 0.5 },
    });
    const pixels = paint(brush, [lineSamples(20, 150, 380, 150)], 1);
    return pixels[(150 * 400 + 200) * 4 + 3] / 255;
  };
  const wanted = 0.5;
  for (const spacing of [0.02, 0.05, 0.1, 0.2, 0.5]) expect(Math.abs(strength(spacing) - wanted)).toBeLessThan(0.04);
});

describe("bad input has a defined result", () => {
  const brush = brushOf({ responses: [{ quality: "size", source: "pressure", low: 0 }] });
  const plain = lineSamples(20, 20, 200, 200);

  test("unknown and unreachable places are dropped", () => {
    const nonsense = [
      { x: Number.NaN, y: 5, time: 9 },
      { x: 1e9, y: -1e9, time: 10 },
      { x: Number.POSITIVE_INFINITY, y: 0, time: 11 },
    ];
    const mixed = [...plain.slice(0, 10), ...nonsense, ...plain.slice(10)];
    expect(listMarks(brush, mixed, 1)).toEqual(listMarks(brush, plain, 1));
  });

  test("pressure outside 0…1 and time that goes backwards give finite marks", () => {
    const odd = plain.map((s, i) => ({ ...s, pressure: i % 2 ? -3 : 7, time: -i }));
    const marks = listMarks(brush, odd, 1);
    expect(marks.length).toBeGreaterThan(5);
    for (const mark of marks) for (const value of Object.values(mark)) expect(Number.isFinite(value)).toBe(true);
  });

  test("a size that reaches 0 goes on walking and paints nothing", () => {
    const still = brushOf({ tip: { size: 20 }, responses: [{ quality: "size", source: "pressure", low: 0, high: 0 }] });
    const pixels = paint(still, [plain], 1);
    expect(pixels.every((v) => v === 0)).toBe(true);
  });

  test("100 000 samples in one stroke", () => {
    const many = Array.from({ length: 100_000 }, (_, i) => ({
      x: 200 + 150 * Math.cos(i / 50),
      y: 150 + 100 * Math.sin(i / 70),
      time: i,
      pressure: 0.5,
    }));
    expect(listMarks(brushOf({ tip: { size: 60 }, trail: { spacing: 1 } }), many, 1).length).toBeGreaterThan(1000);
  });
});

test("a single tap leaves exactly one mark, or as many as the brush asks for, at its hardest", () => {
  const tap = [0.1, 0.6, 0.3].map((pressure, i) => ({ x: 50, y: 50, time: i * 8, pressure }));
  const marks = listMarks(brushOf({ responses: [{ quality: "size", source: "pressure" }] }), tap, 1);
  expect(marks).toHaveLength(1);
  expect(marks[0].size).toBeCloseTo(24);
  expect(listMarks(brushOf({ trail: { count: 5 } }), tap, 1)).toHaveLength(5);
});

test("no edge of a mark is cut off where tiles meet", () => {
  const surface = new Surface(kernels, 256, 256);
  const painter = new StrokePainter(surface, parseBrush({ level: 1, name: "disc", tip: { size: 90 } }), ink, 1);
  painter.push([{ x: 128.5, y: 128.5, time: 0, pressure: 1 }]);
  painter.end();
  let covered = 0;
  for (const index of surface.layers[0].tiles.present()) {
    const alpha = surface.layers[0].tiles.at(index) / 2 + 3 * TILE * TILE;
    for (let i = 0; i < TILE * TILE; i++) covered += kernels.heap.u16[alpha + i] / ONE;
  }
  surface.release();
  expect(Math.abs(covered / (Math.PI * 45 * 45) - 1)).toBeLessThan(0.005);
});
