import { type Act, MOST_ACTS, MOST_NEW_LAYERS, newLayersIn } from "@core/study/act";
import type { Database } from "../database/connect";
import { MAX_STUDY_BYTES } from "../limits";

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
    if (await hasTooManyLayers(change, id, acts))
      return { kind: "refused", fault: `a study gets ${MOST_NEW_LAYERS} new layers at most` };
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

/** A new layer as it stands in a part's text; within a layer's name its quotes would have a stroke before them. */
const NEW_LAYER = '"kind":"layer"';

/** Whether a study would get more new layers than it may. What is kept is read only where some come. */
async function hasTooManyLayers(change: Database, studyId: string, acts: readonly Act[]): Promise<boolean> {
  const coming = newLayersIn(acts);
  if (coming === 0) return false;
  const [{ bytes }]: { bytes: number }[] = await change("study_parts")
    .where({ study_id: studyId })
    .select(change.raw("coalesce(sum(length(body) - length(replace(body, ?, ''))), 0) as bytes", [NEW_LAYER]));
  return Number(bytes) / NEW_LAYER.length + coming > MOST_NEW_LAYERS;
}

/** The place of the first act whose brush is none of the study’s. */
export async function unknownBrush(
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
