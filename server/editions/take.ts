import { renamePictures } from "@core/brush";
import { unpack } from "@core/formats/package";
import { addBrushes } from "../brushes/repository";
import type { Database } from "../database/connect";
import { keepPicture, pictureFolders } from "../images/pictures";

/** Puts a package's brushes on a shelf. Throws a FormatError with one clear line, and then nothing has changed. */
export async function takePackage(
  database: Database,
  accountId: string,
  bytes: Uint8Array,
): Promise<{ ids: string[]; name: string; version: string }> {
  const { set, brushes, files } = unpack(bytes);
  const ids = await database.transaction(async (change) => {
    const kept = new Map<string, string>();
    for (const [path, content] of files) {
      const folder = pictureFolders.find((name) => path.startsWith(`${name}/`));
      if (folder) kept.set(path, await keepPicture(change, folder, content, path));
    }
    const inOrder = set.brushes.flatMap(({ file }) => {
      const brush = brushes.get(file);
      return brush ? [renamePictures(brush, kept)] : [];
    });
    return addBrushes(change, accountId, inOrder, `${set.name} ${set.version}, ${set.studio}`);
  });
  return { ids, name: set.name, version: set.version };
}
