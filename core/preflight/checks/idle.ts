import type { Brush } from "../../brush";
import { type IdleName, idleSettings } from "../../stroke/idle";
import { type Check, eachMember, mendBrush } from "../model";

/** What takes a setting back to plain, where that is one thing. */
const plain: Partial<Record<IdleName, (brush: Brush) => Brush>> = {
  blend: (b) => ({ ...b, paint: { ...b.paint, blend: "source-over" } }),
  build: (b) => ({ ...b, paint: { ...b.paint, build: "build-up" } }),
  rim: (b) => ({ ...b, paint: { ...b.paint, rim: { ...b.paint.rim, strength: 0 } } }),
  ragged: (b) => ({ ...b, paint: { ...b.paint, rim: { ...b.paint.rim, ragged: 0 } } }),
  mirror: (b) => ({ ...b, tip: { ...b.tip, mirror: { leftRight: "never", topBottom: "never" } } }),
  scatterLaw: (b) => ({ ...b, trail: { ...b.trail, scatterLaw: "uniform" } }),
  keepStrength: (b) => ({ ...b, trail: { ...b.trail, keepStrength: false } }),
  depth: (b) => ({ ...b, ground: null }),
  ground: (b) => ({ ...b, ground: null }),
};

export const idle: Check = {
  name: "idle",
  looksFor: "settings without effect",
  run: eachMember((member) =>
    idleSettings(member.brush).map(({ setting, why }) => {
      const back = plain[setting];
      return {
        gravity: "hint",
        says: `A setting has no effect (${setting}): ${why}.`,
        ...(back ? { mend: mendBrush(member, "Take it back to plain", back(member.brush)) } : {}),
      };
    }),
  ),
};
