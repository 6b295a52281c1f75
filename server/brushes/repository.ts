import { createHash } from "node:crypto";
import { type Brush, brushText, parseBrush } from "@core/brush";
import type { Database } from "../database/connect";
import { newId } from "../identifier";
import { addTags, REVISION_WORDS, shelfColumns } from "./shelf-columns";

/** A brush as a shelf keeps it. */
export interface KeptBrush {
  readonly id: string;
  readonly revision: number;
  /** Where it was taken from; empty when it was made here. */
  readonly origin: string;
  readonly changedAt: Date;
  readonly brush: Brush;
  /** The edition it was taken from, and whether it was changed since. */
  readonly taken: { readonly editionId: string; readonly changed: boolean } | null;
}

export type SaveResult =
  | { readonly saved: true; readonly revision: number }
  | { readonly saved: false; readonly newest: KeptBrush };

/** The columns of which a kept brush is made. */
export const keptFields = [
  "brushes.id",
  "brushes.revision",
  "brushes.origin",
  "brushes.changed_at",
  "brushes.taken_edition_id",
  "brushes.taken_hash",
  "revisions.body",
];

interface Row {
  id: string;
  revision: number;
  origin: string;
  changed_at: Date;
  taken_edition_id: string | null;
  taken_hash: string | null;
  body: string;
}

/** A brush from its columns. */
export function keptBrush(row: Row): KeptBrush {
  return {
    id: row.id,
    revision: row.revision,
    origin: row.origin,
    changedAt: row.changed_at,
    brush: parseBrush(JSON.parse(row.body)),
    taken:
      (row.taken_edition_id && {
        editionId: row.taken_edition_id,
        changed: row.taken_hash !== hashOfText(row.body),
      }) ||
      null,
  };
}

/** The hash of a brush's text: the same for the same brush. */
export function hashOfText(text: string): string {
  return createHash("sha256").update(text).digest("hex");
}

function newest(database: Database) {
  return database("brushes").join("revisions", function () {
    this.on("revisions.brush_id", "brushes.id").andOn("revisions.number", "brushes.revision");
  });
}

/** All brushes of a shelf in its order. */
export async function listBrushes(database: Database, accountId: string): Promise<KeptBrush[]> {
  const rows: Row[] = await newest(database)
    .where({ account_id: accountId, binned_at: null })
    .orderBy([{ column: "position" }, { column: "brushes.id" }])
    .select(keptFields);
  return rows.map(keptBrush);
}

/** Some brushes of this account, in no order; those that are not there are left out. */
export async function findBrushes(database: Database, accountId: string, ids: readonly string[]): Promise<KeptBrush[]> {
  if (ids.length === 0) return [];
  const rows: Row[] = await newest(database)
    .where({ account_id: accountId, binned_at: null })
    .whereIn("brushes.id", [...ids])
    .select(keptFields);
  return rows.map(keptBrush);
}

/** One brush of this account; undefined when there is none or it is another's. */
export async function findBrush(database: Database, accountId: string, id: string): Promise<KeptBrush | undefined> {
  const row: Row | undefined = await newest(database)
    .where({ account_id: accountId, binned_at: null })
    .where("brushes.id", id)
    .first(keptFields);
  return row && keptBrush(row);
}

/** One revision of a brush of this account. */
export async function findRevision(
  database: Database,
  accountId: string,
  id: string,
  number: number,
): Promise<Brush | undefined> {
  const row = await database("revisions")
    .join("brushes", "brushes.id", "revisions.brush_id")
    .where({ account_id: accountId, brush_id: id, number })
    .first("body");
  return row && parseBrush(JSON.parse(row.body));
}

/** Remembers that a brush was painted with now. */
export async function markUsed(database: Database, accountId: string, id: string): Promise<void> {
  await database("brushes").where({ account_id: accountId, id }).update({ used_at: new Date() });
}

/** A revision as a brush's history lists it. */
export interface KeptRevision {
  readonly number: number;
  readonly note: string;
  readonly madeAt: Date;
  readonly brush: Brush;
}

const MOST_LISTED = 200;

/** The newest 200 revisions of a brush of this account, the newest first; none when there is no such brush. */
export async function listRevisions(database: Database, accountId: string, id: string): Promise<KeptRevision[]> {
  const rows: { number: number; note: string; made_at: Date; body: string }[] = await database("revisions")
    .join("brushes", "brushes.id", "revisions.brush_id")
    .where({ account_id: accountId, brush_id: id })
    .orderBy("number", "desc")
    .limit(MOST_LISTED)
    .select("revisions.number", "revisions.note", "revisions.made_at", "revisions.body");
  return rows.map(({ number, note, made_at, body }) => ({
    number,
    note,
    madeAt: made_at,
    brush: parseBrush(JSON.parse(body)),
  }));
}

