import type { Brush } from "@core/brush";
import { brushPath, pack, type SetFile } from "@core/formats/package";
import { writeRgba } from "@core/formats/png/png";
import { decode } from "fast-png";
import type { Account } from "../accounts/repository";
import type { Database } from "../database/connect";
import { pictureFiles } from "../images/pictures";
import { stripJob } from "../render/job";
import type { StripPainter } from "../render/pool";
import type { KeptSet } from "../sets/repository";

const STRIP_WIDTH = 720;
const STRIP_HEIGHT = 96;
/** The specimen's longest side stays below what a package's picture may have. */
const MOST_STRIPS = 42;
export const SPECIMEN_INK = "#1f2a30";

/** A brush that goes into a package, and the file it has there. */
export interface Entry {
  readonly id: string;
  readonly file: string;
  readonly group: string;
  readonly brush: Brush;
  readonly note?: string;
  readonly use?: string;
}

/** What a package says of a set. */
export type SetWords = Pick<KeptSet, "name" | "licence" | "notes" | "credits">;

/** The files that brushes have in a package, in their order. */
export function entriesOf(members: readonly Omit<Entry, "file">[]): readonly Entry[] {
  const taken = new Set<string>();
  return members.map(({ id, brush, group, note, use }) => ({
    id,
    file: brushPath(brush.name, taken),
    group,
    brush,
    note,
    use,
  }));
}

/** Packs brushes as a set, with their specimen. */
export async function packSet(
  database: Database,
  pool: StripPainter,
  account: Account,
  words: SetWords,
  version: string,
  entries: readonly Entry[],
): Promise<{ readonly bytes: Uint8Array; readonly specimen: Uint8Array }> {
  const { name, licence, notes, credits } = words;
  const set: SetFile = {
    format: "brosse-set",
    level: 1,
    name,
    version,
    studio: account.studio,
    licence,
    notes,
    credits,
    brushes: entries.map(({ file, group, note, use }) => ({
      file,
      group,
      ...(note ? { note } : {}),
      ...(use ? { use } : {}),
    })),
  };
  const brushes = entries.map(({ brush }) => brush);
  const tips = await pictureFiles(database, brushes);
  const specimen = await paintSpecimen(pool, brushes, tips);
  const bytes = pack({
    set,
    brushes: new Map(entries.map(({ file, brush }) => [file, brush])),
    files: new Map([["specimen.png", specimen], ...tips]),
  });
  return { bytes, specimen };
}

/** All strokes under one another on white. */
async function paintSpecimen(
  pool: StripPainter,
  brushes: readonly Brush[],
  tips: ReadonlyMap<string, Uint8Array>,
): Promise<Uint8Array> {
  const strips = await Promise.all(
    brushes.slice(0, MOST_STRIPS).map((b) => pool.strip(stripJob(b, tips, STRIP_WIDTH, STRIP_HEIGHT, SPECIMEN_INK))),
  );
  const sheet = new Uint8ClampedArray(STRIP_WIDTH * STRIP_HEIGHT * strips.length * 4).fill(255);
  strips.forEach((png, n) => {
    const { data } = decode(png);
    const from = n * STRIP_WIDTH * STRIP_HEIGHT * 4;
    for (let i = 0; i < data.length; i += 4) {
      const share = data[i + 3] / 255;
      for (let c = 0; c < 3; c++) sheet[from + i + c] = Math.round(255 + (data[i + c] - 255) * share);
    }
  });
  return writeRgba(sheet, STRIP_WIDTH, STRIP_HEIGHT * strips.length);
}
