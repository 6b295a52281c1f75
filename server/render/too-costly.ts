import { isFault } from "@core/formats/fault";
import type { Database } from "../database/connect";
import { TooCostly } from "./pool";

/** What may be found to take too long. */
export type Costly = "strip" | "measure";

/**
 * Does what may take longer than it may, and does not begin it again once it did: everybody's threads would stand still for as
 * long each time that somebody looks.
 * @param hash of all that decides how long it takes @throws TooCostly
 */
export async function unlessTooCostly<T>(
  database: Database,
  what: Costly,
  hash: string,
  work: () => Promise<T>,
): Promise<T> {
  if (await database("too_costly").where({ what, hash }).first("hash"))
    throw new TooCostly(
      what === "strip"
        ? "This brush takes too long to draw a strip of."
        : "This brush takes too long to be measured: make its tip, its hairs or its marks fewer.",
    );
  try {
    return await work();
  } catch (error) {
    if (isFault(error, TooCostly))
      await database("too_costly").insert({ what, hash, found_at: new Date() }).onConflict(["what", "hash"]).ignore();
    throw error;
  }
}
