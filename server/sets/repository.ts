import type { LicenceId } from "@core/formats/package";
import type { Waiver } from "@core/preflight";
import type { Tables } from "knex/types/tables";
import { findBrushes, type KeptBrush } from "../brushes/repository";
import type { Database } from "../database/connect";
import { newId } from "../identifier";

/** What a maker decides about a set. */
export interface SetDraft {
  readonly name: string;
  readonly licence: LicenceId;
  readonly notes: string;
  readonly credits: string;
  /** In their order. */
  readonly brushes: readonly SetLine[];
  /** The SHA-256 of its cover; none where there is none. */
  readonly cover?: string | null;
  /** Why warnings of preflight may stand. */
  readonly waivers?: readonly Waiver[];
}

/** A brush's line in a set. */
export interface SetLine {
  readonly id: string;
  readonly group: string;
  readonly sampler?: boolean;
  /** What the set says of it, and what it is used for in it. */
  readonly note?: string;
  readonly use?: string;
}

export interface KeptSet extends SetDraft {
  readonly id: string;
  readonly revision: number;
  readonly changedAt: Date;
}

interface Row {
  id: string;
  name: string;
  licence: LicenceId;
  notes: string;
  credits: string;
  revision: number;
  changed_at: Date;
  cover_sha256: string | null;
  waivers: string;
}

const fields = ["id", "name", "licence", "notes", "credits", "revision", "changed_at", "cover_sha256", "waivers"];

async function withBrushes(database: Database, rows: readonly Row[]): Promise<KeptSet[]> {
  const members: Pick<
    Tables["set_brushes"],
    "set_id" | "brush_id" | "group_name" | "in_sampler" | "note" | "used_for"
  >[] = await database("set_brushes")
    .whereIn(
      "set_id",
      rows.map((r) => r.id),
    )
    .orderBy("position")
    .select("set_id", "brush_id", "group_name", "in_sampler", "note", "used_for");
  return rows.map(({ changed_at, cover_sha256, waivers, ...row }) => ({
    ...row,
    changedAt: changed_at,
    cover: cover_sha256,
    waivers: JSON.parse(waivers) as Waiver[],
    brushes: members
      .filter((m) => m.set_id === row.id)
      .map((m) => ({
        id: m.brush_id,
        group: m.group_name,
        sampler: Boolean(m.in_sampler),
        note: m.note,
        use: m.used_for,
      })),
  }));
}

export async function listSets(database: Database, accountId: string): Promise<KeptSet[]> {
  return withBrushes(
    database,
    await database("sets")
      .where({ account_id: accountId, binned_at: null })
      .orderBy("changed_at", "desc")
      .select(fields),
  );
}

/** One set of this account; undefined when there is none or it is another's. */
export async function findSet(database: Database, accountId: string, id: string): Promise<KeptSet | undefined> {
  const row: Row | undefined = await database("sets")
    .where({ account_id: accountId, id, binned_at: null })
    .first(fields);
  return row && (await withBrushes(database, [row]))[0];
}

export async function createSet(database: Database, accountId: string, draft: SetDraft): Promise<string> {
  const id = newId();
  await database.transaction(async (change) => {
    const { brushes } = draft;
    await change("sets").insert({
      id,
      account_id: accountId,
      ...columnsOf(draft),
      revision: 1,
      changed_at: new Date(),
    });
    await putBrushes(change, accountId, id, brushes);
  });
  return id;
}

export type SetSave =
  | { readonly saved: true; readonly revision: number }
  | { readonly saved: false; readonly newest: KeptSet };

/** Saves a set if `from` is still its newest revision; undefined when the account has no such set. */
export async function saveSet(
  database: Database,
  accountId: string,
  id: string,
  from: number,
  draft: SetDraft,
): Promise<SetSave | undefined> {
  return database.transaction(async (change) => {
    const row = await change("sets").where({ account_id: accountId, id }).forUpdate().first("revision");
    if (!row) return undefined;
    if (row.revision !== from) {
      const newest = await findSet(change, accountId, id);
      // What was sent twice, because its answer was lost, is no conflict with oneself.
      if (newest && isDraftOf(newest, draft)) return { saved: true, revision: newest.revision };
      return newest && { saved: false, newest };
    }
    const { brushes } = draft;
    await change("sets")
      .where({ id })
      .update({ ...columnsOf(draft), revision: from + 1, changed_at: new Date() });
    await change("set_brushes").where({ set_id: id }).delete();
    await putBrushes(change, accountId, id, brushes);
    return { saved: true, revision: from + 1 };
  });
}

/** What a draft says of the set itself. */
function columnsOf({ name, licence, notes, credits, cover = null, waivers = [] }: SetDraft) {
  return { name, licence, notes, credits, cover_sha256: cover, waivers: JSON.stringify(waivers) };
}

function isDraftOf(set: KeptSet, draft: SetDraft): boolean {
  const told = (one: SetDraft) =>
    JSON.stringify([
      columnsOf(one),
      one.brushes.map((b) => [b.id, b.group, b.sampler ?? false, b.note ?? "", b.use ?? ""]),
    ]);
  return told(set) === told(draft);
}

/** A brush of a set, with its line there. */
export interface SetMember extends KeptBrush {
  readonly group: string;
  readonly sampler: boolean;
  readonly note: string;
  readonly use: string;
}

/** The brushes of a set, in its order. */
export async function brushesOfSet(database: Database, accountId: string, set: KeptSet): Promise<SetMember[]> {
  const found = await findBrushes(
    database,
    accountId,
    set.brushes.map(({ id }) => id),
  );
  const shelf = new Map(found.map((kept) => [kept.id, kept]));
  return set.brushes.flatMap(({ id, group, sampler = false, note = "", use = "" }) => {
    const kept = shelf.get(id);
    return kept ? [{ ...kept, group, sampler, note, use }] : [];
  });
}

// Only brushes of the same account can be members; others are left out as if they were not there.
async function putBrushes(
  change: Database,
  accountId: string,
  setId: string,
  brushes: SetDraft["brushes"],
): Promise<void> {
  const own = new Set(
    await change("brushes")
      .where({ account_id: accountId })
      .whereIn(
        "id",
        brushes.map((b) => b.id),
      )
      .pluck("id"),
  );
  const rows = brushes
    .filter((b) => own.has(b.id))
    .map((b, position) => ({
      set_id: setId,
      brush_id: b.id,
      position,
      group_name: b.group,
      in_sampler: b.sampler ?? false,
      note: b.note ?? "",
      used_for: b.use ?? "",
    }));
  if (rows.length) await change("set_brushes").insert(rows);
}
