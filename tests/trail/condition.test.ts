import { REACH, type Sample } from "@core/hand/sample";
import { fastSlow, slowSwell } from "@core/hand/simulate";
import type { TameSample } from "@core/hand/tame";
import { listMarks, MarkMaker } from "@core/stroke/make-marks";
import { OneEuro, PulledString } from "@core/trail/steady";
import { OneEuroFilter } from "1eurofilter";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anySamples, brushOf, lineSamples } from "../helpers";

const tame = (x: number, y: number, time: number): TameSample => ({
  x,
  y,
  time,
  pressure: 0.5,
  tilt: 0,
  lean: 0,
  twist: 0,
  grown: 1,
});

describe("steadying", () => {
  // Against the authors' own package (G. Casiez and others), which follows algorithm 1 of the CHI 2012 paper.
  test("the 1€ filter is its authors' own", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ x: fc.double({ min: -500, max: 500, noNaN: true }), gap: fc.integer({ min: 1, max: 40 }) }),
          { minLength: 2, maxLength: 40 },
        ),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        (readings, cutoff, beta) => {
          const ours = new OneEuro(cutoff, beta);
          const theirs = new OneEuroFilter(120, cutoff, beta, 1);
          let time = 1000;
          for (const { x, gap } of readings) {
            time += gap;
            expect(ours.follow(tame(x, 0, time)).x).toBeCloseTo(theirs.filter(x, time / 1000), 6);
          }
        },
      ),
    );
  });

  test("makes a trembling line calmer", () => {
    const trembling = Array.from({ length: 200 }, (_, i) => ({
      x: i * 2,
      y: 100 + (i % 2 ? 3 : -3),
      time: i * 8,
      pressure: 1,
    }));
    const roughness = (kind: object) => {
      const marks = listMarks(brushOf({ tip: { size: 4 }, trail: { spacing: 1, steady: kind } }), trembling, 1).slice(
        20,
        -20,
      );
      return Math.max(...marks.map((m) => Math.abs(m.y - 100)));
    };
    expect(roughness({ kind: "none" })).toBeGreaterThan(2.5);
    expect(roughness({ kind: "filter", cutoff: 1, beta: 0 })).toBeLessThan(0.7);
  });

  test("a pulled string is never longer than it is, the brush rests while it is slack, and catches up when told", () => {
    fc.assert(
      fc.property(anySamples, fc.double({ min: 1, max: 80, noNaN: true }), (samples, reach) => {
        const string = new PulledString(reach, true);
        let before: TameSample | undefined;
        for (const { x, y, time } of samples) {
          const brush = string.follow(tame(x, y, time));
          expect(Math.hypot(brush.x - x, brush.y - y)).toBeLessThanOrEqual(reach + 1e-9);
          if (before && Math.hypot(before.x - x, before.y - y) <= reach - 1e-9)
            expect(brush.x === before.x && brush.y === before.y).toBe(true);
          before = brush;
        }
        const last = samples[samples.length - 1];
        const end = string.end();
        expect(end?.x === last.x && end.y === last.y).toBe(true);
        expect(new PulledString(reach, false).end()).toBeUndefined();
      }),
    );
    const end = (catchUp: boolean) =>
      listMarks(
        brushOf({ tip: { size: 4 }, trail: { spacing: 0.5, steady: { kind: "string", length: 50, catchUp } } }),
        lineSamples(0, 0, 300, 0),
        1,
      ).at(-1)?.x ?? 0;
    expect(end(true)).toBeGreaterThan(297);
    expect(Math.abs(end(false) - 250)).toBeLessThan(3);
  });
});

describe("taper", () => {
  const line = lineSamples(0, 0, 400, 0);
  const sizes = (taper: object, samples: readonly Sample[] = line) =>
    listMarks(brushOf({ tip: { size: 20 }, trail: { spacing: 0.1, taper } }), samples, 1);
  const at = (marks: Record<string, number>[], x: number) =>
    marks.reduce((a, b) => (Math.abs(b.x - x) < Math.abs(a.x - x) ? b : a)).size / 20;

  test("in px: grows over the start, shrinks over the end, is full between", () => {
    const marks = sizes({ start: 100, end: 160 });
    expect(at(marks, 50)).toBeCloseTo(0.5, 1);
    expect(at(marks, 110)).toBe(1);
    expect(at(marks, 235)).toBe(1);
    expect(at(marks, 320)).toBeCloseTo(0.5, 1);
    expect(at(marks, 398)).toBeLessThan(0.03);
  });

  test("as shares of a stroke whose length is known only at its end", () => {
    const marks = sizes({ start: 0.5, end: 0.25, unit: "share", least: 0.2 });
    expect(at(marks, 0)).toBeCloseTo(0.2, 2);
    expect(at(marks, 100)).toBeCloseTo(0.6, 1);
    expect(at(marks, 250)).toBe(1);
    expect(at(marks, 350)).toBeCloseTo(0.6, 1);
  });

  test("is right however late the end is known: only what lies before the last px is laid while the pen moves", () => {
    const maker = new MarkMaker(brushOf({ tip: { size: 20 }, trail: { spacing: 0.1, taper: { end: 160 } } }), 1);
    maker.push(line);
    const { count, values } = maker.marks;
    expect(count).toBeGreaterThan(80);
    maker.end();
    expect(maker.marks.count).toBeGreaterThan(count + 40);
    expect([...maker.marks.values.slice(0, 20)]).toEqual([...values.slice(0, 20)]);
  });

  test("leaves a tap as it is", () => {
    for (const taper of [
      { start: 50, end: 50 },
      { start: 0.5, end: 0.5, unit: "share" },
    ]) {
      const marks = sizes(taper, [{ x: 5, y: 5, time: 0, pressure: 1 }]);
      expect(marks.map((m) => m.size)).toEqual([20]);
    }
  });

  test("of a stroke shorter than its tapers never reaches the full size", () => {
    expect(Math.max(...sizes({ start: 300, end: 300 }).map((m) => m.size))).toBeLessThan(14);
  });
});

