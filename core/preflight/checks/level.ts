import { LEVEL } from "../../brush";
import { type Check, eachMember } from "../model";

export const level: Check = {
  name: "level",
  looksFor: "brushes that need a newer engine than painters have",
  run: eachMember(({ brush }) =>
    Number(brush.level) > LEVEL
      ? [{ gravity: "block", says: `It needs engine level ${brush.level}; painters have ${LEVEL}.` }]
      : [],
  ),
};
