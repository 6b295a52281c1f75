import { setTimeout as pause } from "node:timers/promises";
import type { Database } from "./connect";
import { isDeadlock } from "./faults";

const TRIES = 6;

/**
 * A transaction that is tried again, a little later each time, when the database gave it up for another one.
 * What it does must be the same each time; nothing of a try that failed is left.
 */
export async function transactionRetried<T>(database: Database, work: (change: Database) => Promise<T>): Promise<T> {
  for (let n = 1; ; n++) {
    try {
      return await database.transaction(work);
    } catch (error) {
      if (n >= TRIES || !isDeadlock(error)) throw error;
      await pause(10 * 2 ** n * (0.5 + Math.random()));
    }
  }
}
