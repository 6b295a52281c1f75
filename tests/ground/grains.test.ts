import { drawGrain, GRAIN_SIDE } from "@core/ground/draw-grain";
import { type DrawnGrain, drawnGrainKinds, grainOf } from "@core/ground/grain";
import { describe, expect, test } from "vitest";

/** The power of a grain's waves: of (u, v) waves across and down. By a plain radix-2 transform of rows, then of columns. */
function powerOf(heights: Float32Array): (u: number, v: number) => number {
  const n = GRAIN_SIDE;
  const mean = heights.reduce((a, b) => a + b, 0) / heights.length;
  const re = Float64Array.from(heights, (h) => h - mean);
  const im = new Float64Array(n * n);
  const transform = (at: (i: number) => number) => {
    for (let i = 1, j = 0; i < n; i++) {
      let bit = n >> 1;
      for (; j & bit; bit >>= 1) j ^= bit;
      j ^= bit;
      if (i < j) for (const part of [re, im]) [part[at(i)], part[at(j)]] = [part[at(j)], part[at(i)]];
    }
    for (let long = 2; long <= n; long <<= 1)
      for (let start = 0; start < n; start += long)
        for (let k = 0; k < long / 2; k++) {
          const angle = (-2 * Math.PI * k) / long;
          const [c, s] = [Math.cos(angle), Math.sin(angle)];
          const [a, b] = [at(start + k), at(start + k + long / 2)];
          const [x, y] = [re[b] * c - im[b] * s, re[b] * s + im[b] * c];
          [re[b], im[b]] = [re[a] - x, im[a] - y];
          [re[a], im[a]] = [re[a] + x, im[a] + y];
        }
  };
  for (let y = 0; y < n; y++) transform((i) => y * n + i);
  for (let x = 0; x < n; x++) transform((i) => i * n + x);
  return (u, v) => {
    const i = (((v % n) + n) % n) * n + (((u % n) + n) % n);
    return re[i] * re[i] + im[i] * im[i];
  };
}

/** Mean power within 9° of the axes ÷ within 9° of the diagonals, ring by ring, so that falling spectra count alike. */
function axesToDiagonals(heights: Float32Array): number {
  const power = powerOf(heights);
  let sum = 0;
  let rings = 0;
  for (let ring = 6; ring < 160; ring += 6) {
    const sums = [0, 0];
    const counts = [0, 0];
    for (let v = -ring - 6; v <= ring + 6; v++) {
      for (let u = 0; u <= ring + 6; u++) {
        const radius = Math.hypot(u, v);
        if (radius < ring || radius >= ring + 6) continue;
        const off = ((Math.atan2(v, u) * 180) / Math.PI + 360) % 90;
        const side = Math.min(off, 90 - off) < 9 ? 0 : Math.abs(off - 45) < 9 ? 1 : -1;
        if (side < 0) continue;
        sums[side] += power(u, v);
        counts[side]++;
      }
    }
    sum += Math.log(sums[0] / counts[0] / (sums[1] / counts[1]));
    rings++;
  }
  return Math.exp(sum / rings);
}

describe("drawn grains", () => {
  const without = ["noise", "paper", "hotpress", "sand", "fibres", "plaster", "sponge", "stone"] as const;

  test.each(without)("%s has no direction: power on the axes is within 1.5 of that on the diagonals", (kind) => {
    for (const seed of [1, 2]) {
      const ratio = axesToDiagonals(drawGrain({ ...grainOf(kind), seed } as DrawnGrain));
      expect(ratio).toBeGreaterThan(1 / 1.5);
      expect(ratio).toBeLessThan(1.5);
    }
  });

  test("laid paper has its wires and its chains: as many waves down and across as it says", () => {
    const heights = drawGrain(grainOf("laid"));
    const down = Array.from({ length: GRAIN_SIDE }, (_, y) =>
      heights.subarray(y * GRAIN_SIDE, (y + 1) * GRAIN_SIDE).reduce((a, b) => a + b, 0),
    );
    const across = Array.from({ length: GRAIN_SIDE }, (_, x) =>
      Array.from({ length: GRAIN_SIDE }, (_, y) => heights[y * GRAIN_SIDE + x]).reduce((a, b) => a + b, 0),
    );
    const middle = (row: number[]) => row.reduce((a, b) => a + b, 0) / row.length;
    const rises = (row: number[], level: number) =>
      row.filter((v, i) => v >= level && row[(i + row.length - 1) % row.length] < level).length;
    expect(Math.abs(rises(down, middle(down)) - 64)).toBeLessThan(14);
    // The chains are thin and deep.
    const chains = rises(
      across.map((v) => -v),
      -middle(across) + (middle(across) - Math.min(...across)) * 0.5,
    );
    expect(chains).toBe(4);
  });

  test("linen is less even than cloth from a loom, and primed canvas smoother than bare", () => {
    const roughness = (grain: DrawnGrain) => {
      const heights = drawGrain(grain);
      let sum = 0;
      for (let i = 1; i < heights.length; i++) sum += Math.abs(heights[i] - heights[i - 1]);
      return sum / heights.length;
    };
    const canvas = grainOf("canvas") as Extract<DrawnGrain, { kind: "canvas" }>;
    expect(roughness({ ...canvas, primed: 1 })).toBeLessThan(roughness({ ...canvas, primed: 0 }) * 0.95);
    // Both threads on, a cloth from a loom is itself again.
    const again = (grain: DrawnGrain) => {
      const heights = drawGrain(grain);
      const mean = heights.reduce((a, b) => a + b, 0) / heights.length;
      let own = 0;
      let shifted = 0;
      heights.forEach((h, i) => {
        own += (h - mean) ** 2;
        shifted += (h - mean) * (heights[(i + 16) % heights.length] - mean);
      });
      return shifted / own;
    };
    expect(again({ ...grainOf("weave"), threads: 64, unevenness: 0 } as DrawnGrain)).toBeGreaterThan(0.95);
    expect(again(grainOf("linen"))).toBeLessThan(0.8);
  });

  test("every kind is drawn from every end of its numbers", () => {
    for (const kind of drawnGrainKinds) {
      const heights = drawGrain({ ...grainOf(kind) });
      const mean = heights.reduce((a, b) => a + b, 0) / heights.length;
      const deviation = Math.sqrt(heights.reduce((a, b) => a + (b - mean) ** 2, 0) / heights.length);
      expect(deviation, kind).toBeGreaterThan(0.08);
      expect(mean, kind).toBeGreaterThan(0.15);
      expect(mean, kind).toBeLessThan(0.92);
    }
  });
});
