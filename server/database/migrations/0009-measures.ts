import type { Knex } from "knex";

/** The tables it makes. */
export const tables = ["measures", "strips"] as const;

/** What was measured of brushes, and the pictures of their strokes, both by what decides how they paint. */
export async function up(database: Knex): Promise<void> {
  await database.schema.createTable("measures", (t) => {
    t.string("values_hash", 64).primary();
    t.integer("methods").notNullable();
    t.text("body").notNullable();
    t.string("traits", 255).notNullable();
    for (const name of ["width", "edge", "coverage", "texture", "carry", "cost"]) t.float(name).notNullable();
    t.integer("passes");
    t.datetime("made_at", { precision: 3 }).notNullable();
  });
  await database.schema.createTable("strips", (t) => {
    t.string("hash", 64).primary();
    t.specificType("png", "mediumblob").notNullable();
    t.datetime("made_at", { precision: 3 }).notNullable().index();
  });
}
