import { createHash } from "node:crypto";
import type { Brush } from "@core/brush";
import { type LicenceId, type SetFile, type SetPackage, unpack } from "@core/formats/package";
import { type Trait, traitNames } from "@core/measure/traits";
import { LRUCache } from "lru-cache";
import type { Database } from "../database/connect";
import { newId } from "../identifier";
import { outletWords } from "./outlet-words";

/** What is known of an edition without its package. */
export interface EditionEntry {
  readonly id: string;
  readonly setId: string;
  readonly version: string;
  readonly name: string;
  readonly studio: string;
  readonly packageSha256: string;
  readonly specimenSha256: string;
  readonly publishedAt: Date;
  readonly bytes: number;
  readonly kind: "full" | "sampler";
  /** The edition that a sampler goes out beside. */
  readonly samplerOf: string | null;
  /** When its maker took it back, and why: those who have it keep it. */
  readonly withdrawnAt: Date | null;
  readonly withdrawnWhy: string;
  readonly licence: LicenceId;
  /** What its maker says is new. */
  readonly note: string;
  readonly access: Access;
  readonly brushes: number;
  readonly traits: readonly Trait[];
  readonly coverSha256: string | null;
}

/** Who may have an edition: everybody, or those with a voucher. */
export type Access = "open" | "voucher";

interface Row {
  id: string;
  set_id: string;
  version: string;
  name: string;
  studio: string;
  package_sha256: string;
  specimen_sha256: string;
  published_at: Date;
  bytes: number;
  kind: "full" | "sampler";
  sampler_of: string | null;
  withdrawn_at: Date | null;
  withdrawn_why: string;
  licence: LicenceId;
  note: string;
  access: Access;
  brushes: number;
  traits: string;
  cover_sha256: string | null;
}

function entry(row: Row): EditionEntry {
  return {
    id: row.id,
    setId: row.set_id,
    version: row.version,
    name: row.name,
    studio: row.studio,
    packageSha256: row.package_sha256,
    specimenSha256: row.specimen_sha256,
    publishedAt: row.published_at,
    bytes: row.bytes,
    kind: row.kind,
    samplerOf: row.sampler_of,
    withdrawnAt: row.withdrawn_at,
    withdrawnWhy: row.withdrawn_why,
    licence: row.licence,
    note: row.note,
    access: row.access,
    brushes: row.brushes,
    traits: traitNames.filter((name) => row.traits.split(",").includes(name)),
    coverSha256: row.cover_sha256,
  };
}

function entries(database: Database) {
  return database("editions").select<Row[]>([
    "id",
    "set_id",
    "version",
    "name",
    "studio",
    "package_sha256",
    "specimen_sha256",
    "published_at",
    "kind",
    "sampler_of",
    "withdrawn_at",
    "withdrawn_why",
    "licence",
    "note",
    "access",
    "brushes",
    "traits",
    "cover_sha256",
    database.raw("length(package) as bytes"),
  ]);
}

/** Editions by their ids. */
export async function findEditions(database: Database, ids: readonly string[]): Promise<Map<string, EditionEntry>> {
  const rows = ids.length === 0 ? [] : await entries(database).whereIn("id", [...ids]);
  return new Map(rows.map((row) => [row.id, entry(row)]));
}

export async function editionsOfSet(database: Database, setId: string): Promise<EditionEntry[]> {
  return (await entries(database).where({ set_id: setId }).orderBy("published_at", "desc")).map(entry);
}

export async function findEdition(database: Database, id: string): Promise<EditionEntry | undefined> {
  const [row] = await entries(database).where({ id });
  return row && entry(row);
}

/** The editions whose specimen or cover is a picture, by the SHA-256 of its bytes. */
export async function editionsShowing(database: Database, sha256: string): Promise<EditionEntry[]> {
  return (await entries(database).where({ specimen_sha256: sha256 }).orWhere({ cover_sha256: sha256 })).map(entry);
}

/** The edition of which these are a package's bytes, by their SHA-256. */
export async function findEditionOf(database: Database, packageSha256: string): Promise<EditionEntry | undefined> {
  const [row] = await entries(database).where({ package_sha256: packageSha256 });
  return row && entry(row);
}

/** The package's bytes exactly as they were published. */
export async function packageBytes(database: Database, id: string): Promise<Uint8Array | undefined> {
  const row = await database("editions").where({ id }).first("package");
  return row?.package;
}

/** Bytes of a package that are read from the database at once. */
const PIECE = 1 << 20;

