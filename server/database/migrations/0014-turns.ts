import type { Knex } from "knex";

/** The tables it makes. */
export const tables = ["too_costly", "demo_parts"] as const;

/**
 * What takes longer than it may, so that it is not begun again; who does a publication; whether a till hands out a set's codes;
 * which studies are vignettes, whatever becomes of their brush; and how far the demo workshop is.
 */
export async function up(database: Knex): Promise<void> {
  const has = (table: string, column: string) => database.schema.hasColumn(table, column);
  if (!(await has("publications", "claimed_by")))
    await database.schema.alterTable("publications", (t) => {
      t.string("claimed_by", 16).nullable();
    });
  if (!(await has("sets", "till")))
    await database.schema.alterTable("sets", (t) => {
      t.boolean("till").notNullable().defaultTo(false);
    });
  if (!(await has("studies", "vignette"))) {
    await database.schema.alterTable("studies", (t) => {
      t.boolean("vignette").notNullable().defaultTo(false);
    });
    await database("studies").whereNotNull("brush_id").update({ vignette: true });
  }
  await database.schema.createTable("too_costly", (t) => {
    t.string("what", 16).notNullable();
    t.string("hash", 64).notNullable();
    t.datetime("found_at", { precision: 3 }).notNullable();
    t.primary(["what", "hash"]);
  });
  await database.schema.createTable("demo_parts", (t) => {
    t.string("part", 120).primary();
    t.specificType("made", "text not null");
    t.datetime("made_at", { precision: 3 }).notNullable();
  });
}
