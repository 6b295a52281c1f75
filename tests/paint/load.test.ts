import { fullReservoir } from "@core/paint/spend";
import { listMarks } from "@core/stroke/make-marks";
import { paintHand, StrokePainter } from "@core/stroke/painter";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";
import { kernels, pixelAt, surfaceOf } from "./sheet";

const ink = { colour: [0.1, 0.2, 0.6], second: [1, 1, 1] } as const;

describe("load", () => {
  test("is spent after so many sizes of travel; then nothing flows", () => {
    const marks = listMarks(brushOf({ tip: { size: 20 }, paint: { load: 10 } }), lineSamples(0, 0, 400, 0, 100), 1);
    const flow = (x: number) => marks.reduce((a, b) => (Math.abs(b.x - x) < Math.abs(a.x - x) ? b : a)).flow;
    expect(flow(100)).toBe(1);
    expect(flow(180)).toBeGreaterThan(0);
    expect(flow(180)).toBeLessThan(0.5);
    expect(flow(210)).toBe(0);
  });

  test("drives what responds to it, and is full without an end", () => {
    const responses = [{ quality: "size", source: "load", low: 0.2, high: 1 }];
    const sizes = (load: number | null) =>
      listMarks(brushOf({ tip: { size: 20 }, paint: { load }, responses }), lineSamples(0, 0, 300, 0, 60), 1).map(
        (m) => m.size,
      );
    expect(new Set(sizes(null))).toEqual(new Set([20]));
    expect(sizes(10).at(-1)).toBeLessThan(8);
  });

  test("is refilled with each stroke, after a rest, or only by hand", () => {
    const second = (refill: string, gap: number) => {
      const surface = new Surface(kernels, 500, 100);
      const reservoir = fullReservoir();
      const brush = brushOf({ tip: { size: 20 }, paint: { load: 12, refill, refillAfter: 500 } });
      const first = lineSamples(20, 30, 300, 30);
      const end = first[first.length - 1].time;
      for (const samples of [first, lineSamples(20, 70, 120, 70).map((s) => ({ ...s, time: s.time + end + gap }))]) {
        const painter = new StrokePainter(surface, brush, ink, 1, undefined, reservoir);
        painter.push(samples);
        painter.end();
      }
      const alpha = pixelAt(surface, 60, 70)[3];
      surface.release();
      return alpha;
    };
    expect(second("stroke", 50)).toBeGreaterThan(0.999);
    expect(second("rest", 50)).toBeLessThan(0.01);
    expect(second("rest", 600)).toBeGreaterThan(0.999);
    expect(second("hand", 60_000)).toBeLessThan(0.01);
  });

  // Common practice, no source.
  test("a dry brush breaks up on a rough ground as the paint runs out, and touching wet paint wets it again", () => {
    const broken = (over: boolean) => {
      const surface = over
        ? surfaceOf(800, 64, (x) => [0.1, 0.2, 0.6, x > 440 && x < 530 ? 1 : 0])
        : new Surface(kernels, 800, 64);
      const brush = brushOf({ tip: { size: 30 }, ground: { depth: 0.35 }, paint: { load: 14, lending: 1, flow: 0.6 } });
      paintHand(surface, brush, ink, [lineSamples(30, 32, 760, 32, 120)], 1);
      const covered = (from: number) => {
        let sum = 0;
        for (let x = from; x < from + 60; x++) for (let y = 24; y < 40; y++) sum += pixelAt(surface, x, y)[3];
        return sum / (60 * 16);
      };
      const found = { start: covered(60), late: covered(380), after: covered(550) };
      surface.release();
      return found;
    };
    const dry = broken(false);
    expect(dry.start).toBeGreaterThan(0.9);
    expect(dry.late).toBeLessThan(0.85);
    expect(dry.late).toBeGreaterThan(0.1);
    expect(dry.after).toBeLessThan(0.02);
    expect(broken(true).after).toBeGreaterThan(0.3);
  });

  test("underpaint is what covered the place before the stroke, and none for a hand alone", () => {
    const responses = [{ quality: "size", source: "underpaint", low: 0.2, high: 1 }];
    const surface = surfaceOf(400, 64, (x) => [1, 0, 0, x < 200 ? 1 : 0]);
    paintHand(surface, brushOf({ tip: { size: 40 }, responses }), ink, [lineSamples(40, 32, 360, 32)], 1);
    expect(pixelAt(surface, 100, 46)[2]).toBeCloseTo(0.6, 2);
    expect(pixelAt(surface, 300, 46)[3]).toBe(0);
    expect(pixelAt(surface, 300, 33)[3]).toBeGreaterThan(0.999);
    expect(listMarks(brushOf({ tip: { size: 40 }, responses }), lineSamples(0, 0, 50, 0), 1)[0].size).toBeCloseTo(8, 9);
    surface.release();
  });
});
