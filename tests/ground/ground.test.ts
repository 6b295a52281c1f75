import { hexToRgb } from "@core/colour/srgb";
import { drawGrain, GRAIN_SIDE } from "@core/ground/draw-grain";
import { drawnGrainKinds, grainOf } from "@core/ground/grain";
import { type Ground, plainGroundOf } from "@core/ground/model";
import { type GroundLaw, groundLaws, NATURAL_SHARPNESS } from "@core/kernels/ground-laws";
import { groundCeiling } from "@core/kernels/reference/laws";
import type { Pictures } from "@core/picture/picture";
import { renderHand, renderHand16 } from "@core/stroke/render";
import { tableLight } from "@core/surface/light";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const ink = { colour: [0, 0, 0], second: [1, 1, 1] } as const;
const SIDE = 256;

/** Alpha 0…1 of one even mark of strength m over a whole sheet, on a grain. */
function print(ground: object | null, flow: number, size = 900): (x: number, y: number) => number {
  const brush = brushOf({ tip: { size }, ground, paint: { flow } });
  const pixels = renderHand16({
    brush,
    strokes: [[{ x: SIDE / 2, y: SIDE / 2, time: 0, pressure: 1 }]],
    width: SIDE,
    height: SIDE,
    ink,
    paper: null,
    seed: 1,
  });
  return (x, y) => pixels[(y * SIDE + x) * 4 + 3] / 65535;
}

const mean = (alpha: (x: number, y: number) => number) => {
  let sum = 0;
  for (let y = 0; y < SIDE; y++) for (let x = 0; x < SIDE; x++) sum += alpha(x, y);
  return sum / (SIDE * SIDE);
};

describe("generated grains", () => {
  test.each(drawnGrainKinds)(
    "%s tiles: the step across the seam is no larger than steps elsewhere, and it is the same every time",
    (kind) => {
      const heights = drawGrain(grainOf(kind));
      const at = (x: number, y: number) => heights[(y % GRAIN_SIDE) * GRAIN_SIDE + (x % GRAIN_SIDE)];
      const stepAcross = (x: number) =>
        Array.from({ length: GRAIN_SIDE }, (_, y) => Math.abs(at(x + 1, y) - at(x, y))).reduce((a, b) => a + b, 0);
      const stepDown = (y: number) =>
        Array.from({ length: GRAIN_SIDE }, (_, x) => Math.abs(at(x, y + 1) - at(x, y))).reduce((a, b) => a + b, 0);
      for (const step of [stepAcross, stepDown]) {
        const inside = Array.from({ length: GRAIN_SIDE - 1 }, (_, i) => step(i));
        expect(step(GRAIN_SIDE - 1)).toBeLessThanOrEqual(Math.max(...inside) * 1.001);
      }
      for (const h of heights) if (!(h >= 0 && h <= 1)) throw new Error(`a height of ${h}`);
      // Compared as bytes: the matcher takes seconds for so many numbers.
      expect(Buffer.compare(Buffer.from(drawGrain(grainOf(kind)).buffer), Buffer.from(heights.buffer))).toBe(0);
    },
  );
});

/** Each height's share of those below it, found by sorting. */
function ranksOf(heights: Float32Array): Float64Array {
  const order = Array.from(heights, (_, i) => i).sort((a, b) => heights[a] - heights[b]);
  const ranks = new Float64Array(heights.length);
  for (let from = 0; from < order.length; ) {
    let to = from;
    while (to < order.length && heights[order[to]] === heights[order[from]]) to++;
    for (let i = from; i < to; i++) ranks[order[i]] = (from + to) / 2 / order.length;
    from = to;
  }
  return ranks;
}