test("a straight stroke lies on the line between its ends, with the hand's pressure along it", () => {
  const { strokes } = slowSwell({ left: 0, top: 0, width: 500, height: 200 });
  const [samples] = strokes;
  const marks = listMarks(
    brushOf({ tip: { size: 10 }, trail: { straight: true }, responses: [{ quality: "size", source: "pressure" }] }),
    samples,
    1,
  );
  const [first, last] = [samples[0], samples[samples.length - 1]];
  for (const m of marks)
    expect(
      Math.abs((m.x - first.x) * (last.y - first.y) - (m.y - first.y) * (last.x - first.x)) /
        Math.hypot(last.x - first.x, last.y - first.y),
    ).toBeLessThan(1e-6);
  expect(marks[0].x).toBeCloseTo(first.x, 6);
  expect(Math.abs((marks.at(-1)?.x ?? 0) - last.x)).toBeLessThan(2);
  expect(Math.max(...marks.map((m) => m.pressure))).toBeGreaterThan(0.9);
});

describe("time", () => {
  const pause = [
    ...lineSamples(0, 0, 100, 0, 20),
    ...Array.from({ length: 100 }, (_, i) => ({ x: 100, y: 0, time: 160 + i * 10, pressure: 0.4 })),
    ...lineSamples(101, 0, 200, 0, 20).map((s) => ({ ...s, time: s.time + 1200 })),
  ];
  const marks = (perSecond: number, samples: readonly Sample[] = pause) =>
    listMarks(brushOf({ tip: { size: 10 }, trail: { spacing: 0.5, perSecond } }), samples, 1);

  test("a pause piles nothing up unless the brush lays by time", () => {
    expect(marks(0).filter((m) => Math.abs(m.x - 100) < 2).length).toBeLessThan(3);
    const resting = marks(50).filter((m) => Math.abs(m.x - 100) < 0.01 && m.time >= 160 && m.time <= 1150);
    expect(Math.abs(resting.length - 50)).toBeLessThanOrEqual(1);
    for (const m of resting.slice(2, -2)) expect(m.pressure).toBeCloseTo(0.4, 9);
  });

  test("marks by time come at even times, besides those by way", () => {
    const { strokes } = fastSlow({ left: 0, top: 0, width: 600, height: 100 });
    const both = marks(100, strokes[0]);
    const byWay = marks(0, strokes[0]);
    const extra = both.length - byWay.length;
    const lasts = strokes[0][strokes[0].length - 1].time;
    expect(Math.abs(extra - lasts / 10)).toBeLessThanOrEqual(1);
    for (let i = 1; i < both.length; i++) expect(both[i].time).toBeGreaterThanOrEqual(both[i - 1].time);
    for (let t = 10; t < lasts; t += 10) expect(both.some((m) => Math.abs(m.time - t) < 1e-6)).toBe(true);
  });

  test("a tap held for a second lays as many as a second asks for, at once while it is held", () => {
    const held = Array.from({ length: 101 }, (_, i) => ({ x: 5, y: 5, time: i * 10, pressure: 1 }));
    expect(marks(25, held)).toHaveLength(26);
    const maker = new MarkMaker(brushOf({ trail: { perSecond: 25 } }), 1);
    maker.push(held.slice(0, 51));
    expect(maker.marks.count).toBe(13);
  });

  test("a clock that jumps a million years does not hang", () => {
    const jump = [
      { x: 0, y: 0, time: 0 },
      { x: 0, y: 0, time: 3e16 },
      { x: 50, y: 0, time: 4e16 },
    ];
    expect(marks(1000, jump).length).toBeLessThan(30_000);
  });
});

test("the farthest hand there may be comes to an end", () => {
  const far = Array.from({ length: 400 }, (_, i) => ({ x: i % 2 ? REACH : -REACH, y: i, time: i, pressure: 1 }));
  let marks = 0;
  let most = 0;
  const maker: MarkMaker = new MarkMaker(brushOf({ tip: { size: 0.5 }, trail: { spacing: 0.01 } }), 1, () => {
    marks += maker.marks.count;
    most = Math.max(most, maker.marks.count);
    maker.marks.clear();
  });
  maker.push(far);
  maker.end();
  expect(marks).toBeGreaterThan(4_000_000);
  expect(marks + maker.marks.count).toBeLessThanOrEqual(5_000_000);
  expect(most).toBeLessThan(3000);
}, 60_000);
