import { type Account, createAccount } from "@server/accounts/repository";
import type { Database } from "@server/database/connect";
import { migrate } from "@server/database/migrate";
import { RenderPool } from "@server/render/pool";
import { afterAll, beforeAll } from "vitest";
import { scratch } from "./scratch-database";

/**
 * What a file of server tests stands on: a database of its own with the newest schema, threads, and accounts. What it
 * publishes is out of the way of other files, and of the server that the browser tests look at.
 */
export function onServer(): {
  readonly database: Database;
  readonly pool: RenderPool;
  /** Opens an account that nobody has. */
  readonly open: (studio?: string) => Promise<Account>;
} {
  const { database, begin, drop } = scratch("server");
  const pool = new RenderPool(new URL("../../build/node/render-worker.js", import.meta.url));
  beforeAll(async () => {
    await begin();
    await migrate(database);
  });
  afterAll(async () => {
    await pool.close();
    await drop();
  });
  const open = async (studio = "Tar and Twine") => {
    const email = `${crypto.randomUUID()}@example.com`;
    const account = await createAccount(database, { email, studio, password: "long enough it is" });
    if (!account) throw new Error("the address was taken");
    return account;
  };
  return { database, pool, open };
}
