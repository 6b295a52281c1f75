import type { Knex } from "knex";
import type { Database } from "./connect";
import * as first from "./migrations/0001-first";
import * as madeFrom from "./migrations/0002-made-from";
import * as tips from "./migrations/0003-tips";
import * as grains from "./migrations/0004-grains";
import * as signInTries from "./migrations/0005-sign-in-tries";
import * as studies from "./migrations/0006-studies";
import * as goingOut from "./migrations/0007-going-out";
import * as keptBin from "./migrations/0008-kept-bin";
import * as measures from "./migrations/0009-measures";
import * as shelf from "./migrations/0010-shelf";
import * as setLines from "./migrations/0011-set-lines";
import * as outlet from "./migrations/0012-outlet";
import * as paints from "./migrations/0013-paints";
import * as turns from "./migrations/0014-turns";
import * as editionPictures from "./migrations/0015-edition-pictures";

/** A step to a newer schema. */
interface Step {
  readonly up: Knex.Migration["up"];
  /** The tables it makes, those that others refer to first. */
  readonly tables?: readonly string[];
}

const steps: Record<string, Step> = {
  "0001-first": first,
  "0002-made-from": madeFrom,
  "0003-tips": tips,
  "0004-grains": grains,
  "0005-sign-in-tries": signInTries,
  "0006-studies": studies,
  "0007-going-out": goingOut,
  "0008-kept-bin": keptBin,
  "0009-measures": measures,
  "0010-shelf": shelf,
  "0011-set-lines": setLines,
  "0012-outlet": outlet,
  "0013-paints": paints,
  "0014-turns": turns,
  "0015-edition-pictures": editionPictures,
};

const LOCK = "brosse_migrate";
const PATIENCE_SECONDS = 60;

/** Why a database was left as it is: one line that says what was found and what to do. */
export class MigrationRefused extends Error {}

/**
 * Brings the database to the newest schema. Several processes may call it at once: one does the work. The server's own
 * lock guards it, which ends with its connection; the lock that Knex keeps in a table would outlive a crash.
 * @param patience how long to wait for another process that migrates, seconds
 * @throws MigrationRefused, with nothing changed, when another goes on migrating, or when tables that the list of
 * migrations does not know hold rows
 */
export async function migrate(database: Database, patience = PATIENCE_SECONDS): Promise<void> {
  const connection = await database.client.acquireConnection();
  try {
    const [[{ got }]] = await database.raw("select get_lock(?, ?) as got", [LOCK, patience]).connection(connection);
    if (got !== 1)
      throw new MigrationRefused(
        `Another process has been migrating this database for ${patience} s; start again when it has ended.`,
      );
    try {
      await migrateLocked(database);
    } finally {
      await database.raw("select release_lock(?)", [LOCK]).connection(connection);
    }
  } finally {
    await database.client.releaseConnection(connection);
  }
}

async function migrateLocked(database: Database): Promise<void> {
  const names = Object.keys(steps).sort();
  const migrationSource: Knex.MigrationSource<string> = {
    getMigrations: async () => names,
    getMigrationName: (name) => name,
    getMigration: async (name) => ({ up: steps[name].up, down: noWayBack }),
  };
  const done = await listed(database);
  await clearLeftovers(
    database,
    names.filter((name) => !done.has(name)).flatMap((name) => steps[name].tables ?? []),
  );
  await database.migrate.forceFreeMigrationsLock({ migrationSource });
  await database.migrate.latest({ migrationSource });
}

async function noWayBack(): Promise<never> {
  throw new Error("what makers keep is never dropped");
}

/** The migrations that the database says were done. */
async function listed(database: Database): Promise<ReadonlySet<string>> {
  if (!(await database.schema.hasTable("knex_migrations"))) return new Set();
  return new Set(await database("knex_migrations").pluck("name"));
}

/** MariaDB commits each table by itself: what a migration cut short has left is empty, and makes room for it again. */
async function clearLeftovers(database: Database, tables: readonly string[]): Promise<void> {
  const left: string[] = [];
  const full: string[] = [];
  for (const table of tables) {
    if (!(await database.schema.hasTable(table))) continue;
    left.push(table);
    if (await database(table).first(database.raw("1"))) full.push(table);
  }
  if (full.length > 0)
    throw new MigrationRefused(
      `The database holds ${full.join(", ")} with rows, but its list of migrations (knex_migrations) does not name what made them. Nothing was changed: bring that table back from a backup, or name an empty database in BROSSE_DATABASE_URL.`,
    );
  for (const table of left.reverse()) await database.schema.dropTable(table);
}
