import type { Knex } from "knex";

/** The tables it makes. */
export const tables = ["paints"] as const;

/** Paints of makers and painters: the colour of a thick coat, and of a part of it in parts of white. */
export async function up(database: Knex): Promise<void> {
  await database.schema.createTable("paints", (t) => {
    t.string("id", 16).primary();
    t.string("account_id", 16).notNullable().references("accounts.id").onDelete("CASCADE");
    t.string("name", 60).notNullable();
    t.string("colour", 7).notNullable();
    t.string("tint", 7).notNullable();
    t.integer("parts").notNullable();
    t.datetime("made_at", { precision: 3 }).notNullable();
    t.index(["account_id", "made_at"]);
  });
}
