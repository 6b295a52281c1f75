import type { Knex } from "knex";

/** The tables it makes, those that others refer to first. */
export const tables = ["studies", "study_brushes", "study_parts"] as const;

/** Studies, the brushes that their acts name, and their acts in numbered parts, which are only ever added to. */
export async function up(database: Knex): Promise<void> {
  await database.schema.createTable("studies", (t) => {
    t.string("id", 16).primary();
    t.string("account_id", 16).notNullable().references("accounts.id").onDelete("CASCADE");
    t.string("set_id", 16).references("sets.id").onDelete("SET NULL");
    t.string("brush_id", 16).references("brushes.id").onDelete("SET NULL");
    t.string("name", 80).notNullable();
    t.integer("width").notNullable();
    t.integer("height").notNullable();
    t.string("paper", 7).notNullable();
    t.specificType("notes", "longtext").notNullable();
    t.integer("revision").notNullable();
    t.integer("acts").notNullable();
    t.bigInteger("bytes").notNullable();
    t.string("picture_sha256", 64).references("images.sha256").onDelete("RESTRICT");
    t.datetime("changed_at", { precision: 3 }).notNullable();
    t.index(["account_id", "changed_at"]);
  });
  await database.schema.createTable("study_brushes", (t) => {
    t.string("study_id", 16).notNullable().references("studies.id").onDelete("CASCADE");
    t.string("hash", 64).notNullable();
    t.specificType("body", "longtext").notNullable();
    t.primary(["study_id", "hash"]);
  });
  await database.schema.createTable("study_parts", (t) => {
    t.string("study_id", 16).notNullable().references("studies.id").onDelete("CASCADE");
    t.integer("first").notNullable();
    t.integer("acts").notNullable();
    t.specificType("body", "longtext").notNullable();
    t.primary(["study_id", "first"]);
  });
}
