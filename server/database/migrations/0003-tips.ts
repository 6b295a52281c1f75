import type { Knex } from "knex";

/** Tips that makers keep beside their brushes. */
export async function up(database: Knex): Promise<void> {
  // MariaDB commits each step by itself: one that was cut short is made again.
  if (await database.schema.hasTable("tips")) return;
  await database.schema.createTable("tips", (t) => {
    t.string("id", 16).primary();
    t.string("account_id", 16).notNullable().references("accounts.id").onDelete("CASCADE");
    t.string("name", 80).notNullable();
    t.string("tags", 200).notNullable().defaultTo("");
    t.string("credit", 200).notNullable().defaultTo("");
    t.string("licence", 40).notNullable();
    t.specificType("body", "longtext").notNullable();
    t.datetime("made_at", { precision: 3 }).notNullable();
    t.index(["account_id", "made_at"]);
  });
}

export async function down(database: Knex): Promise<void> {
  await database.schema.dropTableIfExists("tips");
}
