import { renamePictures } from "@core/brush";
import type { SetPackage } from "@core/formats/package";
import { addBrushes } from "../brushes/repository";
import type { Database } from "../database/connect";
import { transactionRetried } from "../database/retry";
import { keepChecked } from "../images/pictures";
import { noteTake } from "../outlet/counts";
import type { EditionEntry } from "./repository";

/** What reads packages. */
export interface PackageReader {
  /** @throws FormatError */
  unpack(bytes: Uint8Array, accountId: string): Promise<SetPackage>;
}

/**
 * Puts a package's brushes on a shelf.
 * @param editionId the edition that it is the package of, where that is known: its brushes can be renewed
 * @throws FormatError with one clear line, and then nothing has changed
 */
export async function takePackage(
  { database, pool }: { readonly database: Database; readonly pool: PackageReader },
  accountId: string,
  bytes: Uint8Array,
  editionId = "",
): Promise<{ ids: string[]; name: string; version: string }> {
  const { set, brushes, files } = await pool.unpack(bytes, accountId);
  const ids = await transactionRetried(database, async (change) => {
    const kept = await keepChecked(change, files);
    const inOrder = set.brushes.flatMap(({ file }) => {
      const brush = brushes.get(file);
      return brush ? [{ file, brush: renamePictures(brush, kept) }] : [];
    });
    return addBrushes(
      change,
      accountId,
      inOrder.map(({ brush }) => brush),
      originOf(set),
      editionId ? { editionId, files: inOrder.map(({ file }) => file) } : undefined,
    );
  });
  if (editionId) await noteTake(database, editionId, accountId);
  return { ids, name: set.name, version: set.version };
}

/** What an account has of an edition's set on its shelf; undefined where it has nothing. */
export async function onShelf(
  database: Database,
  accountId: string,
  { id, setId, kind }: Pick<EditionEntry, "id" | "setId" | "kind">,
): Promise<{ readonly versions: readonly string[]; readonly brushes: number; readonly isThis: boolean } | undefined> {
  const rows: { id: string; version: string; brushes: number }[] = await database("brushes")
    .join("editions", "editions.id", "brushes.taken_edition_id")
    .where({ account_id: accountId, binned_at: null, set_id: setId, kind })
    .groupBy("editions.id", "editions.version")
    .select("editions.id", "editions.version", database.raw("count(*) as brushes"));
  if (rows.length === 0) return undefined;
  return {
    versions: rows.map(({ version }) => version),
    brushes: rows.reduce((sum, { brushes }) => sum + Number(brushes), 0),
    isThis: rows.some((row) => row.id === id),
  };
}

/** What a shelf says of where a brush came from. */
export function originOf({ name, version, studio }: SetPackage["set"]): string {
  return `${name} ${version}, ${studio}`;
}
