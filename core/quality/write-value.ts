import type { Unit } from "./row";

const suffix: Record<Unit, string> = {
  px: " px",
  degrees: "°",
  share: " %",
  sizes: "×",
  marks: "",
  shift: " %",
  ms: " s",
};

/** How many of what is shown one of a unit is. */
const shownOf: Partial<Record<Unit, number>> = { share: 100, shift: 100, ms: 0.001 };

/** A quality's value as painters write it. */
export function writeValue(value: number, unit: Unit): string {
  const shown = value * (shownOf[unit] ?? 1);
  const digits = Math.abs(shown) < 10 && unit !== "marks" ? 1 : 0;
  return `${String(Number(shown.toFixed(digits))).replace("-", "−")}${suffix[unit]}`;
}
