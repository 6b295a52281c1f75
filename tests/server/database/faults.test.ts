import { createServer, type Server } from "node:net";
import { createAccount } from "@server/accounts/repository";
import { connect } from "@server/database/connect";
import { DatabaseAway, DiskFull, databaseFault } from "@server/database/database-fault";
import { migrate } from "@server/database/migrate";
import { faultForLog } from "@server/fault-for-log";
import { afterEach, expect, test } from "vitest";
import { scratchDatabase } from "../scratch-database";

let deaf: Server | undefined;
afterEach(() => deaf?.close());

test("a database that does not answer is told as away, in the time that it may take", async () => {
  // Takes connections on and says nothing.
  const server = createServer(() => undefined);
  deaf = server;
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const address = server.address();
  const port = typeof address === "object" ? address?.port : 0;
  const database = connect(`mysql://a:b@127.0.0.1:${port}/c`);
  const began = Date.now();
  await expect(database.raw("select 1")).rejects.toBeInstanceOf(DatabaseAway);
  expect(Date.now() - began).toBeLessThan(30_000);
  await database.destroy();
});

test("a query that takes longer than it may is given up, and its connection answers no other", async () => {
  const { database, url, drop } = await scratchDatabase("slow");
  const hasty = connect(url, 300);
  await expect(hasty.raw("select sleep(20)")).rejects.toBeInstanceOf(DatabaseAway);
  const [[row]] = await hasty.raw("select 7 as n");
  expect(row.n).toBe(7);
  expect(await database.raw("select 1")).toBeTruthy();
  await hasty.destroy();
  await drop();
});

test("a full disk is known by whatever the database calls it", () => {
  const said = (code: string, message = "") => databaseFault(Object.assign(new Error(message), { code }));
  expect(said("ER_RECORD_FILE_FULL")).toBeInstanceOf(DiskFull);
  expect(said("ER_GET_ERRNO", "Got error 28 'No space left on device' from InnoDB")).toBeInstanceOf(DiskFull);
  expect(said("ER_DUP_ENTRY")).not.toBeInstanceOf(DiskFull);
  expect(new DiskFull().message).not.toContain("\n");
});

test("nothing of what people sent is in the log of a failed query: neither mail nor hash nor body", async () => {
  const { database, drop } = await scratchDatabase("secrets");
  await migrate(database);
  const person = { email: "secret@h1.example", studio: "Hidden Yard", password: "long enough it is" };
  await createAccount(database, person);
  await database.raw("alter table accounts drop column studio");
  const faults: unknown[] = [];
  await createAccount(database, { ...person, email: "other@h1.example" }).catch((error) => faults.push(error));
  await database("accounts")
    .insert({ id: "x", email: person.email, password_hash: "$argon2id$abc", created_at: new Date() } as never)
    .catch((error) => faults.push(error));
  expect(faults).toHaveLength(2);
  for (const fault of faults) {
    const line = JSON.stringify(faultForLog(fault));
    expect(line).toMatch(/ER_/);
    expect(line).not.toMatch(/h1\.example|argon2|Hidden Yard/);
  }
  await drop();
});
