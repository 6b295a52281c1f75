import type { Brush } from "../brush";
import { strokeWork } from "../stroke/work";
import type { Doing } from "./act";
import { brushOfStroke } from "./sheet";
import type { Trace } from "./trace";

/**
 * About how much painting some acts take, in the unit of `strokeWork`; told from their ways alone, without painting any.
 * @param brushOf a brush by its hash; strokes of others take nothing
 */
export function workOfStudy(
  acts: readonly Doing[],
  sheet: { readonly width: number; readonly height: number },
  brushOf: (hash: string) => Brush | undefined,
): number {
  let work = 0;
  for (const act of acts) {
    const brush = act.kind === "stroke" ? brushOf(act.brush) : undefined;
    if (act.kind === "stroke" && brush)
      work += strokeWork(brushOfStroke(brush, act), wayOf(act.trace), sheet.width * sheet.height);
  }
  return work;
}

/** How far a pen went, px. */
function wayOf({ x, y }: Trace): number {
  let way = 0;
  // The first number is a place, the others are steps, in 1/32 px.
  for (let i = 1; i < x.length; i++) way += Math.hypot(x[i], y[i]);
  return way / 32;
}
