import { type Brush, brushPictures } from "@core/brush";
import { readTipPicture } from "@core/formats/png/tip-picture";
import type { Database } from "../database/connect";
import { keepImage } from "./repository";

/** The most bytes of one picture that a tip or a grain is made of. */
export const MAX_PICTURE_BYTES = 48 << 20;

/** What pictures are for; also the folder of their paths. */
export const pictureFolders = ["tips", "grains"] as const;

export type PictureFolder = (typeof pictureFolders)[number];

/** The SHA-256 in a path by which brushes on a shelf name a picture. */
function hashOf(path: string): string {
  return path.slice(path.indexOf("/") + 1, -".png".length);
}

/** Keeps a picture and answers with the path by which brushes name it. Throws a FormatError when nothing can be made of it. */
export async function keepPicture(
  database: Database,
  folder: PictureFolder,
  bytes: Uint8Array,
  what: string,
): Promise<string> {
  readTipPicture(bytes, what);
  return `${folder}/${await keepImage(database, bytes, what)}.png`;
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
