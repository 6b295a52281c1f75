import type { z } from "zod";
import { type Brush, brushSchema, LEVEL } from "./schema";

/** Says what is wrong and where, in one line. */
export class BrushError extends Error {
  override name = "BrushError";
}

/**
 * Reads a brush from untrusted data and fills in the defaults.
 * @throws BrushError naming the JSON path of the first fault
 */
export function parseBrush(data: unknown): Brush {
  const level = typeof data === "object" && data !== null && "level" in data ? data.level : undefined;
  if (typeof level === "number" && level > LEVEL)
    throw new BrushError(`level: this brush needs engine level ${level}, this Brosse knows ${LEVEL}`);
  const result = brushSchema.safeParse(data);
  if (!result.success) throw new BrushError(firstFault(result.error));
  return result.data;
}

/** The first fault of a Zod error as `path: message`. */
export function firstFault(error: z.ZodError): string {
  const issue = error.issues[0];
  const path = issue.path.map(String).join(".");
  return path ? `${path}: ${issue.message}` : issue.message;
}
