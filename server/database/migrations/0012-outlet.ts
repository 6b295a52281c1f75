import { unpack } from "@core/formats/package";
import type { Knex } from "knex";
import { outletWords } from "../../editions/outlet-words";

/** The tables it makes. */
export const tables = ["publications", "takes", "edition_days", "vouchers", "renewals"] as const;

/** Publishing in the background, who may have an edition, who took it, and what painters and makers say to one another. */
export async function up(database: Knex): Promise<void> {
  const has = (table: string, column: string) => database.schema.hasColumn(table, column);
  if (!(await has("editions", "words")))
    await database.schema.alterTable("editions", (t) => {
      t.string("licence", 30).notNullable().defaultTo("LicenseRef-Studio");
      t.string("note", 2000).notNullable().defaultTo("");
      t.string("access", 10).notNullable().defaultTo("open");
      t.integer("brushes").notNullable().defaultTo(0);
      t.string("traits", 300).notNullable().defaultTo("");
      t.string("cover_sha256", 64).nullable().references("images.sha256").onDelete("RESTRICT");
      t.specificType("words", "text not null default ''");
      t.index("package_sha256");
    });
  if (!(await has("answers", "guest")))
    await database.schema.alterTable("answers", (t) => {
      t.string("guest", 40).notNullable().defaultTo("");
      t.string("reply", 500).notNullable().defaultTo("");
      t.datetime("replied_at", { precision: 3 }).nullable();
      t.datetime("done_at", { precision: 3 }).nullable();
      t.datetime("hidden_at", { precision: 3 }).nullable();
    });
  await database.schema.createTable("publications", (t) => {
    t.string("id", 16).primary();
    t.string("account_id", 16).notNullable().references("accounts.id").onDelete("CASCADE");
    t.string("set_id", 16).notNullable().references("sets.id").onDelete("CASCADE");
    t.string("version", 20).notNullable();
    t.specificType("body", "longtext not null");
    t.string("state", 10).notNullable();
    t.string("step", 80).notNullable().defaultTo("");
    t.float("share").notNullable().defaultTo(0);
    t.string("fault", 500).notNullable().defaultTo("");
    t.string("edition_id", 16).nullable();
    t.datetime("asked_at", { precision: 3 }).notNullable();
    t.datetime("claimed_at", { precision: 3 }).nullable();
    t.index(["set_id", "asked_at"]);
    t.index(["state", "claimed_at"]);
  });
  await database.schema.createTable("takes", (t) => {
    t.string("edition_id", 16).notNullable().references("editions.id").onDelete("CASCADE");
    t.string("account_id", 16).notNullable().references("accounts.id").onDelete("CASCADE");
    t.datetime("taken_at", { precision: 3 }).notNullable();
    t.primary(["edition_id", "account_id"]);
  });
  await database.schema.createTable("edition_days", (t) => {
    t.string("edition_id", 16).notNullable().references("editions.id").onDelete("CASCADE");
    t.date("day").notNullable();
    t.integer("takes").notNullable().defaultTo(0);
    t.integer("downloads").notNullable().defaultTo(0);
    t.integer("tries").notNullable().defaultTo(0);
    t.primary(["edition_id", "day"]);
  });
  await database.schema.createTable("vouchers", (t) => {
    t.string("code", 24).primary();
    t.string("set_id", 16).notNullable().references("sets.id").onDelete("CASCADE");
    t.string("note", 80).notNullable().defaultTo("");
    t.string("made_by", 10).notNullable();
    t.datetime("made_at", { precision: 3 }).notNullable();
    t.string("used_by", 16).nullable().references("accounts.id").onDelete("SET NULL");
    t.datetime("used_at", { precision: 3 }).nullable();
    t.index(["set_id", "used_by"]);
  });
  await database.schema.createTable("renewals", (t) => {
    t.string("id", 16).primary();
    t.string("account_id", 16).notNullable().references("accounts.id").onDelete("CASCADE");
    t.string("edition_id", 16).notNullable().references("editions.id").onDelete("CASCADE");
    t.specificType("body", "longtext not null");
    t.datetime("done_at", { precision: 3 }).notNullable();
    t.datetime("undone_at", { precision: 3 }).nullable();
    t.index(["account_id", "done_at"]);
  });
  await fill(database);
}

/** Writes down what the packages of editions say that are there already. */
async function fill(database: Knex): Promise<void> {
  const ids: string[] = await database("editions").pluck("id");
  for (const id of ids) {
    const row: { package: Buffer } = await database("editions").where({ id }).first("package");
    const { set, brushes } = unpack(row.package);
    await database("editions")
      .where({ id })
      .update({ licence: set.licence, brushes: brushes.size, words: outletWords(set, [...brushes.values()]) });
  }
}
