import { FormatError, isFault } from "@core/formats/fault";
import { unpack } from "@core/formats/package";
import { unpackStudy } from "@core/formats/study";
import type { Knex } from "knex";
import { addEditionPictures } from "../../editions/withdrawn-pictures";

/** The tables it makes. */
export const tables = ["edition_pictures"] as const;

/** Which pictures went out with which edition: what is withdrawn is shown to nobody who does not have it. */
export async function up(database: Knex): Promise<void> {
  await database.schema.createTable("edition_pictures", (t) => {
    t.string("edition_id", 16).notNullable().references("editions.id").onDelete("CASCADE");
    t.string("sha256", 64).notNullable().index();
    t.primary(["edition_id", "sha256"]);
  });
  for (const { id } of await database("editions").select("id")) {
    const edition = await database("editions").where({ id }).first("package");
    if (edition)
      await addEditionPictures(
        database,
        id,
        filesOf(() => unpack(edition.package)),
      );
    for (const { number } of await database("demonstrations").where({ edition_id: id }).select("number")) {
      const shown = await database("demonstrations").where({ edition_id: id, number }).first("package");
      if (shown)
        await addEditionPictures(
          database,
          id,
          filesOf(() => unpackStudy(shown.package)),
        );
    }
  }
}

/** What is in a package; nothing where it cannot be read any more: that must not stop a start. */
function filesOf(read: () => { readonly files: ReadonlyMap<string, Uint8Array> }): ReadonlyMap<string, Uint8Array> {
  try {
    return read().files;
  } catch (error) {
    if (isFault(error, FormatError)) return new Map();
    throw error;
  }
}
