import { type Brush, brushText, parseBrush } from "@core/brush";
import { findBrush, hashOfText } from "../brushes/repository";
import type { Database } from "../database/connect";
import { brushesOfSet, findSet } from "../sets/repository";
import type { KeptStudy } from "./repository";

/** A brush of a study, by the hash of its text. */
export interface StudyBrush {
  readonly hash: string;
  readonly brush: Brush;
}

/** The hash by which acts name a brush. */
export function hashOfBrush(brush: Brush): string {
  return hashOfText(brushText(brush));
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
    // Where its set has none any more, or it came from outside, its own brushes are at hand: one paints on with them.
    tray: tray.length > 0 ? [...new Set(tray.map(({ hash }) => hash))] : rows.map(({ hash }) => hash),
  };
}

async function trayMembers(database: Database, accountId: string, study: KeptStudy): Promise<Brush[]> {
  if (study.vignette) {
    const one = study.brushId ? await findBrush(database, accountId, study.brushId) : undefined;
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
