import type { Check } from "../model";

export const empty: Check = {
  name: "empty",
  looksFor: "a set without brushes",
  run: ({ members }) => (members.length === 0 ? [{ gravity: "block", says: "There is no brush in it." }] : []),
};
