import type { Brush } from "../brush/schema";
import type { HairyShape } from "../tip/shape/hairs";

/** A brush whose hairs are drawn as lines from place to place. */
export interface Swept {
  readonly tip: { readonly shape: HairyShape };
}

/** Whether a brush's hairs or lines are swept along the way; scattered and multiplied, they are stamped like any other tip. */
export function isSwept(brush: Brush): brush is Brush & Swept {
  const { tip, trail, responses } = brush;
  if (tip.shape.kind !== "bristles" && tip.shape.kind !== "rake") return false;
  const strays = trail.scatter > 0 || trail.scatterAlong > 0 || trail.count > 1 || trail.perSecond > 0;
  return !strays && !responses.some((r) => r.quality === "count" && !r.muted);
}

/** px from one place to the next of a swept tip: near enough that curves stay round. */
export function sweepStep(size: number): number {
  return Math.min(4, Math.max(1, size / 20));
}
