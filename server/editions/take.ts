import { unpack } from "@core/formats/package";
import { addBrushes } from "../brushes/repository";
import type { Database } from "../database/connect";
import { keepImage } from "../images/repository";

/** Puts a package's brushes on a shelf. Throws a FormatError with one clear line, and then nothing has changed. */
export async function takePackage(database: Database, accountId: string, bytes: Uint8Array): Promise<{ ids: string[]; name: string; version: string }> {
  const { set, brushes, files } = unpack(bytes);
  const ids = await database.transaction(async (change) => {
    for (const [path, content] of files) if (/^(tips|grains)\//.test(path)) await keepImage(change, content, path);
    const inOrder = set.brushes.flatMap(({ file }) => brushes.get(file) ?? []);
    return addBrushes(change, accountId, inOrder, `${set.name} ${set.version}, ${set.studio}`);
  });
  return { ids, name: set.name, version: set.version };
}
