import type { Knex } from "knex";
import { keptTable } from "./kept-table";

/** The tables it makes. */
export const tables = ["grains"] as const;

/** Grains that makers keep beside their brushes. */
export async function up(database: Knex): Promise<void> {
  await keptTable(database, "grains");
}
