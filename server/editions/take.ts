import { renamePictures } from "@core/brush";
import type { SetPackage } from "@core/formats/package";
import { addBrushes } from "../brushes/repository";
import type { Database } from "../database/connect";
import { transactionRetried } from "../database/retry";
import { keepChecked } from "../images/pictures";

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
  return { ids, name: set.name, version: set.version };
}

/** What a shelf says of where a brush came from. */
export function originOf({ name, version, studio }: SetPackage["set"]): string {
  return `${name} ${version}, ${studio}`;
}
