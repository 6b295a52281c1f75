import { renderHand16 } from "@core/stroke/render";
import { createCanvas } from "@napi-rs/canvas";
import { describe, expect, test } from "vitest";
import { brushOf } from "../helpers";

const SIDE = 300;
type Place = readonly [number, number];

/** Alpha, 0…1, of a stroke between two places. */
function stroke(part: object, a: Place, b: Place): Float64Array {
  const samples = Array.from({ length: 60 }, (_, i) => ({
    x: a[0] + ((b[0] - a[0]) * i) / 59,
    y: a[1] + ((b[1] - a[1]) * i) / 59,
    time: i * 8,
    pressure: 1,
  }));
  const pixels = renderHand16({
    brush: brushOf(part),
    strokes: [samples],
    width: SIDE,
    height: SIDE,
    ink: { colour: [0, 0, 0], second: [1, 1, 1] },
    paper: null,
    seed: 1,
  });
  return Float64Array.from({ length: SIDE * SIDE }, (_, i) => pixels[i * 4 + 3] / 65535);
}

/** The same line as Skia draws it, antialiased once. */
function lineOfSkia(size: number, a: Place, b: Place): Float64Array {
  const canvas = createCanvas(SIDE, SIDE);
  const context = canvas.getContext("2d");
  context.lineWidth = size;
  context.lineCap = "round";
  context.beginPath();
  context.moveTo(...a);
  context.lineTo(...b);
  context.stroke();
  const { data } = context.getImageData(0, 0, SIDE, SIDE);
  return Float64Array.from({ length: SIDE * SIDE }, (_, i) => data[i * 4 + 3] / 255);
}

const sum = (values: Float64Array) => values.reduce((a, b) => a + b, 0);
const partly = (values: Float64Array) => values.filter((v) => v > 0.05 && v < 0.95).length;

const from: Place = [30.3, 28.7];
const slants: Place[] = [
  [230, 0],
  [230, 12],
  [225, 40],
  [210, 91],
  [175, 165],
  [165, 165],
  [60, 225],
  [0, 230],
];

describe.each(["build-up", "even"])("a hard line, %s", (build) => {
  test.each([0.5, 1, 2, 4, 8, 20])(
    "of %s px has the ink of a line of that width within 4 %%, at any slant and spacing",
    (size) => {
      for (const [dx, dy] of slants) {
        const to: Place = [from[0] + dx, from[1] + dy];
        const truth = size * Math.hypot(dx, dy) + (Math.PI / 4) * size * size;
        for (const spacing of [0.02, 0.1, 0.25]) {
          const ink = sum(stroke({ tip: { size }, trail: { spacing }, paint: { build } }, from, to));
          expect(Math.abs(ink / truth - 1), `${dx}, ${dy} at ${spacing}`).toBeLessThan(0.04);
        }
      }
    },
  );

  // Exact diagonals are left out: there a line's edge meets px only at a few places of theirs, and a count says little.
  test.each([2, 4, 8, 20])("of %s px has as many partly covered px as Skia's, within 15 %%", (size) => {
    for (const [dx, dy] of slants.filter(([x, y]) => x !== y)) {
      const to: Place = [from[0] + dx, from[1] + dy];
      const count = partly(stroke({ tip: { size }, trail: { spacing: 0.1 }, paint: { build } }, from, to));
      expect(Math.abs(count / partly(lineOfSkia(size, from, to)) - 1), `${dx}, ${dy}`).toBeLessThan(0.15);
    }
  });
});

/** How wide a level line is at half of its strength ÷ its size, and its ink ÷ its size: means over places within a px. */
function widthOf(size: number, hardness: number): { readonly width: number; readonly ink: number } {
  let width = 0;
  let ink = 0;
  const offsets = [0, 0.25, 0.5, 0.75];
  for (const off of offsets) {
    const y = 150 + off;
    const alphas = stroke({ tip: { size, hardness }, trail: { spacing: 0.1 } }, [20, y], [280, y]);
    const column = Array.from({ length: SIDE }, (_, row) => {
      let mean = 0;
      for (let x = 130; x < 170; x++) mean += alphas[row * SIDE + x] / 40;
      return mean;
    });
    const half = Math.max(...column) / 2;
    column.forEach((v, row) => {
      const before = column[row - 1] ?? 0;
      if (before < half && v >= half) width -= row - 1 + (half - before) / (v - before);
      if (before >= half && v < half) width += row - 1 + (before - half) / (before - v);
    });
    ink += column.reduce((a, b) => a + b, 0);
  }
  return { width: width / size / offsets.length, ink: ink / size / offsets.length };
}