describe.each(groundLaws)("%s", (law: GroundLaw) => {
  const on = (depth: number, flow: number, grain: object = { kind: "noise" }) => print({ law, depth, grain }, flow);

  // The formulas of the law in float64; the grain at scale 1 lies with its corner on the sheet's, and is not mixed between pixels.
  test("is its formula at every pixel, within 1/255", () => {
    const drawn = drawGrain({ kind: "noise", octaves: 4, seed: 1 });
    const heights = law === "peaks" ? ranksOf(drawn) : drawn;
    let worst = 0;
    for (const depth of [0.3, 0.8, 1]) {
      for (const [flow, press] of [
        [0.2, 1],
        [0.7, 0.4],
        [1, 0.7],
      ]) {
        const brush = brushOf({
          tip: { size: 900, hardness: 0 },
          ground: { law, depth, press, grain: { kind: "noise" } },
          paint: { flow },
        });
        const smooth = brushOf({ tip: { size: 900, hardness: 0 }, paint: { flow: 1 } });
        const job = {
          strokes: [[{ x: 128, y: 128, time: 0, pressure: 1 }]],
          width: SIDE,
          height: SIDE,
          ink,
          paper: null,
          seed: 1,
        };
        const [grained, plain] = [renderHand16({ ...job, brush }), renderHand16({ ...job, brush: smooth })];
        for (let i = 0; i < SIDE * SIDE; i += 7) {
          const height = heights[Math.floor(i / SIDE) * GRAIN_SIDE + (i % SIDE)];
          const m = plain[i * 4 + 3] / 65535;
          const wanted = m * flow * groundCeiling(law, m, height, depth, press, 0.35, NATURAL_SHARPNESS);
          worst = Math.max(worst, Math.abs(grained[i * 4 + 3] / 65535 - wanted));
        }
      }
    }
    expect(worst).toBeLessThan(1 / 255);
  });

  test("depth 0 changes nothing, and the deeper the grain the less paint is left", () => {
    expect(mean(on(0, 0.6))).toBe(mean(print(null, 0.6)));
    const left = [0, 0.25, 0.5, 0.75, 1].map((depth) => mean(on(depth, 0.6)));
    if (law === "peaks") return expect(Math.min(...left)).toBeLessThanOrEqual(left[0]);
    for (let i = 1; i < left.length; i++) expect(left[i]).toBeLessThan(left[i - 1]);
  });

  test("leaves on the whole what the mean of its formula over all heights says", () => {
    const drawn = drawGrain({ kind: "paper", roughness: 0.5, seed: 1 });
    const heights = law === "peaks" ? ranksOf(drawn) : drawn;
    const part = heights.filter((_, i) => i % GRAIN_SIDE < SIDE && i < SIDE * GRAIN_SIDE);
    // The strength of a mark that is full all over is 1: paint is as strong as its flow.
    const ceilings = Array.from(part).reduce(
      (sum, g) => sum + groundCeiling(law, 1, g, 0.8, 1, 0.35, NATURAL_SHARPNESS),
      0,
    );
    expect(mean(on(0.8, 0.7, { kind: "paper" }))).toBeCloseTo((0.7 * ceilings) / part.length, 2);
  });
});

test("the grain lies still under all strokes, or begins anew with each", () => {
  const painted = (anchor: string, x: number) => {
    const brush = brushOf({ tip: { size: 60 }, ground: { anchor, law: "print", depth: 1, grain: { kind: "sand" } } });
    const pixels = renderHand16({
      brush,
      strokes: [[{ x, y: 100, time: 0, pressure: 1 }]],
      width: SIDE,
      height: SIDE,
      ink,
      paper: null,
      seed: 1,
    });
    return (dx: number) => pixels[(100 * SIDE + x + dx) * 4 + 3];
  };
  const row = Array.from({ length: 40 }, (_, i) => i - 20);
  const [still, moved] = [painted("surface", 100), painted("surface", 117)];
  for (const dx of row.slice(20)) expect(Math.abs(moved(dx - 17) - still(dx))).toBeLessThan(10);
  const [first, second] = [painted("stroke", 100), painted("stroke", 117)];
  for (const dx of row) expect(Math.abs(second(dx) - first(dx))).toBeLessThan(10);
});

