import { FormatError } from "@core/formats/fault";
import { noNotes, type StudyNotes, type StudySheetSize, studyNotesSchema } from "@core/study/model";
import type { Tables } from "knex/types/tables";
import { findBrush } from "../brushes/repository";
import type { Database } from "../database/connect";
import { newId } from "../identifier";
import type { PictureReader } from "../images/pictures";
import { keepImage } from "../images/repository";
import { MAX_STUDY_PICTURE_BYTES } from "../limits";
import { findSet } from "../sets/repository";

/** A study without its acts. */
export interface KeptStudy extends StudySheetSize {
  readonly id: string;
  readonly name: string;
  /** The set whose brushes lie in the tray. */
  readonly setId: string | null;
  /** The one brush in the tray of a vignette, as long as it is there. */
  readonly brushId: string | null;
  /** Whether it was begun to show one brush. */
  readonly vignette: boolean;
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

const fields = [
  "id",
  "set_id",
  "brush_id",
  "vignette",
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

type Row = Pick<Tables["studies"], (typeof fields)[number]>;

function kept({ set_id, brush_id, notes, goes_out, picture_sha256, changed_at, ...row }: Row): KeptStudy {
  return {
    ...row,
    setId: set_id,
    brushId: brush_id,
    // MariaDB keeps truth as a number.
    goesOut: Boolean(goes_out),
    vignette: Boolean(row.vignette),
    notes: studyNotesSchema.parse(JSON.parse(notes)),
    pictureSha256: picture_sha256,
    changedAt: changed_at,
  };
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
    vignette: brushId !== undefined,
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
