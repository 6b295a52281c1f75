import type { Knex } from "knex";
import { keptTable } from "./kept-table";

/** Grains that makers keep beside their brushes. */
export async function up(database: Knex): Promise<void> {
  await keptTable(database, "grains");
}

export async function down(database: Knex): Promise<void> {
  await database.schema.dropTableIfExists("grains");
}
