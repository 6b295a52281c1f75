import type { StandIns } from "../../hand/stand-in";
import { type Check, eachMember, type Finding, mendBrush } from "../model";

const usual: StandIns = { pressure: "speed", tilt: "speed", lean: "heading", twist: "heading" };

export const signals: Check = {
  name: "signals",
  looksFor: "brushes that need a signal many pens lack, and name nothing instead",
  run: eachMember((member) => {
    const { brush } = member;
    return (Object.keys(usual) as (keyof StandIns)[]).flatMap((signal): Omit<Finding, "id">[] => {
      const driven = brush.responses.some(({ source, muted }) => source === signal && !muted);
      if (!driven || brush.standIns[signal] !== "none") return [];
      return [
        {
          gravity: signal === "pressure" ? "hint" : "warning",
          says: `It answers to ${signal}; with a pen that has none it does not.`,
          mend: mendBrush(member, `Stand in ${usual[signal]}`, {
            ...brush,
            standIns: { ...brush.standIns, [signal]: usual[signal] },
          }),
        },
      ];
    });
  }),
};
