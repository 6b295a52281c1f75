import { type Brush, brushText, parseBrush, renamePictures } from "@core/brush";
import { FormatError } from "@core/formats/fault";
import type { StudyPackage } from "@core/formats/study";
import type { Act } from "@core/study/act";
import { MOST_ACTS } from "@core/study/act";
import { noNotes, type StudyNotes, type StudySheetSize, studyNotesSchema } from "@core/study/model";
import { findBrush, hashOfText } from "../brushes/repository";
import type { Database } from "../database/connect";
import { transactionRetried } from "../database/retry";
import { newId } from "../identifier";
import { keepChecked, type PictureReader } from "../images/pictures";
import { keepImage } from "../images/repository";
import { MAX_STUDY_BYTES, MAX_STUDY_PICTURE_BYTES } from "../limits";
import { brushesOfSet, findSet } from "../sets/repository";

/** A study without its acts. */
export interface KeptStudy extends StudySheetSize {
  readonly id: string;
  readonly name: string;
  /** The set whose brushes lie in the tray. */
  readonly setId: string | null;
  /** The one brush in the tray of a vignette. */
  readonly brushId: string | null;
  readonly notes: StudyNotes;
  /** Of its name and notes. */
  readonly revision: number;
  /** Whether it goes out with the next edition of its set. */
  readonly goesOut: boolean;
  /** How many acts are kept: the number of the next one. */
  readonly acts: number;
  readonly pictureSha256: string | null;
  readonly changedAt: Date;
}

/** A brush of a study, by the hash of its text. */
export interface StudyBrush {
  readonly hash: string;
  readonly brush: Brush;
}

const fields = [
  "id",
  "set_id",
  "brush_id",
  "name",
  "width",
  "height",
  "paper",
  "notes",
  "revision",
  "goes_out",
  "acts",
  "picture_sha256",
  "changed_at",
] as const;

interface Row {
  id: string;
  set_id: string | null;
  brush_id: string | null;
  name: string;
  width: number;
  height: number;
  paper: string;
  notes: string;
  revision: number;
  goes_out: boolean;
  acts: number;
  picture_sha256: string | null;
  changed_at: Date;
}

function kept({ set_id, brush_id, notes, goes_out, picture_sha256, changed_at, ...row }: Row): KeptStudy {
  return {
    ...row,
    setId: set_id,
    brushId: brush_id,
    // MariaDB keeps truth as a number.
    goesOut: Boolean(goes_out),
    notes: studyNotesSchema.parse(JSON.parse(notes)),
    pictureSha256: picture_sha256,
    changedAt: changed_at,
  };
}

/** The hash by which acts name a brush. */
export function hashOfBrush(brush: Brush): string {
  return hashOfText(brushText(brush));
}

export async function listStudies(database: Database, accountId: string): Promise<KeptStudy[]> {
  const rows: Row[] = await database("studies")
    .where({ account_id: accountId })
    .orderBy("changed_at", "desc")
    .select(...fields);
  return rows.map(kept);
}

/** One study of this account; undefined when there is none or it is another's. */
export async function findStudy(database: Database, accountId: string, id: string): Promise<KeptStudy | undefined> {
  const row: Row | undefined = await database("studies")
    .where({ account_id: accountId, id })
    .first(...fields);
  return row && kept(row);
}

export interface NewStudy extends StudySheetSize {
  readonly name: string;
  readonly setId: string;
  /** For a vignette: the one brush in the tray. */
  readonly brushId?: string | undefined;
}

/** Begins a study from a set of this account; undefined where there is no such set, or no such brush. */
export async function createStudy(
  database: Database,
  accountId: string,
  { name, setId, brushId, width, height, paper }: NewStudy,
): Promise<string | undefined> {
  if (!(await findSet(database, accountId, setId))) return undefined;
  if (brushId !== undefined && !(await findBrush(database, accountId, brushId))) return undefined;
  const id = newId();
  await database("studies").insert({
    id,
    account_id: accountId,
    set_id: setId,
    brush_id: brushId ?? null,
    name,
    width,
    height,
    paper,
    notes: JSON.stringify(noNotes),
    revision: 1,
    // A vignette is painted to be seen with its brush.
    goes_out: brushId !== undefined,
    acts: 0,
    bytes: 0,
    picture_sha256: null,
    changed_at: new Date(),
  });
  return id;
}

