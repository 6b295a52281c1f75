import type { Knex } from "knex";

/** The tables it makes. */
export const tables = [] as const;

/** Kept tips and grains can lie in the bin, too. A step that was cut short is made again. */
export async function up(database: Knex): Promise<void> {
  for (const table of ["tips", "grains"])
    if (!(await database.schema.hasColumn(table, "binned_at")))
      await database.schema.alterTable(table, (t) => t.datetime("binned_at", { precision: 3 }).nullable());
}
