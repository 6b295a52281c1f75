import type { Database } from "../database/connect";
import type { EditionEntry } from "./repository";

/** What of an edition decides who may have it. */
type Asked = Pick<EditionEntry, "id" | "setId" | "access" | "withdrawnAt" | "samplerOf">;

/**
 * Whether somebody may have an edition: it is open, their own, or they have used a voucher for its set. Once it is withdrawn, only
 * those may who have it already: they made it, took it or its brushes, or had used their voucher by then.
 */
export async function mayHave(database: Database, edition: Asked, accountId: string | undefined): Promise<boolean> {
  const { setId, access, withdrawnAt } = edition;
  if (!withdrawnAt && access === "open") return true;
  if (accountId === undefined) return false;
  const voucher = database("vouchers").where({ set_id: setId, used_by: accountId });
  const [own, used, taken] = await Promise.all([
    database("sets").where({ id: setId, account_id: accountId }).first("id"),
    access === "voucher" && (withdrawnAt ? voucher.where("used_at", "<=", withdrawnAt) : voucher).first("code"),
    withdrawnAt && hasTaken(database, edition, accountId),
  ]);
  return Boolean(own || used || taken);
}

/** Whether an account has taken an edition, or has brushes from it. Of a sampler, what it goes out beside will do as well. */
async function hasTaken(database: Database, { id, samplerOf }: Asked, accountId: string): Promise<boolean> {
  const ids = samplerOf === null ? [id] : [id, samplerOf];
  const [take, brush] = await Promise.all([
    database("takes").where({ account_id: accountId }).whereIn("edition_id", ids).first("edition_id"),
    database("brushes").where({ account_id: accountId }).whereIn("taken_edition_id", ids).first("id"),
  ]);
  return take !== undefined || brush !== undefined;
}
