import { addRevisions, findRevision } from "../brushes/repository";
import type { Database } from "../database/connect";
import { transactionRetried } from "../database/retry";
import { readRecord } from "./record";

/** What taking a renewal back has done, by the brushes' names. */
export interface RenewalUndone {
  readonly back: readonly string[];
  /** Those that were changed since then stay as they are. */
  readonly left: readonly string[];
}

/**
 * Takes a renewal back: every brush is again what it was, by one more revision, and what came anew goes into the bin. What was
 * changed since then stays. Undefined where there is no such renewal, or it was taken back before.
 */
export function undoRenewal(database: Database, accountId: string, id: string): Promise<RenewalUndone | undefined> {
  return transactionRetried(database, async (change) => {
    const row = await change("renewals")
      .where({ id, account_id: accountId, undone_at: null })
      .forUpdate()
      .first("body");
    if (!row) return undefined;
    const record = readRecord(row.body);
    const ids = [...record.brushes.map((one) => one.id), ...record.added];
    const now = new Map(
      (
        await change("brushes")
          .where({ account_id: accountId })
          .whereIn("id", ids)
          .orderBy("id")
          .forUpdate()
          .select("id", "name", "revision")
      ).map((brush) => [brush.id, brush]),
    );
    const back: string[] = [];
    const left: string[] = [];
    for (const { id: brushId, before, after, taken } of record.brushes) {
      const brush = now.get(brushId);
      if (!brush) continue;
      if (brush.revision !== after) {
        left.push(brush.name);
        continue;
      }
      const was = before === after ? undefined : await findRevision(change, accountId, brushId, before);
      if (was) {
        await addRevisions(
          change,
          [{ id: brushId, revision: after, origin: taken.origin, brush: was }],
          "renewal taken back",
        );
        back.push(was.name);
      }
      await change("brushes")
        .where({ id: brushId })
        .update({
          taken_edition_id: taken.editionId,
          taken_hash: taken.hash,
          origin: taken.origin,
          ...(taken.file === undefined ? {} : { taken_file: taken.file }),
        });
    }
    for (const brushId of record.added) {
      const brush = now.get(brushId);
      if (!brush) continue;
      // It is known no more as the set's: the next renewal brings it anew, as the first one did.
      if (brush.revision === 1)
        await change("brushes")
          .where({ id: brushId })
          .update({ binned_at: new Date(), taken_edition_id: null, taken_file: null, taken_hash: null });
      (brush.revision === 1 ? back : left).push(brush.name);
    }
    await change("renewals").where({ id }).update({ undone_at: new Date() });
    return { back, left };
  });
}
