import { hexToRgb } from "@core/colour/srgb";
import { scallopDepth } from "@core/measure/scallop";
import { listMarks } from "@core/stroke/make-marks";
import { renderHand } from "@core/stroke/render";
import { catmullRom, type PathPoint } from "@core/trail/path";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const point = (x: number, y: number): PathPoint => ({
  x,
  y,
  time: 0,
  pressure: 1,
  tilt: 0,
  lean: 0,
  twist: 0,
  grown: 1,
  speed: 0,
});

/** Length of a cubic between two parameters by Simpson's rule on |derivative|: independent of the walker's chords. */
function arcLength(x: readonly number[], y: readonly number[], from: number, to: number): number {
  const speed = (u: number) =>
    Math.hypot(x[1] + 2 * x[2] * u + 3 * x[3] * u * u, y[1] + 2 * y[2] * u + 3 * y[3] * u * u);
  const n = 400;
  const h = (to - from) / n;
  let sum = speed(from) + speed(to);
  for (let i = 1; i < n; i++) sum += speed(from + i * h) * (i % 2 ? 4 : 2);
  return (sum * h) / 3;
}

describe("the path", () => {
  test("passes through every sample and has no corner there", () => {
    const [a, b, c, d, e] = [point(0, 0), point(40, 10), point(60, 70), point(150, 60), point(160, 160)];
    const first = catmullRom(a, b, c, d);
    const second = catmullRom(b, c, d, e);
    const end = (p: readonly number[]) => p[0] + p[1] + p[2] + p[3];
    expect(end(first.x)).toBeCloseTo(60, 9);
    expect(end(first.y)).toBeCloseTo(70, 9);
    const into = [first.x[1] + 2 * first.x[2] + 3 * first.x[3], first.y[1] + 2 * first.y[2] + 3 * first.y[3]];
    const out = [second.x[1], second.y[1]];
    expect(Math.atan2(into[1], into[0])).toBeCloseTo(Math.atan2(out[1], out[0]), 9);
  });

  // Yuksel, Schaefer, Keyser 2011: centripetal pieces have no cusp and no loop, even where spacing is very uneven.
  test("does not loop where a short piece follows a long one", () => {
    const piece = catmullRom(point(0, 0), point(100, 0), point(101, 1), point(100, 100));
    const xs = Array.from({ length: 50 }, (_, i) => i / 49).map(
      (u) => piece.x[0] + u * (piece.x[1] + u * (piece.x[2] + u * piece.x[3])),
    );
    expect(Math.max(...xs)).toBeLessThan(101.6);
    expect(Math.min(...xs)).toBeGreaterThan(99.9);
  });
});

describe("a stroke of a whole number of steps", () => {
  const spacing = 0.25;
  const brush = brushOf({ tip: { size: 40 }, trail: { spacing } });
  const cases = Array.from({ length: 80 }, (_, n) => ({ steps: 3 + (n % 20), turn: (n * 137.5 * Math.PI) / 180 }));

  test.each(cases)("$steps steps long, turned by $turn, has its last mark at its end", ({ steps, turn }) => {
    const length = steps * spacing * 40;
    const [x, y] = [200 + length * Math.cos(turn), 200 + length * Math.sin(turn)];
    const marks = listMarks(brush, lineSamples(200, 200, x, y, 7 + (steps % 5)), 1);
    expect(marks).toHaveLength(steps + 1);
    const last = marks[steps];
    expect(Math.hypot(last.x - x, last.y - y)).toBeLessThan(1e-5);
  });

  test("has its last mark by time at its end, too", () => {
    const timed = brushOf({ tip: { size: 200 }, trail: { spacing: 10, perSecond: 30 } });
    for (let n = 1; n < 40; n++) {
      const ends = [0, (n * 1000) / 30].map((time) => ({ x: 200 + time, y: 200, time: 0.1 + time, pressure: 1 }));
      expect(
        listMarks(timed, ends, 1).filter((mark) => mark.distance > 1e-5),
        String(n),
      ).toHaveLength(n);
    }
  });
});

