import type { Knex } from "knex";

/** The tables it makes. */
export const tables = ["sign_in_tries"] as const;

/** Tries to sign in, by account and by address: both only as hashes. */
export async function up(database: Knex): Promise<void> {
  await database.schema.createTable("sign_in_tries", (t) => {
    t.specificType("key_hash", "binary(32)").primary();
    t.integer("tries").notNullable();
    t.datetime("last_at", { precision: 3 }).notNullable().index();
  });
}
