import { type Brush, brushPictures } from "@core/brush";
import type { Database } from "../database/connect";
import { keepImage, sha256Of } from "./repository";

/** What pictures are for; also the folder of their paths. */
export const pictureFolders = ["tips", "grains"] as const;

export type PictureFolder = (typeof pictureFolders)[number];

/** Whether a file of a package is a picture that brushes name. */
export function isPicturePath(path: string): boolean {
  return pictureFolders.some((name) => path.startsWith(`${name}/`));
}

/** The SHA-256 in a path by which brushes on a shelf name a picture. */
function hashOf(path: string): string {
  return path.slice(path.indexOf("/") + 1, -".png".length);
}

/** What decodes a picture to see that it is one. */
export interface PictureReader {
  /** @throws FormatError */
  readPicture(job: { readonly bytes: Uint8Array; readonly what: string }, accountId: string): Promise<unknown>;
}

/** Keeps a picture of an account and answers with the path by which brushes name it. @throws FormatError when nothing can be made of it */
export async function keepPicture(
  { database, pool }: { readonly database: Database; readonly pool: PictureReader },
  accountId: string,
  folder: PictureFolder,
  bytes: Uint8Array,
  what: string,
): Promise<string> {
  await pool.readPicture({ bytes, what }, accountId);
  return `${folder}/${await keepImage(database, bytes, what)}.png`;
}

/**
 * Keeps pictures that were checked, by their paths, and answers with the paths by which brushes name them. Always in one
 * order, that of their hashes: so two that keep the same ones at once do not wait for one another.
 */
export async function keepChecked(
  change: Database,
  files: ReadonlyMap<string, Uint8Array>,
): Promise<Map<string, string>> {
  const pictures = [...files].flatMap(([path, bytes]) => {
    const folder = pictureFolders.find((name) => path.startsWith(`${name}/`));
    return folder ? [{ path, folder, bytes, sha256: sha256Of(bytes) }] : [];
  });
  pictures.sort((a, b) => (a.sha256 < b.sha256 ? -1 : 1));
  const kept = new Map<string, string>();
  for (const { path, folder, bytes } of pictures)
    kept.set(path, `${folder}/${await keepImage(change, bytes, path)}.png`);
  return kept;
}

/** The bytes of all pictures that some brushes name, by path; those that are not kept are left out. */
export async function pictureFiles(database: Database, brushes: readonly Brush[]): Promise<Map<string, Uint8Array>> {
  const paths = [...new Set(brushes.flatMap(brushPictures))];
  if (paths.length === 0) return new Map();
  const rows: { sha256: string; bytes: Uint8Array }[] = await database("images")
    .whereIn("sha256", paths.map(hashOf))
    .select("sha256", "bytes");
  const kept = new Map(rows.map(({ sha256, bytes }) => [sha256, bytes]));
  return new Map(
    paths.flatMap((path): [string, Uint8Array][] => {
      const bytes = kept.get(hashOf(path));
      return bytes ? [[path, bytes]] : [];
    }),
  );
}

/** The first picture that a brush names and that is not kept. */
export async function missingPicture(database: Database, brush: Brush): Promise<string | undefined> {
  const paths = brushPictures(brush);
  if (paths.length === 0) return undefined;
  const rows: { sha256: string }[] = await database("images").whereIn("sha256", paths.map(hashOf)).select("sha256");
  const kept = new Set(rows.map((row) => row.sha256));
  return paths.find((path) => !kept.has(hashOf(path)));
}
