import type { Brush } from "@core/brush";
import { brushPath, pack, type SetFile } from "@core/formats/package";
import { writeRgba } from "@core/formats/png/png";
import { decode } from "fast-png";
import type { Account } from "../accounts/repository";
import type { Database } from "../database/connect";
import { isDuplicate } from "../database/faults";
import { pictureFiles } from "../images/pictures";
import { keepImage } from "../images/repository";
import { stripJob } from "../render/job";
import type { StripPainter } from "../render/pool";
import { brushesOfSet, type KeptSet } from "../sets/repository";
import { addDemonstrations, paintDemonstrations } from "./demonstrations";
import { addEdition, hasVersion } from "./repository";

const STRIP_WIDTH = 720;
const STRIP_HEIGHT = 96;
/** The specimen's longest side stays below what a package's picture may have. */
const MOST_STRIPS = 42;
export const SPECIMEN_INK = "#1f2a30";

export type Publication = { readonly id: string } | { readonly fault: string };

/** Publishes a set as an immutable edition: packs it with its specimen and keeps the bytes. */
export async function publish(
  database: Database,
  pool: StripPainter,
  account: Account,
  set: KeptSet,
  version: string,
): Promise<Publication> {
  const exists = {
    fault: `Edition ${version} of this set is already published; it cannot change. Choose a higher number.`,
  };
  // Painting takes a while: what cannot be published is not painted.
  if (await hasVersion(database, set.id, version)) return exists;
  const members = await brushesOfSet(database, account.id, set);
  if (members.length === 0) return { fault: "A set needs at least one brush before it is published." };
  const taken = new Set<string>();
  const entries = members.map(({ id, brush, group }) => ({ id, file: brushPath(brush.name, taken), group, brush }));
  const file: SetFile = {
    format: "brosse-set",
    level: 1,
    name: set.name,
    version,
    studio: account.studio,
    licence: set.licence,
    notes: set.notes,
    credits: set.credits,
    brushes: entries.map(({ file, group }) => ({ file, group })),
  };
  const tips = await pictureFiles(
    database,
    entries.map((e) => e.brush),
  );
  const specimen = await paintSpecimen(
    pool,
    entries.map((e) => e.brush),
    tips,
  );
  const bytes = pack({
    set: file,
    brushes: new Map(entries.map((e) => [e.file, e.brush])),
    files: new Map([["specimen.png", specimen], ...tips]),
  });
  const demonstrations = await paintDemonstrations(
    database,
    pool,
    account,
    set.id,
    (id) => entries.find((entry) => entry.id === id)?.file,
  );
  const { name } = set;
  const { studio } = account;
  try {
    return await database.transaction(async (change) => {
      const specimenSha256 = await keepImage(change, specimen, "specimen.png");
      const id = await addEdition(change, { setId: set.id, version, name, studio, bytes, specimenSha256 });
      await addDemonstrations(change, id, demonstrations);
      return { id };
    });
  } catch (error) {
    // Somebody has published the same version while this one was painted.
    if (isDuplicate(error)) return exists;
    throw error;
  }
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
