import type { Brush } from "../brush";
import { type Choices, type Merge, mergeBrushes, type Side } from "./merge";

/** What a painter decides about a brush that both sides changed: all of one side, or part by part. */
export interface Decision {
  readonly whole?: Side;
  readonly parts?: Choices;
}

/** Joins two brushes as it was decided; where nothing was, as `mergeBrushes` does. */
export function mergeDecided(base: Brush, mine: Brush, theirs: Brush, { whole, parts = {} }: Decision = {}): Merge {
  if (whole === undefined) return mergeBrushes(base, mine, theirs, parts);
  const { changes } = mergeBrushes(base, mine, theirs);
  return {
    brush: whole === "mine" ? mine : theirs,
    changes: changes.map((one) => ({ ...one, has: whole })),
    unfit: undefined,
  };
}
