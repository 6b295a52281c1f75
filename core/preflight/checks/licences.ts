import { licences as table } from "../../formats/package/licences";
import { mayGo } from "../licence-table";
import { type Check, eachMember, type Finding } from "../model";

export const licences: Check = {
  name: "licences",
  looksFor: "tips, grains and brushes whose licence is not known or does not allow it",
  run: eachMember(({ materials }, { licence }) =>
    (materials ?? []).flatMap((material): Omit<Finding, "id">[] => {
      if (material.licence === undefined)
        return [
          {
            gravity: "warning",
            says: `Nobody has said under which licence ${material.what} is: keep it among your tips or grains with one.`,
          },
        ];
      return mayGo(material.licence, licence)
        ? []
        : [
            {
              gravity: "block",
              says: `${material.what} is under “${table[material.licence].label}”, which may not go out under “${table[licence].label}”.`,
            },
          ];
    }),
  ),
};
