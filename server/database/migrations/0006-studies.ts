import type { Knex } from "knex";

/** The tables it makes, those that others refer to first. */
export const tables = ["studies", "study_brushes", "study_parts", "demonstrations", "stages"] as const;

/** Studies, the brushes that their acts name, and their acts in numbered parts, which are only ever added to; what went out with editions. */
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
    t.boolean("goes_out").notNullable().defaultTo(false);
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
  await database.schema.createTable("demonstrations", (t) => {
    t.string("edition_id", 16).notNullable().references("editions.id").onDelete("RESTRICT");
    t.integer("number").notNullable();
    t.string("name", 80).notNullable();
    t.string("brush_file", 120);
    t.integer("width").notNullable();
    t.integer("height").notNullable();
    t.string("paper", 7).notNullable();
    t.integer("acts").notNullable();
    t.integer("length_ms").notNullable();
    t.string("package_sha256", 64).notNullable();
    t.specificType("package", "longblob").notNullable();
    t.primary(["edition_id", "number"]);
  });
  await database.schema.createTable("stages", (t) => {
    t.string("edition_id", 16).notNullable().references("editions.id").onDelete("RESTRICT");
    t.integer("demonstration").notNullable();
    t.integer("acts").notNullable();
    t.string("sha256", 64).notNullable().references("images.sha256").onDelete("RESTRICT");
    t.primary(["edition_id", "demonstration", "acts"]);
  });
}
