import { type Check, eachMember, type Finding } from "../model";

/** Coverage below this is not seen. */
const UNSEEN = 1 / 255;

export const invisible: Check = {
  name: "invisible",
  looksFor: "brushes that leave nothing, or nothing at a light touch",
  run: eachMember(({ brush: { paint }, judgement }): Omit<Finding, "id">[] => {
    const works = paint.mixing >= 0.95 || paint.soften > 0;
    if (paint.opacity === 0) return [{ gravity: "block", says: "Its opacity is nought: it leaves nothing." }];
    if (works) return [];
    if (paint.flow === 0) return [{ gravity: "block", says: "Nothing flows from it, and it works on nothing." }];
    if (!judgement) return [];
    const { coverage, lightWidth, passes } = judgement.measured;
    if (passes === null || coverage < UNSEEN)
      return [{ gravity: "block", says: "Its strokes leave nothing that is seen." }];
    return lightWidth === 0
      ? [{ gravity: "warning", says: "Pressed at a tenth it leaves nothing: a light hand will think it is broken." }]
      : [];
  }),
};
