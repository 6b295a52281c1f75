import type { Database } from "../database/connect";

/** What can be put into the bin. */
export const binnables = ["brushes", "sets", "tips", "grains"] as const;
export type Binnable = (typeof binnables)[number];

/** Something in the bin: it is nowhere else seen, and can be brought back. */
export interface BinnedThing {
  readonly what: Binnable;
  readonly id: string;
  readonly name: string;
  readonly binnedAt: Date;
}

/** How long something lies in the bin, days. */
export const DAYS_IN_BIN = 30;

interface Row {
  id: string;
  account_id: string;
  name: string;
  binned_at: Date | null;
}

/** Puts something of this account into the bin; false where there is no such thing, or it lies there already. */
export async function putIntoBin(database: Database, accountId: string, what: Binnable, id: string): Promise<boolean> {
  const changed = await database<Row>(what)
    .where({ account_id: accountId, id, binned_at: null })
    .update({ binned_at: new Date() });
  return changed > 0;
}

/** Brings something back; false where it does not lie in the bin. */
export async function bringBack(database: Database, accountId: string, what: Binnable, id: string): Promise<boolean> {
  const changed = await database<Row>(what)
    .where({ account_id: accountId, id })
    .whereNotNull("binned_at")
    .update({ binned_at: null });
  return changed > 0;
}

/**
 * All that lies in an account's bin, what was put there last first. What has lain there for thirty days is gone by then, but for
 * sets that were published: what an edition holds stays whole.
 */
export async function listBin(database: Database, accountId: string): Promise<BinnedThing[]> {
  const before = new Date(Date.now() - DAYS_IN_BIN * 24 * 3_600_000);
  for (const what of binnables) {
    const old = database<Row>(what).where({ account_id: accountId }).where("binned_at", "<", before);
    if (what === "sets") old.whereNotIn("id", database("editions").select("set_id"));
    await old.delete();
  }
  const found = await Promise.all(
    binnables.map(async (what) => {
      const rows: { id: string; name: string; binned_at: Date }[] = await database(what)
        .where({ account_id: accountId })
        .whereNotNull("binned_at")
        .select("id", "name", "binned_at");
      return rows.map(({ id, name, binned_at }) => ({ what, id, name, binnedAt: binned_at }));
    }),
  );
  return found.flat().sort((a, b) => b.binnedAt.getTime() - a.binnedAt.getTime());
}
