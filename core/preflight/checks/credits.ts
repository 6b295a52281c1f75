import { asksForCredit } from "../licence-table";
import type { Check, Finding } from "../model";

export const credits: Check = {
  name: "credits",
  looksFor: "makers who must be named and are not",
  run: ({ members, credits: written }) => {
    const missing = new Map<string, string>();
    for (const { materials } of members)
      for (const { what, licence, credit } of materials ?? [])
        if (licence && asksForCredit(licence) && credit && !written.toLowerCase().includes(credit.toLowerCase()))
          missing.set(credit, what);
    if (missing.size === 0) return [];
    const names = [...missing.keys()];
    const patch = { credits: [written.trim(), ...names].filter(Boolean).join("; ").slice(0, 1000) };
    return [...missing].map(
      ([credit, what], n): Finding => ({
        gravity: "warning",
        says: `The credits do not name ${credit}, for ${what}.`,
        ...(n === 0 ? { mend: { kind: "set", label: "Add to the credits", patch } } : {}),
      }),
    );
  },
};