test("scale, contrast, brightness, inversion and rotation do what they say", () => {
  const lines = (more: object) => print({ law: "print", depth: 1, grain: { kind: "lines", across: 16 }, ...more }, 1);
  const period = (alpha: (x: number, y: number) => number) => {
    const column = Array.from({ length: SIDE }, (_, y) => alpha(100, y));
    return SIDE / column.filter((v, y) => y > 0 && v > 0.5 && column[y - 1] <= 0.5).length;
  };
  expect(period(lines({}))).toBeCloseTo(32, 0);
  expect(period(lines({ grainScale: 0.5 }))).toBeCloseTo(16, 0);
  expect(lines({})(40, 0)).toBeGreaterThan(0.9);
  expect(lines({ invert: true })(40, 0)).toBeLessThan(0.1);
  expect(mean(lines({ brightness: 0.3 }))).toBeGreaterThan(mean(lines({})) + 0.15);
  const middling = (alpha: (x: number, y: number) => number) =>
    Array.from({ length: SIDE }, (_, y) => alpha(10, y)).filter((v) => v > 0.1 && v < 0.9).length;
  expect(middling(lines({ contrast: 3 }))).toBeLessThan(middling(lines({})) / 2);
  const turned = lines({ rotation: 90 });
  expect(turned(40, 10)).toBeCloseTo(turned(40, 200), 3);
});

test("a grain is erased and coloured through as well", () => {
  const job = { strokes: [lineSamples(40, 128, 216, 128)], width: SIDE, height: SIDE, paper: null, seed: 1 };
  const ground = { law: "print", depth: 1, grain: { kind: "sand" } };
  const under = {
    width: SIDE,
    height: SIDE,
    channels: 1 as const,
    data: new Uint8Array(SIDE * SIDE).fill(90),
    full: 255,
  };
  const erased = renderHand16({
    ...job,
    brush: brushOf({ tip: { size: 60 }, ground }),
    ink: { ...ink, erases: true },
    under,
  });
  const alphas = new Set(Array.from({ length: 100 }, (_, i) => erased[(128 * SIDE + 70 + i) * 4 + 3]));
  expect(alphas.size).toBeGreaterThan(20);
  const tinted = renderHand16({
    ...job,
    brush: brushOf({
      tip: { size: 60 },
      ground,
      responses: [{ quality: "lightness", source: "chance", low: 0.2, high: 0.5 }],
    }),
    ink,
  });
  const colours = new Set(Array.from({ length: 100 }, (_, i) => tinted[(128 * SIDE + 70 + i) * 4]));
  expect(colours.size).toBeGreaterThan(20);
});

describe("a grain from a picture", () => {
  const grainPicture = (
    width: number,
    height: number,
    data: Uint8Array | Uint16Array,
    channels: 1 | 2 | 4 = 1,
  ): Pictures =>
    new Map([["grains/g.png", { width, height, channels, data, full: data instanceof Uint16Array ? 65535 : 255 }]]);
  const heights = (pictures: Pictures, ground: object = {}) => {
    const brush = brushOf({
      tip: { size: 900 },
      ground: { law: "print", depth: 1, grain: { kind: "picture", file: "grains/g.png" }, ...ground },
    });
    const pixels = renderHand16({
      brush,
      strokes: [[{ x: 128, y: 128, time: 0, pressure: 1 }]],
      width: SIDE,
      height: SIDE,
      ink,
      paper: null,
      seed: 1,
      pictures,
    });
    return (x: number, y: number) => pixels[(y * SIDE + x) * 4 + 3] / 65535;
  };

  test("is as high as it is light, keeps its 16 bits, and repeats by its own sides", () => {
    const data = Uint16Array.from({ length: 30 * 21 }, (_, i) => (i * 12_007) % 65536);
    const at = heights(grainPicture(30, 21, data));
    for (const [x, y] of [
      [3, 5],
      [17, 20],
      [29, 0],
    ]) {
      expect(at(x, y)).toBeCloseTo(data[y * 30 + x] / 65535, 3);
      expect(at(x + 60, y + 42)).toBeCloseTo(at(x, y), 4);
    }
  });

  test("of one px is level, and what is transparent is a valley", () => {
    const flat = heights(grainPicture(1, 1, Uint8Array.of(102)));
    expect(flat(10, 10)).toBeCloseTo(0.4, 3);
    expect(flat(200, 90)).toBeCloseTo(0.4, 3);
    expect(heights(grainPicture(2, 1, Uint8Array.of(255, 255, 255, 0), 2))(1, 0)).toBeLessThan(0.01);
  });

  test("is averaged before it is shown smaller", () => {
    const checks = grainPicture(
      64,
      64,
      Uint8Array.from({ length: 64 * 64 }, (_, i) => ((i + Math.floor(i / 64)) % 2 ? 255 : 0)),
    );
    const at = heights(checks, { grainScale: 0.25 });
    for (const [x, y] of [
      [10, 10],
      [11, 10],
      [57, 31],
    ])
      expect(at(x, y)).toBeCloseTo(0.5, 2);
  });

  test("that is not there is named", () => {
    expect(() => heights(new Map())).toThrow("grains/g.png: the ground's picture is missing");
  });
});

