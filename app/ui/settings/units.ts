import type { QualityRow, Unit } from "@core/quality/row";
import { scaleLinear, scaleLog, scalePow } from "d3-scale";

/** Reads "50%", "50 %", "0.5", "12 px", "−18°", "2 s"; undefined when it is no number. A bare share above 1 is per cent, a bare time seconds. */
export function readValue(text: string, unit: Unit): number | undefined {
  const found = /^\s*([-−+]?(?:\d+[.,]?\d*|[.,]\d+))\s*(%|px|°|×|x|s|ms)?\s*$/.exec(text);
  if (!found) return undefined;
  const number = Number(found[1].replace("−", "-").replace(",", "."));
  if (unit === "ms") return found[2] === "ms" ? number : number * 1000;
  const isShare = unit === "share" || unit === "shift";
  return isShare && (found[2] === "%" || Math.abs(number) > 1) ? number / 100 : number;
}

/** Reads several values, divided by semicolons or spaces; where one is none, what it is. */
export function readValues(
  text: string,
  unit: Unit,
): { readonly values: readonly number[] } | { readonly wrong: string } {
  const parts = text.split(/[;\s](?=\s*[-−+\d.,])|;/).filter((part) => part.trim() !== "");
  const read = parts.map((part) => readValue(part, unit));
  const wrong = parts.find((_, i) => read[i] === undefined);
  return wrong === undefined ? { values: read as number[] } : { wrong: wrong.trim() };
}

/** A slider's way over a quality's range: by ratio where the range spans orders of magnitude. */
export function sliderScale({ low, high, scale }: Pick<QualityRow, "low" | "high" | "scale">) {
  return scale === "ratio" ? ratioScale(low, high) : scaleLinear().domain([low, high]).range([0, 1000]).clamp(true);
}

/** A slider's way by ratio. Nought has no ratio to anything: a range that begins there is stretched at its beginning instead. */
export function ratioScale(low: number, high: number) {
  const scale = low > 0 ? scaleLog() : scalePow().exponent(0.4);
  return scale.domain([low, high]).range([0, 1000]).clamp(true);
}

const steps: Partial<Record<Unit, number>> = { share: 0.01, shift: 0.01, sizes: 0.1, ms: 500 };

/** A value one step up or down: a hundredth of a share, a tenth of a size's multiple, a px, a degree, a mark, half a second; ten with `wide`. */
export function stepped(value: number, unit: Unit, direction: 1 | -1, wide: boolean): number {
  const step = steps[unit] ?? 1;
  return Number((value + direction * step * (wide ? 10 : 1)).toFixed(4));
}
