import { beginTry, delayAfter, endTry } from "@server/accounts/sign-in-limit";
import type { Database } from "@server/database/connect";
import { migrate } from "@server/database/migrate";
import { SIGN_IN } from "@server/limits";
import { afterAll, beforeAll, beforeEach, expect, test } from "vitest";
import { scratchDatabase } from "../scratch-database";

let database: Database;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ database, drop } = await scratchDatabase("signin"));
  await migrate(database);
});
afterAll(() => drop());
beforeEach(() => database("sign_in_tries").delete());

const start = new Date("2026-11-28T10:00:00Z").getTime();
const at = (seconds: number) => new Date(start + seconds * 1000);
const from = (email: string, address = "192.0.2.1") => ({ email, address });

test("the delay is nothing at first, then twice as long each time, to a limit", () => {
  const limits = { free: 3, base: 2 };
  expect([0, 1, 2, 3, 4, 5, 6].map((tries) => delayAfter(tries, limits))).toEqual([0, 0, 0, 2, 4, 8, 16]);
  expect(delayAfter(100, limits)).toBe(SIGN_IN.most);
});

test("after the free tries for an account from one address each next one waits longer, in whatever letters", async () => {
  for (let n = 0; n < SIGN_IN.account.free; n++) expect(await beginTry(database, from("a@example.com"), at(n))).toBe(0);
  const last = SIGN_IN.account.free - 1;
  expect(await beginTry(database, from("A@Example.com"), at(last))).toBe(2);
  expect(await beginTry(database, from("a@example.com"), at(last + 1))).toBe(1);
  expect(await beginTry(database, from("a@example.com"), at(last + 2))).toBe(0);
  expect(await beginTry(database, from("a@example.com"), at(last + 2)), "and longer after that").toBe(4);
});

test("whoever guesses from elsewhere locks nobody out, and a clock that is set back makes nobody wait longer", async () => {
  for (let n = 0; n < SIGN_IN.account.free + 3; n++)
    await beginTry(database, from("a@example.com", "203.0.113.9"), at(n));
  expect(await beginTry(database, from("a@example.com", "192.0.2.1"), at(9))).toBe(0);
  for (let n = 0; n < SIGN_IN.account.free; n++) await beginTry(database, from("c@example.com"), at(0));
  expect(await beginTry(database, from("c@example.com"), at(-900))).toBe(0);
});

test("an address that tries many accounts waits, too", async () => {
  for (let n = 0; n < SIGN_IN.address.free; n++)
    expect(await beginTry(database, from(`s${n}@example.com`), at(0))).toBe(0);
  expect(await beginTry(database, from("next@example.com"), at(0))).toBe(2);
});

test("many at once are counted before any password is looked at", async () => {
  const waits = await Promise.all(Array.from({ length: 25 }, () => beginTry(database, from("a@example.com"), at(0))));
  expect(waits.filter((wait) => wait === 0)).toHaveLength(SIGN_IN.account.free);
});

test("a right one lets the account begin anew, and the address has one less", async () => {
  for (let n = 0; n < 4; n++) await beginTry(database, from("a@example.com"), at(0));
  await endTry(database, from("a@example.com"));
  expect((await database("sign_in_tries").select("tries")).map(({ tries }) => tries)).toEqual([3]);
  expect(await beginTry(database, from("a@example.com"), at(0))).toBe(0);
});

test("nobody's address or mail stands in the table, and what is old is forgotten", async () => {
  await beginTry(database, from("a@example.com"), at(0));
  expect(JSON.stringify(await database("sign_in_tries").select())).not.toContain("example.com");
  await beginTry(database, from("b@example.com", "203.0.113.9"), at(SIGN_IN.forgotten + 1));
  expect(await database("sign_in_tries").select()).toHaveLength(2);
});
