import { isThere } from "../../brush";
import { idleSettings } from "../../stroke/idle";
import { type Check, eachMember, type Finding, mendBrush } from "../model";

export const panel: Check = {
  name: "painter’s panel",
  looksFor: "brushes without a painter’s panel, or with controls that do nothing",
  run: eachMember((member): Omit<Finding, "id">[] => {
    const { brush } = member;
    if (brush.controls.length === 0)
      return [{ gravity: "hint", says: "It has no painter’s panel: painters get the size alone." }];
    const idle = new Set<string>(idleSettings(brush).map(({ setting }) => setting));
    const dead = brush.controls.filter(({ quality }) => !isThere(brush, quality) || idle.has(quality));
    if (dead.length === 0) return [];
    const names = dead.map(({ label }) => `“${label}”`).join(", ");
    return [
      {
        gravity: "warning",
        says: `On its painter’s panel ${names} ${dead.length === 1 ? "does" : "do"} nothing.`,
        mend: mendBrush(member, "Take it off the panel", {
          ...brush,
          controls: brush.controls.filter((control) => !dead.includes(control)),
        }),
      },
    ];
  }),
};
