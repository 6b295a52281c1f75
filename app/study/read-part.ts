import { firstFault } from "@core/brush";
import { FormatError } from "@core/formats/fault";
import { type Act, actSchema, MOST_ACTS } from "@core/study/act";
import { z } from "zod";

/** Acts of which the first has the number `from`. */
export interface SentPart {
  readonly from: number;
  readonly acts: readonly Act[];
}

const headSchema = z.object({ from: z.int().min(0), acts: z.array(z.unknown()) });

/** More values than any act has. */
const MOST_VALUES = 40;
/** The lists, objects and named values of a part: a stroke has about thirty. */
export const MOST_PART_PIECES = 40 * MOST_ACTS;

/**
 * Reads acts that were sent: how many there are, and of how many values, before any is looked at closely.
 * @throws FormatError that names the first act that is none
 */
export function readPart(sent: unknown): SentPart {
  const head = headSchema.safeParse(sent);
  if (!head.success) throw new FormatError(firstFault(head.error));
  const { from, acts } = head.data;
  if (acts.length === 0) throw new FormatError("acts: none were sent");
  if (acts.length > MOST_ACTS) throw new FormatError(`acts: more than ${MOST_ACTS}`);
  return {
    from,
    acts: acts.map((one, n) => {
      if (typeof one === "object" && one !== null && Object.keys(one).length > MOST_VALUES)
        throw new FormatError(`acts.${n}: more than ${MOST_VALUES} values`);
      const act = actSchema.safeParse(one);
      if (!act.success) throw new FormatError(`acts.${n}.${firstFault(act.error)}`);
      return act.data;
    }),
  };
}
