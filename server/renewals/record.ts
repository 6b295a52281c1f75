import { z } from "zod";
import type { Database } from "../database/connect";

const names = z.array(z.string());

/** What renewing did, by the brushes' names. */
const renewedSchema = z.object({
  replaced: names,
  /** Those in which both sides' changes are joined. */
  merged: names,
  /** Those that stay as they are here. */
  kept: names,
  added: names,
  /** Those that the new edition no longer has stay, too. */
  gone: names,
});

export type Renewed = z.infer<typeof renewedSchema>;

/** What renewing did to brushes: by which revision each was followed, where it was taken from before, and which came anew. */
const recordSchema = z.object({
  brushes: z.array(
    z.object({
      id: z.string(),
      before: z.int(),
      after: z.int(),
      /** What it was called there; older records know brushes that never changed that. */
      taken: z.object({ editionId: z.string(), hash: z.string(), origin: z.string(), file: z.string().optional() }),
    }),
  ),
  added: names,
  done: renewedSchema,
});

export type RenewalRecord = z.infer<typeof recordSchema>;

export function recordText(record: RenewalRecord): string {
  return JSON.stringify(record);
}

export function readRecord(text: string): RenewalRecord {
  return recordSchema.parse(JSON.parse(text));
}

/** What a renewal of this account did, and whether it was taken back. */
export async function findRenewal(
  database: Database,
  accountId: string,
  id: string,
): Promise<(Renewed & { readonly id: string; readonly undone: boolean }) | undefined> {
  const row = await database("renewals").where({ id, account_id: accountId }).first("body", "undone_at");
  return row && { ...readRecord(row.body).done, id, undone: row.undone_at !== null };
}
