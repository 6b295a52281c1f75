import { hexToRgb } from "@core/colour/srgb";
import { listMarks } from "@core/stroke/make-marks";
import { renderHand } from "@core/stroke/render";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

// Check values of the trade. All: common practice, no source.

const WIDTH = 700;
const HEIGHT = 300;

/** Alpha 0…1 of a straight stroke in the middle of a sheet, by column and row. */
function stroke(part: object, pressure = 1): (x: number, y: number) => number {
  const pixels = renderHand({
    brush: brushOf(part),
    strokes: [lineSamples(100, 150, 600, 150, 30, pressure)],
    width: WIDTH,
    height: HEIGHT,
    ink: { colour: hexToRgb("#000000"), second: hexToRgb("#ffffff") },
    paper: null,
    seed: 1,
  });
  return (x, y) => pixels[(y * WIDTH + x) * 4 + 3] / 255;
}

/** How much the height of the covered part differs from column to column, px. */
function ripple(alpha: (x: number, y: number) => number): number {
  const heights = Array.from({ length: 200 }, (_, i) => {
    let sum = 0;
    for (let y = 0; y < 150; y++) sum += alpha(250 + i, y);
    return sum;
  });
  return Math.max(...heights) - Math.min(...heights);
}

test("a hard round at spacing 0.25 overlaps three quarters, and shows scallops when enlarged", () => {
  const marks = listMarks(brushOf({ tip: { size: 80 }, trail: { spacing: 0.25 } }), lineSamples(0, 0, 400, 0), 1);
  expect(1 - (marks[1].x - marks[0].x) / 80).toBeCloseTo(0.75, 9);
  expect(ripple(stroke({ tip: { size: 160 }, trail: { spacing: 0.25 } }))).toBeGreaterThan(2);
});

test("the scallops vanish once the tip is half soft", () => {
  const hard = ripple(stroke({ tip: { size: 80 }, trail: { spacing: 0.25 } }));
  const soft = ripple(stroke({ tip: { size: 80, hardness: 0.5 }, trail: { spacing: 0.25 } }));
  expect(hard).toBeGreaterThan(1);
  expect(soft).toBeLessThan(0.5);
});

test("a one-sided gradient survives at flow 0.08 by pressure, and is lost at full flow", () => {
  const profile = (flow: number) => {
    const alpha = stroke({
      tip: { shape: { kind: "sided" }, size: 100, hardness: 0 },
      trail: { spacing: 0.1 },
      paint: { flow },
      responses: [{ quality: "flow", source: "pressure" }],
    });
    // A quarter of the tip from its firm side, and a quarter from the faded one.
    return alpha(350, 175) / alpha(350, 125);
  };
  expect(profile(0.08)).toBeLessThan(0.35);
  expect(profile(1)).toBeGreaterThan(0.7);
});

describe("a speckle brush in one drag", () => {
  const speckle = (spacing: number) =>
    listMarks(
      brushOf({
        tip: { size: 24 },
        trail: { spacing, scatter: 10 },
        responses: [{ quality: "size", source: "chance", low: 0.3, high: 1 }],
      }),
      lineSamples(0, 0, 20_000, 0, 400),
      5,
    );

  test("has sizes from 0.3 to the full one, all of them about as often", () => {
    const sizes = speckle(1.35).map((m) => m.size / 24);
    expect(Math.min(...sizes)).toBeGreaterThanOrEqual(0.3);
    expect(Math.max(...sizes)).toBeLessThanOrEqual(1);
    expect(sizes.reduce((a, b) => a + b, 0) / sizes.length).toBeCloseTo(0.65, 1);
  });

  test("strays up to ten sizes across, and is eight times as crowded at spacing 0.5 as at 4", () => {
    const marks = speckle(1.35);
    for (const m of marks) expect(Math.abs(m.y)).toBeLessThanOrEqual(10 * m.size + 1e-9);
    expect(Math.max(...marks.map((m) => Math.abs(m.y)))).toBeGreaterThan(200);
    expect(speckle(0.5).length / speckle(4).length).toBeCloseTo(8, 0);
  });
});

