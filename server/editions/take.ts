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

/** Puts a package's brushes on a shelf. @throws FormatError with one clear line, and then nothing has changed */
export async function takePackage(
  { database, pool }: { readonly database: Database; readonly pool: PackageReader },
  accountId: string,
  bytes: Uint8Array,
): Promise<{ ids: string[]; name: string; version: string }> {
  const { set, brushes, files } = await pool.unpack(bytes, accountId);
  const ids = await transactionRetried(database, async (change) => {
    const kept = await keepChecked(change, files);
    const inOrder = set.brushes.flatMap(({ file }) => {
      const brush = brushes.get(file);
      return brush ? [renamePictures(brush, kept)] : [];
    });
    return addBrushes(change, accountId, inOrder, `${set.name} ${set.version}, ${set.studio}`);
  });
  return { ids, name: set.name, version: set.version };
}
