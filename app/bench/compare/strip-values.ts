import type { QualityRow } from "@core/quality/row";

/** Values about the present one, by ratio; by steps where the quality may be nought or negative. */
const RATIOS = [0.3, 0.55, 0.8, 1, 1.3, 1.8, 2.6];
const STEPS = 7;

const SHEET_RATIOS = [0.4, 0.7, 1, 1.5, 2.3];

/** The values of one side of a sheet that varies two qualities: five at most. */
export function sheetValues(row: QualityRow, now: number): number[] {
  return valuesAbout(row, now, SHEET_RATIOS, SHEET_RATIOS.length, row.joins === "multiply" ? 1 : 0);
}

/** The five to seven values that a test strip shows, rising, the present one among them. */
export function stripValues(row: QualityRow, now: number): number[] {
  return valuesAbout(row, now, RATIOS, STEPS);
}

function valuesAbout(row: QualityRow, now: number, ratios: readonly number[], steps: number, skipped = 0): number[] {
  const { low, high, unit } = row;
  const byRatio = unit === "px" || unit === "sizes" || row.body === "trail";
  const marks = unit === "marks";
  const wanted =
    byRatio && now > 0
      ? ratios.map((ratio) => now * ratio)
      : Array.from({ length: steps }, (_, i) => low + ((high - low) * (i + skipped)) / (steps - 1 + skipped));
  const round = (value: number) =>
    marks ? Math.round(value) : Number(Math.min(high, Math.max(low, value)).toPrecision(3));
  const values = wanted.map((value) => round(Math.min(high, Math.max(low, value))));
  const nearest = values.reduce(
    (best, value, i) => (Math.abs(value - now) < Math.abs(values[best] - now) ? i : best),
    0,
  );
  values[nearest] = now;
  return [...new Set(values)].sort((a, b) => a - b);
}
