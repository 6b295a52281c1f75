import type { Knex } from "knex";

/** Remembers which revision of which brush a brush was made from. */
export async function up(database: Knex): Promise<void> {
  // MariaDB commits each step by itself: one that was cut short is made again.
  if (await database.schema.hasColumn("brushes", "made_from_id")) return;
  await database.schema.alterTable("brushes", (t) => {
    t.string("made_from_id", 16).nullable();
    t.integer("made_from_revision").nullable();
  });
}
