import type { Knex } from "knex";

/** The tables it makes. */
export const tables = ["answers"] as const;

/**
 * What goes out and comes back: samplers and withdrawn editions, where a brush was taken from, what lies in the bin, and what
 * painters answer. MariaDB commits each step by itself: one that was cut short is made again.
 */
export async function up(database: Knex): Promise<void> {
  const add = async (table: string, column: string, make: (t: Knex.AlterTableBuilder) => void) => {
    if (!(await database.schema.hasColumn(table, column))) await database.schema.alterTable(table, make);
  };
  await add("brushes", "taken_edition_id", (t) => t.string("taken_edition_id", 16).nullable().index());
  await add("brushes", "taken_file", (t) => t.string("taken_file", 120).nullable());
  await add("brushes", "taken_hash", (t) => t.string("taken_hash", 64).nullable());
  await add("brushes", "binned_at", (t) => t.datetime("binned_at", { precision: 3 }).nullable());
  await add("sets", "binned_at", (t) => t.datetime("binned_at", { precision: 3 }).nullable());
  await add("set_brushes", "in_sampler", (t) => t.boolean("in_sampler").notNullable().defaultTo(false));
  await add("editions", "sampler_of", (t) => t.string("sampler_of", 16).nullable().index());
  await add("editions", "withdrawn_at", (t) => t.datetime("withdrawn_at", { precision: 3 }).nullable());
  await add("editions", "withdrawn_why", (t) => t.string("withdrawn_why", 300).notNullable().defaultTo(""));
  // A sampler has the version of the edition it goes out beside.
  await add("editions", "kind", (t) => t.string("kind", 10).notNullable().defaultTo("full"));
  const [indices] = await database.raw("show index from editions");
  const names = new Set((indices as { Key_name: string }[]).map(({ Key_name }) => Key_name));
  if (!names.has("editions_version_kind"))
    await database.schema.alterTable("editions", (t) =>
      t.unique(["set_id", "version", "kind"], { indexName: "editions_version_kind" }),
    );
  if (names.has("editions_set_id_version_unique"))
    await database.schema.alterTable("editions", (t) => t.dropUnique(["set_id", "version"]));
  if (!(await database.schema.hasTable("answers")))
    await database.schema.createTable("answers", (t) => {
      t.string("id", 16).primary();
      t.string("edition_id", 16).notNullable().references("editions.id").onDelete("RESTRICT");
      t.string("account_id", 16).references("accounts.id").onDelete("SET NULL");
      t.string("kind", 20).notNullable();
      t.string("says", 500).notNullable();
      t.string("brush_file", 120);
      t.specificType("stroke", "longtext");
      t.specificType("address_hash", "binary(32)").notNullable();
      t.datetime("made_at", { precision: 3 }).notNullable();
      t.datetime("read_at", { precision: 3 });
      t.index(["edition_id", "made_at"]);
      t.index(["address_hash", "made_at"]);
    });
}
