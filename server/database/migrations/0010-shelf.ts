import { parseBrush } from "@core/brush";
import type { Knex } from "knex";
import { addTags, REVISION_WORDS, shelfColumns } from "../../brushes/shelf-columns";

/** The tables it makes. */
export const tables = ["brush_tags"] as const;

const BATCH = 500;

/** By what brushes are found, ordered and put aside on a shelf. */
export async function up(database: Knex): Promise<void> {
  if (!(await database.schema.hasColumn("brushes", "values_hash")))
    await database.schema.alterTable("brushes", (t) => {
      t.string("values_hash", 64).notNullable().defaultTo("").index();
      t.specificType("words", "text not null default ''");
      t.specificType("revision_words", "text not null default ''");
      t.boolean("favourite").notNullable().defaultTo(false);
      t.string("category", 40).notNullable().defaultTo("");
      t.datetime("made_at", { precision: 3 }).nullable();
      t.datetime("used_at", { precision: 3 }).nullable();
    });
  await database.schema.createTable("brush_tags", (t) => {
    t.string("brush_id", 16).notNullable().references("brushes.id").onDelete("CASCADE");
    t.string("tag", 30).notNullable();
    t.primary(["brush_id", "tag"]);
    t.index("tag");
  });
  await fill(database);
}

/** Writes down for every brush that is there what the new columns say of it. */
async function fill(database: Knex): Promise<void> {
  for (let last = ""; ; ) {
    const rows: { id: string; origin: string; body: string }[] = await database("brushes")
      .join("revisions", function () {
        this.on("revisions.brush_id", "brushes.id").andOn("revisions.number", "brushes.revision");
      })
      .where("brushes.id", ">", last)
      .orderBy("brushes.id")
      .limit(BATCH)
      .select("brushes.id", "origin", "body");
    for (const { id, origin, body } of rows) {
      const brush = parseBrush(JSON.parse(body));
      const noted: { note: string; made_at: Date }[] = await database("revisions")
        .where({ brush_id: id })
        .orderBy("number")
        .select("note", "made_at");
      await database("brushes")
        .where({ id })
        .update({
          ...shelfColumns(brush, origin),
          revision_words: noted
            .map(({ note }) => note)
            .filter(Boolean)
            .join("\n")
            .slice(-REVISION_WORDS),
          made_at: noted[0]?.made_at ?? null,
        });
      await addTags(database, [{ id, brush }]);
    }
    if (rows.length < BATCH) return;
    last = rows[rows.length - 1].id;
  }
}
