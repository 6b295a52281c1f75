import type { Brush } from "@core/brush";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { picturePaths } from "@core/tip/shape";
import type { Database } from "../database/connect";
import { keepImage } from "./repository";

/** The most bytes of one picture that a tip is made of. */
export const MAX_TIP_BYTES = 48 << 20;

/** The path by which brushes on a shelf name a picture. */
function tipPath(sha256: string): string {
  return `tips/${sha256}.png`;
}

function hashOf(path: string): string {
  return path.slice("tips/".length, -".png".length);
}

/** Keeps a picture for tips and answers with its path. Throws a FormatError when no tip can be made of it. */
export async function keepTip(database: Database, bytes: Uint8Array, what: string): Promise<string> {
  readTipPicture(bytes, what);
  return tipPath(await keepImage(database, bytes, what));
}

/** The bytes of all pictures that some brushes name, by path; those that are not kept are left out. */
export async function tipFiles(database: Database, brushes: readonly Brush[]): Promise<Map<string, Uint8Array>> {
  const paths = [...new Set(brushes.flatMap((brush) => picturePaths(brush.tip.shape)))];
  if (paths.length === 0) return new Map();
  const rows: { sha256: string; bytes: Uint8Array }[] = await database("images").whereIn("sha256", paths.map(hashOf)).select("sha256", "bytes");
  return new Map(rows.map(({ sha256, bytes }) => [tipPath(sha256), bytes]));
}

/** The first picture that a brush names and that is not kept. */
export async function missingTip(database: Database, brush: Brush): Promise<string | undefined> {
  const paths = picturePaths(brush.tip.shape);
  if (paths.length === 0) return undefined;
  const rows: { sha256: string }[] = await database("images").whereIn("sha256", paths.map(hashOf)).select("sha256");
  const kept = new Set(rows.map((row) => row.sha256));
  return paths.find((path) => !kept.has(hashOf(path)));
}

/** The brush with its pictures' paths exchanged. */
export function renamePictures(brush: Brush, names: ReadonlyMap<string, string>): Brush {
  const { shape } = brush.tip;
  if (shape.kind !== "image") return brush;
  const renamed = (path: string) => names.get(path) ?? path;
  const pictures = shape.pictures.map((picture) => ({ ...picture, file: renamed(picture.file), ...(picture.map ? { map: renamed(picture.map) } : {}) }));
  return { ...brush, tip: { ...brush.tip, shape: { ...shape, pictures } } };
}
