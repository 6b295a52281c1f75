import { createAccount } from "@server/accounts/repository";
import { addBrushes, listBrushes } from "@server/brushes/repository";
import { connect, type Database } from "@server/database/connect";
import { MigrationRefused, migrate } from "@server/database/migrate";
import { afterEach, beforeEach, expect, test } from "vitest";
import { brushOf } from "../../helpers";
import { scratchDatabase } from "../scratch-database";

let database: Database;
let url: string;
let drop: () => Promise<void>;

beforeEach(async () => {
  ({ database, url, drop } = await scratchDatabase("migrate"));
});

afterEach(() => drop());

async function withABrush(): Promise<string> {
  const account = await createAccount(database, { email: "a@example.com", studio: "A", password: "long enough it is" });
  if (!account) throw new Error("the address was taken");
  await addBrushes(database, account.id, [brushOf({ name: "Quill" })]);
  return account.id;
}

/** The definition of every table, as the database itself writes it. */
async function definitions(): Promise<string[]> {
  const [tables] = await database.raw("show tables");
  const names: string[] = tables.map((row: object) => String(Object.values(row)[0])).sort();
  const made = await Promise.all(names.map(async (name) => (await database.raw("show create table ??", [name]))[0][0]));
  return made.map((row) => String(row["Create Table"]).replace(/ AUTO_INCREMENT=\d+/, ""));
}

test("migrating again, and from several processes at once, keeps every row and every table as it was", async () => {
  await migrate(database);
  const owner = await withABrush();
  const before = await definitions();
  const other = connect(url);
  await Promise.all([migrate(database), migrate(database), migrate(other)]);
  await other.destroy();
  expect(await definitions()).toEqual(before);
  expect((await listBrushes(database, owner)).map(({ brush }) => brush.name)).toEqual(["Quill"]);
});

test("a lost list of migrations drops nothing: the start is refused with one line that says what to do", async () => {
  await migrate(database);
  const owner = await withABrush();
  await database.schema.dropTable("knex_migrations");
  const refused = await migrate(database).catch((error: unknown) => error);
  expect(refused).toBeInstanceOf(MigrationRefused);
  expect(String(refused)).toMatch(/accounts, brushes, revisions with rows.*knex_migrations.*backup/);
  expect(String(refused)).not.toContain("\n");
  expect(await listBrushes(database, owner)).toHaveLength(1);
});

test("a list that lost one line drops nothing either", async () => {
  await migrate(database);
  await withABrush();
  await database("knex_migrations").where({ name: "0001-first" }).delete();
  await expect(migrate(database)).rejects.toBeInstanceOf(MigrationRefused);
  expect(await database("brushes").pluck("name")).toEqual(["Quill"]);
});

test("what a start that was cut short left behind is made again", async () => {
  await migrate(database);
  const whole = await definitions();
  // What later migrations make was not there yet.
  const later = [
    "edition_pictures",
    "renewals",
    "vouchers",
    "edition_days",
    "takes",
    "publications",
    "answers",
    "stages",
    "demonstrations",
    "study_parts",
    "study_brushes",
    "studies",
  ];
  for (const table of [...later, "editions", "set_brushes", "knex_migrations"]) await database.schema.dropTable(table);
  await database.schema.alterTable("sets", (t) => t.dropColumn("credits"));
  await migrate(database);
  expect(await definitions()).toEqual(whole);
});

test("a start that does not get the lock migrates nothing", async () => {
  const other = connect(url);
  await other.transaction(async (holding) => {
    await holding.raw("select get_lock('brosse_migrate', 0)");
    await expect(migrate(database, 0)).rejects.toThrow("Another process has been migrating");
    await holding.raw("select release_lock('brosse_migrate')");
  });
  await other.destroy();
  expect(await definitions()).toEqual([]);
});
