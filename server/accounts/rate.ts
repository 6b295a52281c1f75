import { createHash } from "node:crypto";
import type { Database } from "../database/connect";
import { transactionRetried } from "../database/retry";

/** How often something may be tried within an hour. */
export interface Rate {
  readonly name: string;
  readonly anHour: number;
}

/**
 * Counts a try of somebody, before anything else is done for it; false where there were too many within the last hour.
 * @param whose an account or an address: of it a hash is kept, and nothing after a day
 */
export function mayTry(database: Database, { name, anHour }: Rate, whose: string, now = new Date()): Promise<boolean> {
  const key = createHash("sha256").update(`${name} ${whose}`).digest();
  return transactionRetried(database, async (change) => {
    await change("sign_in_tries").insert({ key_hash: key, tries: 0, last_at: now }).onConflict("key_hash").ignore();
    const row = await change("sign_in_tries").where({ key_hash: key }).forUpdate().first("tries", "last_at");
    // A clock that was set back makes nobody wait longer.
    const age = row ? now.getTime() - row.last_at.getTime() : 0;
    const fresh = !row || age > 3_600_000 || age < 0;
    if (!fresh && row.tries >= anHour) return false;
    // The hour is that of the first try in it.
    await change("sign_in_tries")
      .where({ key_hash: key })
      .update(fresh ? { tries: 1, last_at: now } : { tries: row.tries + 1 });
    return true;
  });
}
