import type { Knex } from "knex";
import { keptTable } from "./kept-table";

/** The tables it makes. */
export const tables = ["tips"] as const;

/** Tips that makers keep beside their brushes. */
export async function up(database: Knex): Promise<void> {
  await keptTable(database, "tips");
}
