import type { Knex } from "knex";

/** The tables it makes, those that others refer to first. */
export const tables = [
  "accounts",
  "sessions",
  "images",
  "brushes",
  "revisions",
  "sets",
  "set_brushes",
  "editions",
] as const;

/** Accounts, sessions, pictures, brushes with their revisions, sets and editions. */
export async function up(database: Knex): Promise<void> {
  await database.schema.createTable("accounts", (t) => {
    t.string("id", 16).primary();
    t.string("email", 254).notNullable().unique();
    t.string("studio", 80).notNullable();
    t.string("password_hash", 255).notNullable();
    t.datetime("created_at", { precision: 3 }).notNullable();
  });
  await database.schema.createTable("sessions", (t) => {
    t.specificType("token_hash", "binary(32)").primary();
    t.string("account_id", 16).notNullable().references("accounts.id").onDelete("CASCADE");
    t.datetime("expires_at", { precision: 3 }).notNullable().index();
  });
  await database.schema.createTable("images", (t) => {
    t.string("sha256", 64).primary();
    t.specificType("bytes", "longblob").notNullable();
    t.integer("width").notNullable();
    t.integer("height").notNullable();
  });
  await database.schema.createTable("brushes", (t) => {
    t.string("id", 16).primary();
    t.string("account_id", 16).notNullable().references("accounts.id").onDelete("CASCADE");
    t.string("name", 80).notNullable();
    t.integer("revision").notNullable();
    t.string("origin", 255).notNullable().defaultTo("");
    t.integer("position").notNullable();
    t.datetime("changed_at", { precision: 3 }).notNullable();
    t.index(["account_id", "position"]);
  });
  await database.schema.createTable("revisions", (t) => {
    t.string("brush_id", 16).notNullable().references("brushes.id").onDelete("CASCADE");
    t.integer("number").notNullable();
    t.specificType("body", "longtext").notNullable();
    t.string("note", 200).notNullable().defaultTo("");
    t.datetime("made_at", { precision: 3 }).notNullable();
    t.primary(["brush_id", "number"]);
  });
  await database.schema.createTable("sets", (t) => {
    t.string("id", 16).primary();
    t.string("account_id", 16).notNullable().references("accounts.id").onDelete("CASCADE");
    t.string("name", 80).notNullable();
    t.string("licence", 40).notNullable();
    t.text("notes").notNullable();
    t.string("credits", 1000).notNullable().defaultTo("");
    t.integer("revision").notNullable();
    t.datetime("changed_at", { precision: 3 }).notNullable();
    t.index(["account_id", "changed_at"]);
  });
  await database.schema.createTable("set_brushes", (t) => {
    t.string("set_id", 16).notNullable().references("sets.id").onDelete("CASCADE");
    t.string("brush_id", 16).notNullable().references("brushes.id").onDelete("CASCADE");
    t.integer("position").notNullable();
    t.string("group_name", 60).notNullable().defaultTo("");
    t.primary(["set_id", "brush_id"]);
  });
  await database.schema.createTable("editions", (t) => {
    t.string("id", 16).primary();
    t.string("set_id", 16).notNullable().references("sets.id").onDelete("RESTRICT");
    t.string("version", 20).notNullable();
    t.string("name", 80).notNullable();
    t.string("studio", 80).notNullable();
    t.string("package_sha256", 64).notNullable();
    t.specificType("package", "longblob").notNullable();
    t.string("specimen_sha256", 64).notNullable().references("images.sha256").onDelete("RESTRICT");
    t.datetime("published_at", { precision: 3 }).notNullable();
    t.unique(["set_id", "version"]);
  });
}
