import { licenceIds } from "@core/formats/package";
import { traitNames } from "@core/measure/traits";
import { z } from "zod";

/** How the outlet can be ordered. */
export const outletOrders = ["newest", "taken"] as const;

/** What is looked for in the outlet. */
const outletAskSchema = z.object({
  /** Words, all of which are to be found in an edition's words. */
  find: z.string().max(200).default(""),
  trait: z.enum(traitNames).optional(),
  licence: z.enum(licenceIds).optional(),
  access: z.enum(["open", "voucher"]).optional(),
  order: z.enum(outletOrders).default("newest"),
  page: z.coerce.number().int().min(1).max(10_000).default(1),
});

export type OutletAsk = z.infer<typeof outletAskSchema>;

/** Reads what an address looks for; what it cannot mean is left out. */
export function readOutletAsk(search: URLSearchParams): OutletAsk {
  const all = Object.fromEntries([...search].filter(([, value]) => value !== ""));
  const read = outletAskSchema.safeParse(all);
  if (read.success) return read.data;
  const wrong = new Set(read.error.issues.map((issue) => String(issue.path[0])));
  return outletAskSchema.parse(Object.fromEntries(Object.entries(all).filter(([key]) => !wrong.has(key))));
}