describe("spacing along curves", () => {
  const spiral = Array.from({ length: 60 }, (_, i) => ({
    x: 300 + (20 + i * 3) * Math.cos(i / 4),
    y: 300 + (20 + i * 3) * Math.sin(i / 4),
    time: i * 8,
    pressure: 1,
  }));

  test("marks lie within 0.5 % of their spacing, against an independent integral", () => {
    const size = 40;
    const marks = listMarks(brushOf({ tip: { size }, trail: { spacing: 0.1 } }), spiral, 1);
    const pieces = spiral
      .slice(0, -1)
      .map((_, i) =>
        catmullRom(
          spiral[i - 1] && point(spiral[i - 1].x, spiral[i - 1].y),
          point(spiral[i].x, spiral[i].y),
          point(spiral[i + 1].x, spiral[i + 1].y),
          spiral[i + 2] && point(spiral[i + 2].x, spiral[i + 2].y),
        ),
      );
    // Where on the path is each mark? Every piece is searched for the parameter that lies on it.
    const total = pieces.reduce((sum, p) => sum + arcLength(p.x, p.y, 0, 1), 0);
    expect(Math.abs(marks.length - Math.floor(total / 4) - 1)).toBeLessThanOrEqual(1);
    let before = 0;
    const places = pieces.map((p) => {
      const at = before;
      before += arcLength(p.x, p.y, 0, 1);
      return { p, at };
    });
    for (const mark of marks.filter((_, i) => i % 7 === 0)) {
      let best = { gap: Number.POSITIVE_INFINITY, s: 0 };
      for (const { p, at } of places) {
        for (let i = 0; i <= 200; i++) {
          const u = i / 200;
          const gap = Math.hypot(
            p.x[0] + u * (p.x[1] + u * (p.x[2] + u * p.x[3])) - mark.x,
            p.y[0] + u * (p.y[1] + u * (p.y[2] + u * p.y[3])) - mark.y,
          );
          if (gap < best.gap) best = { gap, s: at + arcLength(p.x, p.y, 0, u) };
        }
      }
      expect(Math.abs(best.s - mark.distance)).toBeLessThan(0.005 * Math.max(mark.distance, 4) + 0.15);
    }
  });

  // Common practice, no source: marks touch at spacing 1, one empty diameter lies between them at 2.
  test("hard discs are tangent at spacing 1 and one diameter apart at 2", () => {
    const gaps = (spacing: number) => {
      const marks = listMarks(brushOf({ tip: { size: 20 }, trail: { spacing } }), lineSamples(0, 0, 400, 0), 1);
      return marks.slice(1).map((m, i) => m.x - marks[i].x - 20);
    };
    for (const gap of gaps(1)) expect(gap).toBeCloseTo(0, 6);
    for (const gap of gaps(2)) expect(gap).toBeCloseTo(20, 6);
  });

  test("a flat tip moving edgeways gets closer marks than moving broadside", () => {
    const step = (angle: number) => {
      const marks = listMarks(
        brushOf({ tip: { size: 40, roundness: 0.25, angle }, trail: { spacing: 0.5 } }),
        lineSamples(0, 0, 300, 0),
        1,
      );
      return marks[1].x - marks[0].x;
    };
    expect(step(0)).toBeCloseTo(20, 6);
    expect(step(90)).toBeCloseTo(5, 6);
  });
});

/** The mean height of a disc over the pixel column that begins `from` px right of its centre. */
function columnHeight(from: number, size: number): number {
  const steps = 1000;
  let sum = 0;
  for (let i = 0; i < steps; i++) sum += Math.sqrt(Math.max(0, (size / 2) ** 2 - (from + (i + 0.5) / steps) ** 2));
  return sum / steps;
}

// Geometry of overlapping discs: depth ÷ diameter = ½(1 − √(1 − s²)).
describe("the scalloped edge of a hard round tip", () => {
  test.each([0.25, 0.5, 1])("at spacing %s is as deep as the geometry says", (spacing) => {
    const size = 200;
    const width = 900;
    const pixels = renderHand({
      brush: brushOf({ tip: { size }, trail: { spacing } }),
      strokes: [lineSamples(150, 150, 750, 150, 20)],
      width,
      height: 300,
      ink: { colour: hexToRgb("#000000"), second: hexToRgb("#000000") },
      paper: null,
      seed: 1,
    });
    // The upper edge: how much of each column above the middle is covered, between two inner marks.
    const heights = Array.from({ length: 300 }, (_, i) => {
      const x = 300 + i;
      let covered = 0;
      for (let y = 0; y < 150; y++) covered += pixels[(y * width + x) * 4 + 3] / 255;
      return covered;
    });
    const depth = (Math.max(...heights) - Math.min(...heights)) / size;
    // A picture shows columns of one pixel: at spacing 1 the notch is infinitely steep, and half a column wide it is shallower.
    const seen = (columnHeight(0, size) - columnHeight((spacing * size) / 2 - 1, size)) / size;
    expect(Math.abs(depth - seen)).toBeLessThan(0.004);
    if (spacing < 1) expect(Math.abs(depth - scallopDepth(spacing))).toBeLessThan(0.004);
  });

  test("formula values", () => {
    expect(scallopDepth(0.25)).toBeCloseTo(0.015877, 6);
    expect(scallopDepth(0.5)).toBeCloseTo(0.066987, 6);
    expect(scallopDepth(1)).toBe(0.5);
  });
});
