import { BRUSH_NAME_LENGTH } from "../../brush";
import { type Check, type Finding, mendBrush } from "../model";

/** A name as one hears it. */
const heard = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

export const alikeNames: Check = {
  name: "alike names",
  looksFor: "names that cannot be told apart",
  run: ({ members }) => {
    const taken = new Map<string, string>();
    return members.flatMap((member): Finding[] => {
      const { id, brush } = member;
      const key = heard(brush.name);
      const first = taken.get(key);
      if (first === undefined) {
        taken.set(key, brush.name);
        return [];
      }
      let next = brush.name;
      for (let n = 2; taken.has(heard(next)); n++) next = `${brush.name.slice(0, BRUSH_NAME_LENGTH - 4)} ${n}`;
      taken.set(heard(next), next);
      return [
        {
          gravity: "warning",
          says: `It is called as another one is: “${first}”.`,
          id,
          mend: mendBrush(member, `Call it “${next}”`, { ...brush, name: next }),
        },
      ];
    });
  },
};
