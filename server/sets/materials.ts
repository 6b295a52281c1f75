import { brushPictures } from "@core/brush";
import type { LicenceId } from "@core/formats/package";
import type { Material } from "@core/preflight";
import { picturePaths } from "@core/tip/shape/shape";
import type { KeptBrush } from "../brushes/repository";
import type { Database } from "../database/connect";

interface KeptPicture {
  readonly name: string;
  readonly licence: LicenceId;
  readonly credit: string;
}

/** What a maker has said of the pictures that lie among their tips and grains, by path. */
async function keptPictures(database: Database, accountId: string): Promise<Map<string, KeptPicture>> {
  const known = new Map<string, KeptPicture>();
  for (const table of ["tips", "grains"] as const) {
    const rows: { name: string; licence: LicenceId; credit: string; body: string }[] = await database(table)
      .where({ account_id: accountId })
      // What was said last counts.
      .orderBy("made_at")
      .select("name", "licence", "credit", "body");
    for (const { body, ...said } of rows) {
      const { shape, file } = JSON.parse(body) as { shape?: Parameters<typeof picturePaths>[0]; file?: string };
      for (const path of shape ? picturePaths(shape) : file ? [file] : []) known.set(path, said);
    }
  }
  return known;
}

/** What some brushes were made of: pictures, and the editions that they were taken from. By the brushes' ids. */
export async function materialsOf(
  database: Database,
  accountId: string,
  brushes: readonly KeptBrush[],
): Promise<Map<string, readonly Material[]>> {
  const kept = await keptPictures(database, accountId);
  const taken = [...new Set(brushes.flatMap((one) => one.taken?.editionId ?? []))];
  const rows: { id: string; name: string; studio: string; licence: LicenceId }[] =
    taken.length === 0 ? [] : await database("editions").whereIn("id", taken).select("id", "name", "studio", "licence");
  const editions = new Map(rows.map((row) => [row.id, row]));
  return new Map(
    brushes.map(({ id, brush, taken: from }): [string, readonly Material[]] => {
      const edition = from && editions.get(from.editionId);
      // What came with an edition is under its licence, pictures and all.
      if (edition)
        return [id, [{ what: `what came from “${edition.name}”`, licence: edition.licence, credit: edition.studio }]];
      return [
        id,
        brushPictures(brush).map((path): Material => {
          const said = kept.get(path);
          const what = path.startsWith("grains/") ? "its grain’s picture" : "its tip’s picture";
          return said
            ? { what: `“${said.name}”`, licence: said.licence, credit: said.credit }
            : { what, licence: undefined, credit: "" };
        }),
      ];
    }),
  );
}
