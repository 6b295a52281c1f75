import { renderHand16 } from "@core/stroke/render";
import { describe, expect, test } from "vitest";
import { brushOf } from "../helpers";

// The simplest road once more, in plain float64 and without a line of the engine's: a round soft tip along a level line, marks
// at equal steps, each fading by a smoothstep, building up under a ceiling. docs/engine.md says the same in words.

const WIDE = 260;
const TALL = 120;

interface Road {
  readonly size: number;
  readonly hardness: number;
  readonly spacing: number;
  readonly flow: number;
  readonly opacity: number;
}

function inFloat({ size, hardness, spacing, flow, opacity }: Road, from: number, to: number, y: number): Float64Array {
  const out = new Float64Array(WIDE * TALL);
  for (let mark = 0; ; mark++) {
    const x = from + mark * spacing * size;
    if (x > to + 1e-6) return out;
    for (let py = 0; py < TALL; py++) {
      for (let px = 0; px < WIDE; px++) {
        const r = Math.hypot(px + 0.5 - x, py + 0.5 - y) / (size / 2);
        const t = Math.min(1, Math.max(0, (1 - r) / (1 - hardness)));
        const m = t * t * (3 - 2 * t);
        const at = py * WIDE + px;
        out[at] += m * flow * Math.max(0, opacity - out[at]);
      }
    }
  }
}

const roads: Road[] = [
  { size: 60, hardness: 0, spacing: 0.1, flow: 0.3, opacity: 1 },
  { size: 60, hardness: 0.5, spacing: 0.05, flow: 0.1, opacity: 0.8 },
  { size: 90, hardness: 0.2, spacing: 0.15, flow: 1, opacity: 1 },
  { size: 36, hardness: 0.1, spacing: 0.03, flow: 0.02, opacity: 1 },
  { size: 100, hardness: 0.6, spacing: 0.25, flow: 0.6, opacity: 0.5 },
];

describe("the engine against float64", () => {
  test.each(roads)(
    "size $size, hardness $hardness, spacing $spacing, flow $flow: mean below 0.3/255, worst below 3",
    (road) => {
      const [from, to, y] = [70, 190, 60.5];
      const samples = Array.from({ length: 31 }, (_, i) => ({
        x: from + ((to - from) * i) / 30,
        y,
        time: i * 8,
        pressure: 1,
      }));
      const pixels = renderHand16({
        brush: brushOf({
          tip: { size: road.size, hardness: road.hardness },
          trail: { spacing: road.spacing },
          paint: { flow: road.flow, opacity: road.opacity },
        }),
        strokes: [samples],
        width: WIDE,
        height: TALL,
        ink: { colour: [0, 0, 0], second: [0, 0, 0] },
        paper: null,
        seed: 1,
      });
      const wanted = inFloat(road, from, to, y);
      let sum = 0;
      let worst = 0;
      let painted = 0;
      wanted.forEach((alpha, i) => {
        const error = Math.abs(pixels[i * 4 + 3] / 65535 - alpha) * 255;
        if (alpha > 0 || error > 0) painted++;
        sum += error;
        worst = Math.max(worst, error);
      });
      expect(sum / painted).toBeLessThan(0.3);
      expect(worst).toBeLessThan(3);
    },
  );
});
