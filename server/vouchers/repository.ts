import { randomInt } from "node:crypto";
import type { Database } from "../database/connect";
import { MOST_VOUCHERS } from "../limits";

/** A code that opens the editions of a set to one account. */
export interface Voucher {
  readonly code: string;
  /** Whom it is for, in the maker's words. */
  readonly note: string;
  readonly madeBy: "maker" | "till";
  readonly madeAt: Date;
  /** The studio that has used it. */
  readonly usedBy: string | null;
  readonly usedAt: Date | null;
}

/** Letters and digits that are not mistaken for one another (as Crockford's base 32 has them). */
const ALPHABET = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
/** 16 of 32 are 80 bits: a million guesses a second would take longer than there have been people. */
const LETTERS = 16;

function newCode(): string {
  const letters = Array.from({ length: LETTERS }, () => ALPHABET[randomInt(ALPHABET.length)]).join("");
  return letters.replace(/.{4}(?=.)/g, "$&-");
}

/** A code as it is kept, however it was typed; undefined where it is none. */
export function readCode(typed: string): string | undefined {
  const letters = typed
    .toUpperCase()
    .replace(/[^0-9A-Z]/g, "")
    .replace(/[IL]/g, "1")
    .replace(/O/g, "0");
  if (letters.length !== LETTERS || [...letters].some((letter) => !ALPHABET.includes(letter))) return undefined;
  return letters.replace(/.{4}(?=.)/g, "$&-");
}

/** Makes vouchers for a set. Undefined where it would have more than it may have unused ones. */
export async function makeVouchers(
  database: Database,
  setId: string,
  count: number,
  note: string,
  madeBy: Voucher["madeBy"],
): Promise<string[] | undefined> {
  return database.transaction(async (change) => {
    await change("sets").where({ id: setId }).forUpdate().first("id");
    const [{ total }] = await change("vouchers")
      .where({ set_id: setId, used_at: null, made_by: madeBy })
      .count<{ total: number }[]>("* as total");
    if (Number(total) + count > MOST_VOUCHERS) return undefined;
    const codes = Array.from({ length: count }, newCode);
    const now = new Date();
    await change("vouchers").insert(
      codes.map((code) => ({ code, set_id: setId, note, made_by: madeBy, made_at: now, used_by: null, used_at: null })),
    );
    return codes;
  });
}

/** The vouchers of a set, the newest first. */
export async function vouchersOfSet(database: Database, setId: string): Promise<Voucher[]> {
  const rows: {
    code: string;
    note: string;
    made_by: Voucher["madeBy"];
    made_at: Date;
    studio: string | null;
    used_at: Date | null;
  }[] = await database("vouchers")
    .leftJoin("accounts", "accounts.id", "vouchers.used_by")
    .where({ set_id: setId })
    .orderBy([{ column: "made_at", order: "desc" }, { column: "code" }])
    .limit(2 * MOST_VOUCHERS)
    .select("code", "note", "made_by", "made_at", "accounts.studio", "used_at");
  return rows.map(({ code, note, made_by, made_at, studio, used_at }) => ({
    code,
    note,
    madeBy: made_by,
    madeAt: made_at,
    usedBy: studio,
    usedAt: used_at,
  }));
}

/** Uses a voucher for a set: once, by one account. False where there is no such one that is free, or this account's own. */
export async function redeemVoucher(
  database: Database,
  accountId: string,
  setId: string,
  code: string,
): Promise<boolean> {
  const used = await database("vouchers")
    .where({ code, set_id: setId, used_by: null })
    .update({ used_by: accountId, used_at: new Date() });
  if (used > 0) return true;
  return (await database("vouchers").where({ code, set_id: setId, used_by: accountId }).first("code")) !== undefined;
}

/** Whether the stand-in till hands out vouchers of a set: where its maker says so. */
export async function hasTill(database: Database, setId: string): Promise<boolean> {
  return Boolean((await database("sets").where({ id: setId }).first("till"))?.till);
}

/** @param open whether the till hands out the set's vouchers from now on */
export async function setTill(database: Database, setId: string, open: boolean): Promise<void> {
  await database("sets").where({ id: setId }).update({ till: open });
}
