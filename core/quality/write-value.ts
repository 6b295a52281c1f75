import type { Unit } from "./row";

const suffix: Record<Unit, string> = { px: " px", degrees: "°", share: " %", sizes: "×", marks: "", shift: " %" };

/** A quality's value as painters write it. */
export function writeValue(value: number, unit: Unit): string {
  const shown = unit === "share" || unit === "shift" ? value * 100 : value;
  const digits = Math.abs(shown) < 10 && unit !== "marks" ? 1 : 0;
  return `${String(Number(shown.toFixed(digits))).replace("-", "−")}${suffix[unit]}`;
}