/** The revision that a brush was made from, when it was made from one of this account's that is still there. */
export async function findMadeFrom(database: Database, accountId: string, id: string): Promise<Brush | undefined> {
  const row = await database("brushes")
    .where({ account_id: accountId, id })
    .first("made_from_id", "made_from_revision");
  return row?.made_from_id && row.made_from_revision !== null
    ? findRevision(database, accountId, row.made_from_id, row.made_from_revision)
    : undefined;
}

/** Puts a brush that was made from a revision of another one on the same shelf, and remembers that. Undefined when there is no such revision. */
export async function addMadeFrom(
  database: Database,
  accountId: string,
  brush: Brush,
  from: { readonly id: string; readonly revision: number },
): Promise<string | undefined> {
  if (!(await findRevision(database, accountId, from.id, from.revision))) return undefined;
  return database.transaction(async (change) => {
    const [id] = await addBrushes(change, accountId, [brush]);
    await change("brushes").where({ id }).update({ made_from_id: from.id, made_from_revision: from.revision });
    return id;
  });
}

/** Where brushes were taken from: an edition, and the file of each in its package. */
export interface TakenFrom {
  readonly editionId: string;
  readonly files: readonly string[];
}

/** Puts new brushes at the top of a shelf, in the given order; all or none. */
export async function addBrushes(
  database: Database,
  accountId: string,
  brushes: readonly Brush[],
  origin = "",
  taken?: TakenFrom,
): Promise<string[]> {
  return database.transaction(async (change) => {
    await change("accounts").where({ id: accountId }).forUpdate().first("id");
    const top = await change("brushes")
      .where({ account_id: accountId })
      .min<{ top: number | null }[]>("position as top");
    const now = new Date();
    const first = (top[0]?.top ?? 0) - brushes.length;
    const rows = brushes.map((brush, i) => ({
      id: newId(),
      account_id: accountId,
      name: brush.name,
      revision: 1,
      origin,
      position: first + i,
      changed_at: now,
      made_at: now,
      ...shelfColumns(brush, origin),
      ...(taken
        ? {
            taken_edition_id: taken.editionId,
            taken_file: taken.files[i],
            taken_hash: hashOfText(brushText(brush)),
          }
        : {}),
    }));
    await change.batchInsert("brushes", rows);
    await change.batchInsert(
      "revisions",
      rows.map((row, i) => ({ brush_id: row.id, number: 1, body: brushText(brushes[i]), made_at: now })),
    );
    await addTags(
      change,
      rows.map(({ id }, i) => ({ id, brush: brushes[i] })),
    );
    return rows.map((row) => row.id);
  });
}

/**
 * Saves a brush as its next revision, if `from` is still the newest one; otherwise nothing changes and the newest is
 * returned. Undefined when the account has no such brush.
 * @param note what the maker says of the revision, up to 200 letters
 */
export async function saveBrush(
  database: Database,
  accountId: string,
  id: string,
  from: number,
  brush: Brush,
  note = "",
): Promise<SaveResult | undefined> {
  return database.transaction(async (change) => {
    const row = await change("brushes").where({ account_id: accountId, id }).forUpdate().first("revision", "origin");
    if (!row) return undefined;
    if (row.revision !== from) {
      const present = await findBrush(change, accountId, id);
      // What was sent twice, because its answer was lost, is no conflict with oneself.
      if (present && brushText(present.brush) === brushText(brush)) return { saved: true, revision: present.revision };
      return present && { saved: false, newest: present };
    }
    await addRevisions(change, [{ id, revision: from, origin: row.origin, brush }], note);
    return { saved: true, revision: from + 1 };
  });
}

/** A brush that becomes the next revision of a row that is locked. */
export interface NextRevision {
  readonly id: string;
  readonly revision: number;
  readonly origin: string;
  readonly brush: Brush;
}

const BATCH = 200;

/** Makes brushes the next revisions of their rows. @param note what is said of each */
export async function addRevisions(change: Database, all: readonly NextRevision[], note = ""): Promise<void> {
  const now = new Date();
  for (let n = 0; n < all.length; n += BATCH) {
    const some = all.slice(n, n + BATCH);
    const ids = some.map(({ id }) => id);
    await change("revisions").insert(
      some.map(({ id, revision, brush }) => ({
        brush_id: id,
        number: revision + 1,
        body: brushText(brush),
        note,
        made_at: now,
      })),
    );
    const columns = some.map(({ brush, origin }) => ({ name: brush.name, ...shelfColumns(brush, origin) }));
    const each = (column: "name" | "words" | "values_hash") =>
      change.raw(
        `case id ${ids.map(() => "when ? then ?").join(" ")} end`,
        ids.flatMap((id, i) => [id, columns[i][column]]),
      );
    await change("brushes")
      .whereIn("id", ids)
      .update({
        revision: change.raw("revision + 1"),
        changed_at: now,
        name: each("name"),
        words: each("words"),
        values_hash: each("values_hash"),
        ...(note
          ? { revision_words: change.raw("right(concat(revision_words, '\n', ?), ?)", [note, REVISION_WORDS]) }
          : {}),
      });
    await change("brush_tags").whereIn("brush_id", ids).delete();
    await addTags(change, some);
  }
}
