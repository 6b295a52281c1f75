import type { Knex } from "knex";
import type { Database } from "./connect";
import * as first from "./migrations/0001-first";
import * as madeFrom from "./migrations/0002-made-from";
import * as tips from "./migrations/0003-tips";
import * as grains from "./migrations/0004-grains";

const migrations: Record<string, Knex.Migration> = { "0001-first": first, "0002-made-from": madeFrom, "0003-tips": tips, "0004-grains": grains };

const LOCK = "brosse_migrate";
const PATIENCE_SECONDS = 60;

/**
 * Brings the database to the newest schema. Several processes may call it at once: one does the work. The server's own
 * lock guards it, which ends with its connection; the lock that Knex keeps in a table would outlive a crash.
 */
export async function migrate(database: Database): Promise<void> {
  const connection = await database.client.acquireConnection();
  try {
    await database.raw("select get_lock(?, ?)", [LOCK, PATIENCE_SECONDS]).connection(connection);
    const source = {
      getMigrations: async () => Object.keys(migrations).sort(),
      getMigrationName: (name: string) => name,
      getMigration: async (name: string) => migrations[name],
    };
    await database.migrate.forceFreeMigrationsLock({ migrationSource: source });
    await database.migrate.latest({ migrationSource: source });
    await database.raw("select release_lock(?)", [LOCK]).connection(connection);
  } finally {
    await database.client.releaseConnection(connection);
  }
}
