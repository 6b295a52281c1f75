import { type Check, eachMember } from "../model";

export const vignette: Check = {
  name: "vignette",
  looksFor: "brushes that no small picture shows",
  run: eachMember(({ hasVignette }) =>
    hasVignette === false ? [{ gravity: "hint", says: "No vignette shows what one paints with it." }] : [],
  ),
};
