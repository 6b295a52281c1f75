import type { Brush } from "@core/brush";
import { type MainHand, proofsOn } from "@core/hand/proof";
import { scoreOf } from "@core/measure/score";
import type { Source } from "@core/response/sources";

/** A paper of common size: the readings of a hand hardly depend on it. */
const PAPER = { width: 1240, height: 380 };

/** What a signal was along the main stroke, 0…1 at even ways; nothing where there is no such signal. */
export function readingsOf(brush: Brush, hand: MainHand, source: Source): readonly number[] {
  const { lanes } = scoreOf(brush, proofsOn(PAPER.width, PAPER.height, [], hand)[0].strokes[0], 1);
  return lanes.find((lane) => lane.kind === "signal" && lane.name === source)?.values ?? [];
}
