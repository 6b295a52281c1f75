import { createHash } from "node:crypto";
import { type SetPackage, unpack } from "@core/formats/package";
import { LRUCache } from "lru-cache";
import type { Database } from "../database/connect";
import { newId } from "../identifier";

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
}

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
    database.raw("length(package) as bytes"),
  ]);
}

export async function listEditions(database: Database): Promise<EditionEntry[]> {
  return (await entries(database).orderBy("published_at", "desc").limit(200)).map(entry);
}

export async function editionsOfSet(database: Database, setId: string): Promise<EditionEntry[]> {
  return (await entries(database).where({ set_id: setId }).orderBy("published_at", "desc")).map(entry);
}

export async function findEdition(database: Database, id: string): Promise<EditionEntry | undefined> {
  const [row] = await entries(database).where({ id });
  return row && entry(row);
}

/** The package's bytes exactly as they were published. */
export async function packageBytes(database: Database, id: string): Promise<Uint8Array | undefined> {
  const row = await database("editions").where({ id }).first("package");
  return row?.package;
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

export interface NewEdition {
  readonly setId: string;
  readonly version: string;
  readonly name: string;
  readonly studio: string;
  readonly bytes: Uint8Array;
  readonly specimenSha256: string;
}

/** Whether a set has an edition of this version. */
export async function hasVersion(database: Database, setId: string, version: string): Promise<boolean> {
  return (await database("editions").where({ set_id: setId, version }).first("id")) !== undefined;
}

/** Keeps an edition for good. @throws an error of which `isDuplicate` is true when the set already has this version */
export async function addEdition(database: Database, edition: NewEdition): Promise<string> {
  const id = newId();
  await database("editions").insert({
    id,
    set_id: edition.setId,
    version: edition.version,
    name: edition.name,
    studio: edition.studio,
    package_sha256: createHash("sha256").update(edition.bytes).digest("hex"),
    package: Buffer.from(edition.bytes),
    specimen_sha256: edition.specimenSha256,
    published_at: new Date(),
  });
  return id;
}
