import { BRUSH_NAME_LENGTH, TAG_LENGTH } from "@core/brush";
import { z } from "zod";
import { MOST_AT_ONCE } from "../limits";

const id = z.string().min(1).max(16);
const ids = z.array(id).max(MOST_AT_ONCE);

/** Which brushes: some by their ids, or all that a search means, as it stands in the shelf's address. */
export const whichSchema = z.union([z.strictObject({ ids }), z.strictObject({ search: z.string().max(4000) })]);

export type Which = z.infer<typeof whichSchema>;

export const CATEGORY_LENGTH = 40;

/** What can be done to brushes on a shelf, several at once. Each answers with what takes it back, which is itself one of them. */
export const shelfActSchema = z.discriminatedUnion("act", [
  z.strictObject({ act: z.literal("tag"), which: whichSchema, tag: z.string().trim().min(1).max(TAG_LENGTH) }),
  z.strictObject({ act: z.literal("untag"), which: whichSchema, tag: z.string().trim().min(1).max(TAG_LENGTH) }),
  z.strictObject({ act: z.literal("favour"), which: whichSchema, on: z.boolean() }),
  z.strictObject({
    act: z.literal("categorise"),
    /** Each category with what goes into it; an empty name is none. */
    into: z
      .array(z.strictObject({ category: z.string().trim().max(CATEGORY_LENGTH), which: whichSchema }))
      .min(1)
      .max(500),
  }),
  z.strictObject({ act: z.literal("bin"), which: whichSchema }),
  z.strictObject({ act: z.literal("unbin"), ids }),
  z.strictObject({ act: z.literal("duplicate"), which: whichSchema }),
  z.strictObject({ act: z.literal("gather"), which: whichSchema, set: id }),
  z.strictObject({ act: z.literal("scatter"), ids, set: id }),
  z.strictObject({ act: z.literal("rename"), id, name: z.string().trim().min(1).max(BRUSH_NAME_LENGTH) }),
  /** Puts brushes, in the order in which they stand, before another one, or at the end. */
  z.strictObject({ act: z.literal("move"), ids: ids.min(1), before: id.nullable() }),
]);

export type ShelfAct = z.infer<typeof shelfActSchema>;

/** What was done: to how many brushes, and what takes it back. */
export interface ShelfDone {
  readonly count: number;
  readonly back: ShelfAct | undefined;
  /** Brushes that came to be. */
  readonly made?: readonly string[];
  /** Why some were left out. */
  readonly says?: string;
}
