import { createHash } from "node:crypto";
import type { Database } from "../database/connect";
import { transactionRetried } from "../database/retry";
import { SIGN_IN } from "../limits";

/** Who tries to sign in: the account's address, and where from. */
export interface SignInTry {
  readonly email: string;
  readonly address: string;
}

interface Tries {
  readonly free: number;
  readonly base: number;
}

/** How long the next try waits after so many in a row, s: nothing at first, then twice as long each time, to a limit. */
export function delayAfter(tries: number, { free, base }: Tries): number {
  return tries < free ? 0 : Math.min(SIGN_IN.most, base ** (tries - free + 1));
}

/**
 * Counts a try before any password is looked at, so that many at once are counted, too.
 * @returns 0 where it may go on, or how long to wait, s; a try that has to wait is not counted
 */
export async function beginTry(database: Database, tried: SignInTry, now = new Date()): Promise<number> {
  const rows = keysOf(tried);
  return transactionRetried(database, async (change) => {
    await change("sign_in_tries")
      .where("last_at", "<", new Date(now.getTime() - SIGN_IN.forgotten * 1000))
      .delete();
    const waits: number[] = [];
    // Always in one order: so two never wait for one another.
    for (const { key, limits } of rows) {
      await change("sign_in_tries").insert({ key_hash: key, tries: 0, last_at: now }).onConflict("key_hash").ignore();
      const row = await change("sign_in_tries").where({ key_hash: key }).forUpdate().first("tries", "last_at");
      // A clock that was set back makes nobody wait longer.
      const since = row ? Math.abs(now.getTime() - row.last_at.getTime()) / 1000 : 0;
      waits.push(row ? Math.max(0, delayAfter(row.tries, limits) - since) : 0);
    }
    const wait = Math.ceil(Math.max(...waits));
    if (wait > 0) return wait;
    for (const { key } of rows)
      await change("sign_in_tries").where({ key_hash: key }).increment("tries", 1).update({ last_at: now });
    return 0;
  });
}

/** A try was right: the account begins anew for this address, and the address has one less. */
export async function endTry(database: Database, tried: SignInTry): Promise<void> {
  const [account, address] = keysOf(tried);
  await database("sign_in_tries").where({ key_hash: account.key }).delete();
  await database("sign_in_tries").where({ key_hash: address.key }).where("tries", ">", 0).decrement("tries", 1);
}

function keysOf({ email, address }: SignInTry): readonly [Keyed, Keyed] {
  return [
    // Account and address together: whoever guesses from elsewhere locks nobody out.
    { key: hash(`account ${email.toLowerCase()} at ${address}`), limits: SIGN_IN.account },
    { key: hash(`address ${address}`), limits: SIGN_IN.address },
  ];
}

interface Keyed {
  readonly key: Buffer;
  readonly limits: Tries;
}

function hash(text: string): Buffer {
  return createHash("sha256").update(text).digest();
}
