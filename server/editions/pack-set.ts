import type { Brush } from "@core/brush";
import { brushPath, pack, type SetFile } from "@core/formats/package";
import { traits as labels, type Trait } from "@core/measure/traits";
import type { Material } from "@core/preflight";
import type { Account } from "../accounts/repository";
import type { Database } from "../database/connect";
import { fewAtATime } from "../few-at-a-time";
import { pictureFiles } from "../images/pictures";
import { stripJob } from "../render/job";
import type { StripPainter } from "../render/pool";
import type { KeptSet } from "../sets/repository";
import { stripPng } from "../strips/repository";

const STRIP_WIDTH = 720;
const STRIP_HEIGHT = 96;
/** How many strokes of a specimen are painted at one time. */
const AT_ONCE = 4;
/** The version of what is not published. */
export const UNNUMBERED = "0.0.0";
export const SPECIMEN_INK = "#1f2a30";

/** A brush that goes into a package, and the file it has there. */
export interface Entry {
  readonly id: string;
  readonly file: string;
  readonly group: string;
  readonly brush: Brush;
  readonly note?: string;
  readonly use?: string;
  /** What it measures like, where that is known. */
  readonly traits?: readonly Trait[];
  /** What it is made of, where that is known. */
  readonly materials?: readonly Material[];
}

/** What a package says of a set. */
export type SetWords = Pick<KeptSet, "name" | "licence" | "notes" | "credits">;

/** The files that brushes have in a package, in their order. */
export function entriesOf(members: readonly Omit<Entry, "file">[]): readonly Entry[] {
  const taken = new Set<string>();
  return members.map(({ id, brush, group, note, use, traits, materials }) => ({
    id,
    file: brushPath(brush.name, taken),
    group,
    brush,
    note,
    use,
    traits,
    materials,
  }));
}

/** What a package's `set.json` says of such entries. */
export function setFileOf(
  { studio }: Pick<Account, "studio">,
  { name, licence, notes, credits }: SetWords,
  version: string,
  entries: readonly Entry[],
): SetFile {
  return {
    format: "brosse-set",
    level: 1,
    name,
    version,
    studio,
    licence,
    notes,
    credits,
    brushes: entries.map(({ file, group, note, use, traits, materials }) => ({
      file,
      group,
      ...(note ? { note } : {}),
      ...(use ? { use } : {}),
      ...(traits ? { traits: traits.map((trait) => labels[trait].label) } : {}),
      ...(materials
        ? { materials: materials.map(({ licence: own, ...one }) => ({ ...one, ...(own ? { licence: own } : {}) })) }
        : {}),
    })),
  };
}

/** A set as it goes out. */
export interface PackedSet {
  readonly bytes: Uint8Array;
  readonly set: SetFile;
  /** The first sheet of its strokes, as PNG. */
  readonly specimen: Uint8Array;
  /** The pictures of its brushes, by path. */
  readonly pictures: ReadonlyMap<string, Uint8Array>;
}

/** Packs brushes as a set, with the sheets of their specimen. @param changes what changed from edition to edition */
export async function packSet(
  database: Database,
  pool: StripPainter,
  account: Account,
  words: SetWords,
  version: string,
  entries: readonly Entry[],
  changes?: string,
): Promise<PackedSet> {
  const set = setFileOf(account, words, version, entries);
  const tips = await pictureFiles(
    database,
    entries.map(({ brush }) => brush),
  );
  const sheets = await paintSheets({ database, pool, account }, set, entries, tips);
  const files = sheets.map((png, n): [string, Uint8Array] => [n === 0 ? "specimen.png" : `specimen-${n + 1}.png`, png]);
  const bytes = pack({
    set,
    brushes: new Map(entries.map(({ file, brush }) => [file, brush])),
    files: new Map([...files, ...tips]),
    changes,
  });
  return { bytes, set, specimen: sheets[0], pictures: tips };
}

/** All strokes under one another, with their names, on as many sheets as it takes. */
async function paintSheets(
  { database, pool, account }: { readonly database: Database; readonly pool: StripPainter; readonly account: Account },
  { name, studio, version }: SetFile,
  entries: readonly Entry[],
  tips: ReadonlyMap<string, Uint8Array>,
): Promise<readonly Uint8Array[]> {
  const lines = await fewAtATime(entries, AT_ONCE, async ({ brush, group, note }, n) => ({
    name: brush.name,
    says: note || brush.notes,
    heading: group !== (entries[n - 1]?.group ?? "") ? group : "",
    strip: await stripPng(database, pool, stripJob(brush, tips, STRIP_WIDTH, STRIP_HEIGHT, SPECIMEN_INK), account.id),
  }));
  const under = `${studio} · ${version === UNNUMBERED ? "not published" : version}`;
  return pool.specimen({ title: name, under, lines }, account.id);
}