/** All brushes that a study knows, and which of them lie in its tray: those of its set as they are now, in their order. */
export async function brushesOfStudy(
  database: Database,
  accountId: string,
  study: KeptStudy,
): Promise<{ readonly known: readonly StudyBrush[]; readonly tray: readonly string[] }> {
  const members = await trayMembers(database, accountId, study);
  const tray = members.map((brush) => ({ hash: hashOfBrush(brush), body: brushText(brush) }));
  if (tray.length > 0)
    await database("study_brushes")
      .insert(tray.map((row) => ({ study_id: study.id, ...row })))
      .onConflict(["study_id", "hash"])
      .ignore();
  const rows: { hash: string; body: string }[] = await database("study_brushes")
    .where({ study_id: study.id })
    .select("hash", "body");
  return {
    known: rows.map(({ hash, body }) => ({ hash, brush: parseBrush(JSON.parse(body)) })),
    // A study that came from outside has no set: its own brushes are at hand.
    tray:
      tray.length > 0 || study.setId || study.brushId
        ? [...new Set(tray.map(({ hash }) => hash))]
        : rows.map(({ hash }) => hash),
  };
}

async function trayMembers(database: Database, accountId: string, study: KeptStudy): Promise<Brush[]> {
  if (study.brushId) {
    const one = await findBrush(database, accountId, study.brushId);
    return one ? [one.brush] : [];
  }
  const set = study.setId ? await findSet(database, accountId, study.setId) : undefined;
  return set ? (await brushesOfSet(database, accountId, set)).map(({ brush }) => brush) : [];
}

/** One of a study's brushes. */
export async function findStudyBrush(database: Database, studyId: string, hash: string): Promise<Brush | undefined> {
  const row = await database("study_brushes").where({ study_id: studyId, hash }).first("body");
  return row && parseBrush(JSON.parse(row.body));
}

/** The kept acts from this number on, as JSON texts of arrays, one a part. They were checked when they were taken in. */
export async function partsFrom(database: Database, studyId: string, from: number): Promise<string[]> {
  const rows: { first: number; acts: number; body: string }[] = await database("study_parts")
    .where({ study_id: studyId })
    .whereRaw("first + acts > ?", [from])
    .orderBy("first")
    .select("first", "acts", "body");
  return rows.map(({ first, body }) =>
    first >= from ? body : JSON.stringify((JSON.parse(body) as unknown[]).slice(from - first)),
  );
}

/** All kept acts. */
export async function actsOf(database: Database, studyId: string): Promise<Act[]> {
  return (await partsFrom(database, studyId, 0)).flatMap((part) => JSON.parse(part) as Act[]);
}

export type Appended =
  /** All is kept up to this number. */
  | { readonly kind: "kept"; readonly next: number }
  /** Something is missing before what was sent, or it was kept already: this is the number that is wanted. */
  | { readonly kind: "elsewhere"; readonly next: number }
  | { readonly kind: "refused"; readonly fault: string };

/**
 * Adds acts to a study, of which the first has the number `from`; acts that are kept never change. Undefined when the
 * account has no such study.
 */
export async function appendActs(
  database: Database,
  accountId: string,
  id: string,
  from: number,
  acts: readonly Act[],
): Promise<Appended | undefined> {
  const body = JSON.stringify(acts);
  return database.transaction(async (change) => {
    const row = await change("studies").where({ account_id: accountId, id }).forUpdate().first("acts", "bytes");
    if (!row) return undefined;
    if (row.acts !== from) return { kind: "elsewhere", next: row.acts };
    if (from + acts.length > MOST_ACTS) return { kind: "refused", fault: `a study holds ${MOST_ACTS} acts at most` };
    if (Number(row.bytes) + body.length > MAX_STUDY_BYTES)
      return { kind: "refused", fault: `a study holds ${MAX_STUDY_BYTES >> 20} MB of strokes at most` };
    const unknown = await unknownBrush(change, id, acts);
    if (unknown) return { kind: "refused", fault: `act ${from + unknown.place}: its brush is not one of the study’s` };
    const next = from + acts.length;
    await change("study_parts").insert({ study_id: id, first: from, acts: acts.length, body });
    await change("studies")
      .where({ id })
      .update({ acts: next, bytes: Number(row.bytes) + body.length, changed_at: new Date() });
    return { kind: "kept", next };
  });
}

async function unknownBrush(
  change: Database,
  studyId: string,
  acts: readonly Act[],
): Promise<{ readonly place: number } | undefined> {
  const named = new Set(acts.flatMap((act) => ("brush" in act ? [act.brush] : [])));
  if (named.size === 0) return undefined;
  const known = new Set<string>(
    await change("study_brushes")
      .where({ study_id: studyId })
      .whereIn("hash", [...named])
      .pluck("hash"),
  );
  const place = acts.findIndex((act) => "brush" in act && !known.has(act.brush));
  return place < 0 ? undefined : { place };
}

export type NotesSave =
  | { readonly saved: true; readonly revision: number }
  | { readonly saved: false; readonly newest: KeptStudy };

