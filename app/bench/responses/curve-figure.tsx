import { curveFunction } from "@core/response/curve";
import type { Response } from "@core/response/model";
import { type Source, sources } from "@core/response/sources";
import { line } from "d3-shape";

const STEPS = 48;
const zigzag = [0.35, 0.75, 0.2, 0.9, 0.45, 0.65, 0.1];

/** A response's curve as the path of a figure `width`×`height`; chance is shown as what it is. */
export function curvePath(
  { curve, low, high, source }: Pick<Response, "curve" | "low" | "high" | "source">,
  width: number,
  height: number,
): string {
  const draw = line();
  if (isChance(source)) return draw(zigzag.map((y, i) => [(i / (zigzag.length - 1)) * width, (1 - y) * height])) ?? "";
  const value = curveFunction(curve);
  const falls = high < low;
  return (
    draw(
      Array.from({ length: STEPS + 1 }, (_, i) => [
        (i / STEPS) * width,
        (falls ? value(i / STEPS) : 1 - value(i / STEPS)) * height,
      ]),
    ) ?? ""
  );
}

export function isChance(source: Source): boolean {
  return sources[source].family === "chance";
}

/** A small picture of a response. */
export function CurveFigure({ response }: { response: Response }) {
  return (
    <svg
      aria-hidden
      width={24}
      height={12}
      className={`overflow-visible ${isChance(response.source) ? "text-chance" : "text-act"}`}
    >
      <path
        d={curvePath(response, 24, 12)}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.5}
        strokeLinejoin="round"
      />
    </svg>
  );
}
