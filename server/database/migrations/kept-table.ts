import type { Knex } from "knex";

/** Makes a table of things that makers keep: what they say of each, and what it is as JSON. */
export async function keptTable(database: Knex, name: "tips" | "grains"): Promise<void> {
  await database.schema.createTable(name, (t) => {
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