test("a grain that goes along with marks is the same in all of them, unless it strays", () => {
  const tap = (x: number, strays: boolean) => {
    const brush = brushOf({
      tip: { size: 60 },
      ground: { anchor: "mark", strays, law: "print", depth: 1, grain: { kind: "sand" } },
      trail: { spacing: 2 },
    });
    const pixels = renderHand16({
      brush,
      strokes: [lineSamples(60, 100, 60 + x, 100)],
      width: SIDE,
      height: SIDE,
      ink,
      paper: null,
      seed: 1,
    });
    return (dx: number, dy: number) => pixels[((100 + dy) * SIDE + dx) * 4 + 3];
  };
  const row = Array.from({ length: 40 }, (_, i) => i - 20);
  const still = tap(125, false);
  for (const d of row) expect(Math.abs(still(180 + d, d >> 1) - still(60 + d, d >> 1))).toBeLessThan(10);
  const strayed = tap(125, true);
  expect(row.some((d) => Math.abs(strayed(180 + d, 0) - strayed(60 + d, 0)) > 5000)).toBe(true);
});

describe("the surface's own paper", () => {
  const paper = { ...plainGroundOf(), grain: grainOf("sand"), law: "print" as const, depth: 0.8 };
  const job = (ground: object | null, grain?: Ground) => ({
    brush: brushOf({ tip: { size: 900 }, ground }),
    strokes: [[{ x: 128, y: 128, time: 0, pressure: 1 }]],
    width: SIDE,
    height: SIDE,
    ink,
    paper: hexToRgb("#ffffff"),
    seed: 1,
    grain,
  });

  test("is met by a brush without a ground as if it were its own", () => {
    expect([...renderHand16(job(null, paper))]).toEqual([...renderHand16(job(paper))]);
  });

  test("adds its valleys to those of a brush's ground", () => {
    const lines = { law: "print", depth: 1, grain: { kind: "lines", across: 16 } };
    const [both, own] = [renderHand16(job(lines, paper)), renderHand16(job(lines))];
    const sheet = renderHand16(job({ ...paper, depth: 1 }));
    for (let i = 0; i < 4000; i += 37) {
      const left = (pixels: Uint16Array) => 1 - pixels[i * 4] / 65535;
      expect(left(both)).toBeLessThanOrEqual(left(own) + 1e-4);
      expect(left(both)).toBeCloseTo(left(own) * (1 - paper.depth * (1 - left(sheet))), 2);
    }
  });

  test("is shown as relief when the light is told to", () => {
    const blank = { ...job(null, paper), strokes: [] };
    const flat = renderHand({ ...blank, light: tableLight });
    const raised = renderHand({ ...blank, light: { ...tableLight, paper: 0.3 } });
    expect(new Set(flat).size).toBe(1);
    expect(new Set(raised).size).toBeGreaterThan(20);
  });
});
