import { chance, drift } from "@core/chance/counter";
import { describe, expect, test } from "vitest";

const N = 100_000;
const row = (seed: number, stream: number) => Array.from({ length: N }, (_, n) => chance(seed, n, stream));

describe("the counter-based generator", () => {
  // Kolmogorov–Smirnov: the chance of a larger distance is about 2·exp(−2nD²). Of 100 good rows one fails at the 1 % level;
  // more than six failing has a chance below 0.1 %.
  test("is uniform for many seeds and streams", () => {
    const count = 20_000;
    const failing = Array.from({ length: 100 }, (_, k) => {
      const sorted = Array.from({ length: count }, (_, n) => chance(k * 7 + 1, n, k * 13)).sort((a, b) => a - b);
      const distance = sorted.reduce(
        (most, v, i) => Math.max(most, Math.abs(v - i / count), Math.abs(v - (i + 1) / count)),
        0,
      );
      return 2 * Math.exp(-2 * count * distance * distance) < 0.01;
    }).filter(Boolean).length;
    expect(failing).toBeLessThanOrEqual(6);
  });

  // Chi-squared with 255 degrees of freedom, 1 % level: 310.5.
  test("fills 256 bins evenly, low bits too", () => {
    for (const bin of [(v: number) => Math.floor(v * 256), (v: number) => Math.floor(v * 2 ** 32) % 256]) {
      const counts = new Array(256).fill(0);
      for (const v of row(3, 5)) counts[bin(v)]++;
      const expected = N / 256;
      expect(counts.reduce((sum, c) => sum + (c - expected) ** 2 / expected, 0)).toBeLessThan(310.5);
    }
  });

  // For independent numbers the correlation is normal with deviation 1/√n; 2.58 of them is the 1 % bound.
  test("has no correlation between neighbours, streams or seeds", () => {
    const bound = 2.576 / Math.sqrt(N);
    const a = row(11, 4);
    expect(Math.abs(correlation(a.slice(1), a.slice(0, -1)))).toBeLessThan(bound);
    expect(Math.abs(correlation(a, row(11, 68)))).toBeLessThan(bound);
    expect(Math.abs(correlation(a, row(12, 4)))).toBeLessThan(bound);
  });
});

function correlation(a: readonly number[], b: readonly number[]): number {
  const mean = (v: readonly number[]) => v.reduce((s, x) => s + x, 0) / v.length;
  const [ma, mb] = [mean(a), mean(b)];
  let ab = 0;
  let aa = 0;
  let bb = 0;
  for (let i = 0; i < a.length; i++) {
    ab += (a[i] - ma) * (b[i] - mb);
    aa += (a[i] - ma) ** 2;
    bb += (b[i] - mb) ** 2;
  }
  return ab / Math.sqrt(aa * bb);
}

test("drift is smooth and meets its numbers at the whole places", () => {
  for (let i = 0; i < 50; i++) expect(drift(5, i, 2)).toBeCloseTo(chance(5, i, 2), 12);
  for (let x = 0; x < 20; x += 0.01) expect(Math.abs(drift(5, x + 0.01, 2) - drift(5, x, 2))).toBeLessThan(0.02);
});
