import type { Brush } from "../brush";
import { extentAlong } from "../tip/shape/extent";
import { passesTo } from "./build-up";

/** A few numbers that say what a brush does, from its values alone. */
export interface Behaviour {
  /** The tip's longer side, px. */
  readonly size: number;
  /** 0 hard … 1 all edge. */
  readonly softness: number;
  /** Marks that lie over one another at any place of a straight stroke. */
  readonly overlap: number;
  /** Strokes over the same place until 95 % of the ceiling; Infinity when nothing flows. */
  readonly passes: number;
  /** The sources that drive it, each once. */
  readonly drivenBy: readonly string[];
}

/** Reads a brush's behaviour off its values, at full pressure. */
export function behaviour({ tip, trail, paint, responses }: Brush): Behaviour {
  const step = trail.spacing * extentAlong(tip.shape, tip.size, tip.roundness, tip.angle);
  const overlap =
    ((extentAlong(tip.shape, tip.size, tip.roundness, tip.angle) / Math.max(step, 0.2)) * Math.round(trail.count)) /
    (1 + 2 * trail.scatter);
  const strokeFlow = 1 - (1 - Math.min(paint.flow, 0.999_999)) ** Math.max(1, overlap);
  return {
    size: tip.size,
    softness: 1 - tip.hardness,
    overlap,
    passes: paint.build === "even" ? passesTo(0.95, paint.flow) : passesTo(0.95, strokeFlow),
    drivenBy: [...new Set(responses.filter(({ muted }) => !muted).map((r) => r.source))],
  };
}
