import type { Knex } from "knex";

/** What a set says of each brush, its cover, and why its maker lets warnings stand. */
export async function up(database: Knex): Promise<void> {
  if (!(await database.schema.hasColumn("set_brushes", "note")))
    await database.schema.alterTable("set_brushes", (t) => {
      t.string("note", 300).notNullable().defaultTo("");
      t.string("used_for", 60).notNullable().defaultTo("");
    });
  if (!(await database.schema.hasColumn("sets", "waivers")))
    await database.schema.alterTable("sets", (t) => {
      t.string("cover_sha256", 64).nullable().references("images.sha256").onDelete("RESTRICT");
      t.specificType("waivers", "text not null default '[]'");
    });
}