test.each([0, 0.3, 0.5, 0.7, 0.85, 0.95, 1])(
  "hardness %s: a line is as wide for its size from 4 to 256 px, within 3 %%",
  (hardness) => {
    const largest = widthOf(256, hardness);
    for (const size of [4, 6, 9, 14, 22, 40, 90]) {
      const { width, ink } = widthOf(size, hardness);
      expect(Math.abs(width / largest.width - 1), `${size} px`).toBeLessThan(0.03);
      expect(Math.abs(ink / largest.ink - 1), `${size} px`).toBeLessThan(0.03);
    }
  },
);

test.each([{ kind: "rake" }, { kind: "bristles", hairs: 60 }, { kind: "speckle" }, { kind: "rectangle" }])(
  "$kind: the ink for its size is the same from 10 to 240 px, within 5 %",
  (shape) => {
    const inkOf = (size: number) => {
      const alphas = stroke({ tip: { size, shape, angle: 90 }, trail: { spacing: 0.05 } }, [20, 150.3], [280, 150.3]);
      let ink = 0;
      for (let y = 0; y < SIDE; y++) for (let x = 140; x < 160; x++) ink += alphas[y * SIDE + x] / 20;
      return ink / size;
    };
    const inks = [10, 20, 40, 80, 160, 240].map(inkOf);
    expect(Math.max(...inks) / Math.min(...inks)).toBeLessThan(1.05);
  },
);

// A dip between two discs of radius 1 whose middles lie 2·spacing apart: 1 − √(1 − spacing²).
test.each([0.3, 0.5, 0.8])(
  "at spacing %s the scallops of a hard tip are as deep as geometry says, within 2 %% of the radius",
  (spacing) => {
    const size = 120;
    const alphas = stroke({ tip: { size }, trail: { spacing } }, [20, 150], [280, 150]);
    const edgeAt = (x: number) => {
      let covered = 0;
      for (let y = 0; y < 150; y++) covered += alphas[y * SIDE + x];
      return covered;
    };
    const edges = Array.from({ length: 130 }, (_, i) => edgeAt(90 + i));
    const depth = (Math.max(...edges) - Math.min(...edges)) / (size / 2);
    expect(Math.abs(depth - (1 - Math.sqrt(1 - spacing * spacing)))).toBeLessThan(0.02);
  },
);

test("soft low-flow marks still build up: a hundred passes of 2 % are nearly full", () => {
  const alphas = stroke(
    { tip: { size: 60, hardness: 0 }, trail: { spacing: 0.02 }, paint: { flow: 0.02 } },
    [60, 150],
    [240, 150],
  );
  const middle = alphas[150 * SIDE + 150];
  expect(middle).toBeGreaterThan(0.35);
  expect(alphas[130 * SIDE + 150]).toBeGreaterThan(0.08);
  expect(alphas[130 * SIDE + 150]).toBeLessThan(middle);
});

test("a flat tip thinner than a px is a hairline along its side, and full across it", () => {
  const flat = { tip: { size: 40, roundness: 0.01, angle: 0 }, trail: { spacing: 0.1 } };
  const along = stroke(flat, [60, 150.5], [240, 150.5]);
  let ink = 0;
  for (let y = 140; y < 162; y++) ink += along[y * SIDE + 150];
  expect(Math.abs(ink / 0.4 - 1)).toBeLessThan(0.06);
  const across = stroke(flat, [150.5, 60], [150.5, 240]);
  expect(across[150 * SIDE + 150]).toBeGreaterThan(0.85);
});
