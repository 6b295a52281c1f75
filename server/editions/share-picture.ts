import { LRUCache } from "lru-cache";
import type { Database } from "../database/connect";
import { stripJob } from "../render/job";
import type { RenderPool } from "../render/pool";
import { stripPng } from "../strips/repository";
import { SPECIMEN_INK } from "./pack-set";
import { type EditionEntry, editionPackage } from "./repository";

/** Strokes on the picture of a shared link. */
const STROKES = 5;

/** Pictures that were asked for of late, by edition: what an edition holds never changes. */
const drawn = new LRUCache<string, Promise<Uint8Array>>({ max: 64 });

/** The picture that a shared link to an edition shows: its name, its maker and the first of its strokes, as PNG. */
export function sharePicture(
  database: Database,
  pool: RenderPool,
  edition: EditionEntry,
  who: string,
): Promise<Uint8Array> {
  const known = drawn.get(edition.id);
  if (known) return known;
  const coming = draw(database, pool, edition, who);
  drawn.set(edition.id, coming);
  coming.catch(() => drawn.delete(edition.id));
  return coming;
}

async function draw(database: Database, pool: RenderPool, edition: EditionEntry, who: string): Promise<Uint8Array> {
  const { set, brushes, files } = await editionPackage(database, edition);
  const strips = await Promise.all(
    set.brushes.slice(0, STROKES).flatMap(({ file }) => {
      const brush = brushes.get(file);
      return brush ? [stripPng(database, pool, stripJob(brush, files, 1000, 110, SPECIMEN_INK), who)] : [];
    }),
  );
  const job = {
    title: edition.name,
    under: `${edition.studio} · ${edition.version} · ${edition.brushes} ${edition.brushes === 1 ? "brush" : "brushes"}`,
    strips,
  };
  return pool.share(job, who);
}
