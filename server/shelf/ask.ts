import { traitNames } from "@core/measure/traits";
import { z } from "zod";

/** How a shelf can be ordered. Measures go from the least to the most. */
export const shelfOrders = [
  "hand",
  "name",
  "made",
  "changed",
  "used",
  "width",
  "edge",
  "coverage",
  "texture",
  "passes",
  "carry",
] as const;

export type ShelfOrder = (typeof shelfOrders)[number];

/** The most brushes that are shown at once. */
export const MOST_ROWS = 200;

const list = <T extends z.ZodType>(one: T, most: number) =>
  z.union([z.array(one).max(most), one.transform((value) => [value])]).default([]);

/** What is looked for on a shelf. */
export const shelfAskSchema = z.object({
  /** Words, all of which are to be found in a brush's words. */
  find: z.string().max(200).default(""),
  tag: list(z.string().max(30), 12),
  trait: list(z.enum(traitNames), traitNames.length),
  category: z.string().max(40).optional(),
  set: z.string().max(16).optional(),
  favourite: z.literal("1").optional(),
  order: z.enum(shelfOrders).default("hand"),
  /** Brushes whose name begins with the words come first, then those whose name has them, then the others. */
  named: z.literal("1").optional(),
  /** Backwards. */
  down: z.literal("1").optional(),
});

export type ShelfAsk = z.infer<typeof shelfAskSchema>;

/** Reads what an address looks for; what it cannot mean is left out. */
export function readShelfAsk(search: URLSearchParams): ShelfAsk {
  const all: Record<string, string | string[]> = {};
  for (const key of new Set(search.keys())) {
    const values = search.getAll(key);
    all[key] = values.length > 1 || key === "tag" || key === "trait" ? values : values[0];
  }
  const read = shelfAskSchema.safeParse(all);
  if (read.success) return read.data;
  const wrong = new Set(read.error.issues.map((issue) => String(issue.path[0])));
  return shelfAskSchema.parse(Object.fromEntries(Object.entries(all).filter(([key]) => !wrong.has(key))));
}