test("lightness by chance of ±0.08 stays within it and reaches for it", () => {
  const marks = listMarks(
    brushOf({ trail: { spacing: 1 }, responses: [{ quality: "lightness", source: "chance", low: -0.08, high: 0.08 }] }),
    lineSamples(0, 0, 20_000, 0, 400),
    2,
  );
  const shifts = marks.map((m) => m.lightness);
  expect(Math.min(...shifts)).toBeLessThan(-0.07);
  expect(Math.max(...shifts)).toBeGreaterThan(0.07);
  for (const s of shifts) expect(Math.abs(s)).toBeLessThanOrEqual(0.08);
});

test("hue by stroke: one hue for a whole stroke, within a quarter of the wheel, another for the next", () => {
  const brush = brushOf({
    trail: { spacing: 1 },
    responses: [{ quality: "hue", source: "strokeChance", low: -45, high: 45 }],
  });
  const hues = [1, 2, 3, 4, 5, 6].map(
    (seed) => new Set(listMarks(brush, lineSamples(0, 0, 400, 0), seed).map((m) => m.hue)),
  );
  for (const one of hues) expect(one.size).toBe(1);
  const all = hues.flatMap((one) => [...one]);
  expect(new Set(all).size).toBe(6);
  for (const hue of all) expect(Math.abs(hue)).toBeLessThanOrEqual(45);
});

test("flows that can be controlled by hand: one pass of 0.05 shades, 0.08 to 0.10 is about half, 0.15 blocks in, 0.35 covers", () => {
  const onePass = (flow: number) => stroke({ tip: { size: 80 }, trail: { spacing: 0.1 }, paint: { flow } })(350, 150);
  expect(onePass(0.05)).toBeLessThan(0.45);
  expect(onePass(0.08)).toBeGreaterThan(0.5);
  expect(onePass(0.1)).toBeLessThan(0.7);
  expect(onePass(0.15)).toBeGreaterThan(0.75);
  expect(onePass(0.35)).toBeGreaterThan(0.97);
});

test("marks just touch at spacing 1.0, one empty diameter lies between them at 2.0, for a chisel at any angle too", () => {
  for (const [roundness, angle] of [
    [1, 0],
    [0.2, 0],
    [0.2, 45],
    [0.2, 90],
    [0.5, 20],
  ]) {
    const width = (spacing: number) => {
      const alpha = stroke({ tip: { size: 90, roundness, angle }, trail: { spacing } });
      const row = Array.from({ length: 300 }, (_, i) => alpha(180 + i, 150));
      let runs = 0;
      for (let i = 1; i < row.length; i++) if (row[i] > 0.5 && row[i - 1] <= 0.5) runs++;
      return { covered: row.filter((v) => v > 0.5).length / row.length, runs };
    };
    expect(width(1).covered, `${roundness} at ${angle}°, touching`).toBeGreaterThan(0.94);
    expect(Math.abs(width(2).covered - 0.5), `${roundness} at ${angle}°, apart`).toBeLessThan(0.12);
    expect(width(2).runs).toBeGreaterThan(0);
  }
});

test("a flat tip moving edgeways gets closer marks", () => {
  const gap = (angle: number) => {
    const marks = listMarks(
      brushOf({ tip: { shape: { kind: "rectangle" }, size: 60, roundness: 0.1, angle }, trail: { spacing: 0.5 } }),
      lineSamples(0, 0, 400, 0),
      1,
    );
    return marks[1].x - marks[0].x;
  };
  expect(gap(0)).toBeCloseTo(30, 6);
  expect(gap(90)).toBeCloseTo(3, 6);
});

test("a grass-like blade: 1024 px, turned by the barrel over 360°, a little angle and hue by chance, some scatter", () => {
  const brush = brushOf({
    tip: { size: 1024, shape: { kind: "image", pictures: [{ file: "tips/leaf.png" }] }, pivot: [-1, 0] },
    trail: { spacing: 0.3, scatter: 0.2 },
    responses: [
      { quality: "angle", source: "twist", low: 0, high: 360 },
      { quality: "angle", source: "chance", low: -16, high: 16 },
      { quality: "hue", source: "chance", low: -21.6, high: 21.6 },
    ],
  });
  const rolled = lineSamples(0, 0, 20_000, 0, 300).map((s, i) => ({ ...s, twist: (i * 359) / 299 }));
  const marks = listMarks(brush, rolled, 3);
  for (const m of marks) {
    const twist = (m.distance / 20_000) * 359;
    expect(Math.abs(m.angle - twist)).toBeLessThan(18);
    expect(Math.abs(m.hue)).toBeLessThanOrEqual(21.6);
  }
  expect(Math.max(...marks.map((m) => m.hue))).toBeGreaterThan(12);
});