/** Saves a study's name and what is said along its roll, if `from` is still the newest revision; undefined when there is no such study. */
export async function saveNotes(
  database: Database,
  accountId: string,
  id: string,
  from: number,
  { name, notes }: { readonly name: string; readonly notes: StudyNotes },
): Promise<NotesSave | undefined> {
  return database.transaction(async (change) => {
    const row = await change("studies").where({ account_id: accountId, id }).forUpdate().first("revision");
    if (!row) return undefined;
    if (row.revision !== from) {
      const newest = await findStudy(change, accountId, id);
      return newest && { saved: false, newest };
    }
    await change("studies")
      .where({ id })
      .update({ name, notes: JSON.stringify(notes), revision: from + 1, changed_at: new Date() });
    return { saved: true, revision: from + 1 };
  });
}

/** Keeps a small picture of what a study looks like; false when the account has no such study. @throws FormatError when nothing can be made of it */
export async function keepStudyPicture(
  { database, pool }: { readonly database: Database; readonly pool: PictureReader },
  accountId: string,
  id: string,
  bytes: Uint8Array,
): Promise<boolean> {
  if (!(await findStudy(database, accountId, id))) return false;
  if (bytes.length > MAX_STUDY_PICTURE_BYTES)
    throw new FormatError(`a study’s small picture has ${MAX_STUDY_PICTURE_BYTES >> 20} MB at most`);
  await pool.readPicture({ bytes, what: "the study’s picture" }, accountId);
  const sha256 = await keepImage(database, bytes, "the study’s picture");
  await database("studies").where({ account_id: accountId, id }).update({ picture_sha256: sha256 });
  return true;
}

/** Says whether a study goes out with the next edition of its set; false when the account has no such study. */
export async function setGoesOut(
  database: Database,
  accountId: string,
  id: string,
  goesOut: boolean,
): Promise<boolean> {
  return (await database("studies").where({ account_id: accountId, id }).update({ goes_out: goesOut })) > 0;
}

/** All studies and vignettes of a set, those changed last first. */
export async function studiesOfSet(database: Database, accountId: string, setId: string): Promise<KeptStudy[]> {
  const rows: Row[] = await database("studies")
    .where({ account_id: accountId, set_id: setId })
    .orderBy("changed_at", "desc")
    .select(...fields);
  return rows.map(kept);
}

/** The studies of a set that are painted on and go out with its next edition, the oldest first. */
export async function studiesGoingOut(database: Database, accountId: string, setId: string): Promise<KeptStudy[]> {
  const rows: Row[] = await database("studies")
    .where({ account_id: accountId, set_id: setId, goes_out: true })
    .where("acts", ">", 0)
    .orderBy([{ column: "changed_at" }, { column: "id" }])
    .select(...fields);
  return rows.map(kept);
}

/** A study that came from outside, read and checked. */
export type StudyToTake = Pick<
  StudyPackage,
  "name" | "width" | "height" | "paper" | "chapters" | "captions" | "acts" | "files"
> & {
  readonly brushes: ReadonlyMap<string, Brush>;
};

/** So many acts are kept in one part of a study that is taken in. */
const PART = 100;

/**
 * Puts a study from outside among an account's own; it belongs to no set, and its tray holds the brushes it was painted with.
 * @throws FormatError where a brush is not what its acts name it by, and then nothing has changed
 */
export async function takeStudy(database: Database, accountId: string, study: StudyToTake): Promise<string> {
  for (const [hash, brush] of study.brushes)
    if (hashOfBrush(brush) !== hash)
      throw new FormatError(`the brush ${brush.name} is not the one that the study was painted with`);
  return transactionRetried(database, async (change) => {
    const pictures = await keepChecked(change, study.files);
    const known = [...study.brushes].map(([hash, brush]) => ({ hash, now: renamePictures(brush, pictures) }));
    // Pictures are named here by what they hold: a brush that had others for them has another hash now.
    const renamed = new Map(known.map(({ hash, now }) => [hash, hashOfBrush(now)]));
    const acts = study.acts.map(
      (act): Act => ("brush" in act ? { ...act, brush: renamed.get(act.brush) ?? act.brush } : act),
    );
    const { name, width, height, paper, chapters, captions } = study;
    const id = newId();
    await change("studies").insert({
      id,
      account_id: accountId,
      set_id: null,
      brush_id: null,
      name,
      width,
      height,
      paper,
      notes: JSON.stringify({ chapters, captions }),
      revision: 1,
      goes_out: false,
      acts: acts.length,
      bytes: JSON.stringify(acts).length,
      picture_sha256: null,
      changed_at: new Date(),
    });
    const bodies = new Map(known.map(({ now }) => [hashOfBrush(now), brushText(now)]));
    if (bodies.size > 0)
      await change("study_brushes").insert([...bodies].map(([hash, body]) => ({ study_id: id, hash, body })));
    for (let first = 0; first < acts.length; first += PART) {
      const part = acts.slice(first, first + PART);
      await change("study_parts").insert({ study_id: id, first, acts: part.length, body: JSON.stringify(part) });
    }
    return id;
  });
}
