import { grainOf } from "@core/ground/grain";
import { type Ground, plainGroundOf } from "@core/ground/model";
import type { PaperManner } from "./protocol";

/** How far the paper's own grain shows. */
const PAPER_DEPTH = 0.45;

/** The ground that a paper's own grain is; none for a smooth one. */
export function paperOf({ grain }: Pick<PaperManner, "grain">): Ground | undefined {
  return grain === null ? undefined : { ...plainGroundOf(), grain: grainOf(grain), depth: PAPER_DEPTH };
}