test("a first watercolour, its dry part: 50 px, by pressure from 0.15, by chance from 0.8, opacity from 0.25, multiplied", () => {
  const brush = brushOf({
    tip: { size: 50 },
    paint: { blend: "multiply" },
    responses: [
      { quality: "size", source: "pressure", low: 0.15 },
      { quality: "size", source: "chance", low: 0.8 },
      { quality: "opacity", source: "pressure", low: 0.25 },
    ],
  });
  const faint = listMarks(brush, lineSamples(0, 0, 300, 0, 40, 0), 1);
  const firm = listMarks(brush, lineSamples(0, 0, 300, 0, 40, 1), 1);
  for (const m of faint) expect(m.size).toBeGreaterThanOrEqual(0.15 * 0.8 * 50 - 1e-9);
  for (const m of firm) expect(m.size).toBeGreaterThanOrEqual(0.8 * 50 - 1e-9);
  expect([faint[0].opacity, firm[0].opacity]).toEqual([0.25, 1]);
  const twice = (blend: string) => {
    const line = lineSamples(50, 50, 150, 50);
    const job = {
      strokes: [line, line],
      width: 200,
      height: 100,
      ink: { colour: hexToRgb("#80a0c0"), second: hexToRgb("#ffffff") },
      paper: null,
      seed: 1,
    };
    return [
      ...renderHand({ ...job, brush: brushOf({ tip: { size: 50 }, paint: { blend } }) }).slice(
        (50 * 200 + 100) * 4,
        (50 * 200 + 100) * 4 + 4,
      ),
    ];
  };
  // The second stroke darkens the first: 0x80·0x80, 0xa0·0xa0, 0xc0·0xc0 over 255.
  expect(twice("source-over")).toEqual([128, 160, 192, 255]);
  expect(twice("multiply")).toEqual([64, 100, 145, 255]);
});

test("the working sizes fit: 4000×3000 px, and A4 at 300 dpi (ISO 216: 210 by 297 mm)", () => {
  expect([Math.round((210 / 25.4) * 300), Math.round((297 / 25.4) * 300)]).toEqual([2480, 3508]);
  for (const [width, height] of [
    [4000, 3000],
    [2480, 3508],
  ]) {
    const pixels = renderHand({
      brush: brushOf({ tip: { size: 300 } }),
      strokes: [lineSamples(200, 200, width - 200, height - 200)],
      width,
      height,
      ink: { colour: hexToRgb("#000000"), second: hexToRgb("#ffffff") },
      paper: null,
      seed: 1,
    });
    expect(pixels[((height >> 1) * width + (width >> 1)) * 4 + 3]).toBe(255);
  }
});

test("the same tip erases: what one stroke laid, the next takes away", () => {
  const line = lineSamples(50, 50, 150, 50);
  const under = {
    width: 200,
    height: 100,
    channels: 4 as const,
    data: new Uint8Array(200 * 100 * 4).fill(200),
    full: 255,
  };
  const job = {
    brush: brushOf({ tip: { size: 40 }, paint: { opacity: 0.5 } }),
    strokes: [line],
    width: 200,
    height: 100,
    paper: null,
    seed: 1,
    under,
  };
  const pixels = renderHand({
    ...job,
    ink: { colour: hexToRgb("#000000"), second: hexToRgb("#ffffff"), erases: true },
  });
  const at = (x: number, y: number) => [...pixels.slice((y * 200 + x) * 4, (y * 200 + x) * 4 + 4)];
  expect(at(100, 50)).toEqual([200, 200, 200, 100]);
  expect(at(100, 90)).toEqual([200, 200, 200, 200]);
});
