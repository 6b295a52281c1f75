import type { Brush } from "@core/brush";
import { type MainHand, proofsOn } from "@core/hand/proof";
import { scoreOf } from "@core/measure/score";
import type { Source } from "@core/response/sources";

/** A paper of common size: the readings of a hand hardly depend on it. */
const PAPER = { width: 1240, height: 380 };

/** What signals were along the main stroke, read once when first asked for. */
export function readingsOf(brush: Brush, hand: MainHand): (source: Source) => readonly number[] {
  let lanes: ReturnType<typeof scoreOf>["lanes"] | undefined;
  return (source) => {
    lanes ??= scoreOf(brush, proofsOn(PAPER.width, PAPER.height, [], hand)[0].strokes[0], 1).lanes;
    return lanes.find((lane) => lane.kind === "signal" && lane.name === source)?.values ?? [];
  };
}