/** The package's bytes, read piece by piece as they are wanted, so that large ones lie nowhere whole. */
export function packageStream(database: Database, { id, bytes }: EditionEntry): ReadableStream<Uint8Array> {
  let at = 0;
  return new ReadableStream({
    async pull(controller) {
      const row: { piece: Uint8Array } | undefined = await database("editions")
        .where({ id })
        .first(database.raw("substring(package, ?, ?) as piece", [at + 1, PIECE]));
      if (!row || row.piece.length === 0) {
        controller.close();
        return;
      }
      at += row.piece.length;
      controller.enqueue(row.piece);
      if (at >= bytes) controller.close();
    },
  });
}

/** Editions' contents, for a while: their bytes never change. */
const opened = new LRUCache<string, SetPackage>({
  maxSize: 128 << 20,
  sizeCalculation: ({ files }) => [...files.values()].reduce((sum, file) => sum + file.length, 1024),
});

/** What an edition holds. */
export async function editionPackage(database: Database, edition: EditionEntry): Promise<SetPackage> {
  const known = opened.get(edition.packageSha256);
  if (known) return known;
  const bytes = await packageBytes(database, edition.id);
  if (!bytes) throw new Error(`edition ${edition.id} has no package`);
  const content = unpack(bytes);
  opened.set(edition.packageSha256, content);
  return content;
}

/** The sampler that went out beside an edition. */
export async function samplerOf(database: Database, editionId: string): Promise<EditionEntry | undefined> {
  const [row] = await entries(database).where({ sampler_of: editionId });
  return row && entry(row);
}

/** Takes an edition of this account back, with its sampler; false where there is none that is still out. */
export async function withdraw(database: Database, accountId: string, id: string, why: string): Promise<boolean> {
  const own = await database("editions")
    .join("sets", "sets.id", "editions.set_id")
    .where("editions.id", id)
    .where("sets.account_id", accountId)
    .whereNull("editions.withdrawn_at")
    .first("editions.id");
  if (!own) return false;
  await database("editions")
    .where((either) => either.where({ id }).orWhere({ sampler_of: id }))
    .where({ withdrawn_at: null })
    .update({ withdrawn_at: new Date(), withdrawn_why: why });
  return true;
}

export interface NewEdition {
  readonly setId: string;
  /** What its package says of itself. */
  readonly set: SetFile;
  readonly brushes: readonly Brush[];
  /** Those of all its brushes. */
  readonly traits: readonly Trait[];
  readonly bytes: Uint8Array;
  readonly specimenSha256: string;
  readonly coverSha256: string | null;
  readonly note: string;
  readonly access: Access;
  /** For a sampler: the edition that it goes out beside. */
  readonly samplerOf?: string;
}

/** The versions of a set's editions, samplers left out. */
export async function fullVersions(database: Database, setId: string): Promise<string[]> {
  return database("editions").where({ set_id: setId, kind: "full" }).pluck("version");
}

/** Who may have a set's newest edition; undefined where there is none. */
export async function lastAccess(database: Database, setId: string): Promise<Access | undefined> {
  const row = await database("editions")
    .where({ set_id: setId, kind: "full" })
    .orderBy("published_at", "desc")
    .first("access");
  return row?.access;
}

/** What a set's newest edition holds, be it withdrawn or not. */
export async function newestPackage(database: Database, setId: string): Promise<SetPackage | undefined> {
  const [row] = await entries(database).where({ set_id: setId, kind: "full" }).orderBy("published_at", "desc").limit(1);
  return row && editionPackage(database, entry(row));
}

/** Keeps an edition for good. @throws an error of which `isDuplicate` is true when the set already has this version */
export async function addEdition(database: Database, edition: NewEdition): Promise<string> {
  const id = newId();
  await database("editions").insert({
    id,
    set_id: edition.setId,
    version: edition.set.version,
    name: edition.set.name,
    studio: edition.set.studio,
    package_sha256: createHash("sha256").update(edition.bytes).digest("hex"),
    package: Buffer.from(edition.bytes),
    specimen_sha256: edition.specimenSha256,
    published_at: new Date(),
    kind: edition.samplerOf === undefined ? "full" : "sampler",
    sampler_of: edition.samplerOf ?? null,
    licence: edition.set.licence,
    note: edition.note,
    access: edition.access,
    brushes: edition.brushes.length,
    traits: traitNames.filter((name) => edition.traits.includes(name)).join(","),
    cover_sha256: edition.coverSha256,
    words: outletWords(edition.set, edition.brushes),
  });
  return id;
}
