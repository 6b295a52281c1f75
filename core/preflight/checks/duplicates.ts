import { valuesText } from "../../brush";
import type { Check, Finding } from "../model";

export const duplicates: Check = {
  name: "duplicates",
  looksFor: "brushes that paint the same",
  run: ({ members }) => {
    const known = new Map<string, string>();
    return members.flatMap(({ id, brush }): Finding[] => {
      const text = valuesText(brush);
      const first = known.get(text);
      if (first === undefined) {
        known.set(text, brush.name);
        return [];
      }
      return [
        {
          gravity: "warning",
          says: `It paints exactly as “${first}” does.`,
          id,
          mend: { kind: "remove", label: "Take it out of the set", id },
        },
      ];
    });
  },
};
