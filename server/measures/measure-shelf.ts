import { FormatError, isFault } from "@core/formats/fault";
import type { Logger } from "pino";
import { findBrush } from "../brushes/repository";
import { PoolBusy, TooCostly } from "../render/pool";
import { type MeasureMeans, measureBrush } from "./measure-brush";
import { listUnmeasured } from "./repository";

/** Brushes that one round measures. */
const ROUND = 200;

/** The accounts whose shelves this process is measuring. */
const under = new Set<string>();

/**
 * Measures what is not known of a shelf, one brush after the other, while everything else goes on. It is called when a shelf is
 * shown, and does nothing while it is at work for that shelf.
 */
export function measureShelf(means: MeasureMeans, accountId: string, log: Logger): void {
  if (under.has(accountId)) return;
  under.add(accountId);
  measureAll(means, accountId, log)
    .catch((error: unknown) => log.error({ err: error }, "a shelf could not be measured"))
    .finally(() => under.delete(accountId));
}

async function measureAll(means: MeasureMeans, accountId: string, log: Logger): Promise<void> {
  for (const id of await listUnmeasured(means.database, accountId, ROUND)) {
    const kept = await findBrush(means.database, accountId, id);
    if (!kept) continue;
    try {
      await measureBrush(means, kept.brush, accountId);
    } catch (error) {
      if (isFault(error, PoolBusy)) return;
      // What is wrong with one brush says its own page.
      if (!isFault(error, FormatError) && !isFault(error, TooCostly))
        log.warn({ err: error, brush: id }, "a brush could not be measured");
    }
  }
}
