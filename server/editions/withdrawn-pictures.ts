import type { Database } from "../database/connect";
import { isPicturePath } from "../images/pictures";
import { sha256Of } from "../images/repository";
import { mayHave } from "./may-have";
import { findEditions } from "./repository";

/** Notes which pictures an edition goes out with. @param files those of its package or of a demonstration, by path */
export async function addEditionPictures(
  change: Database,
  editionId: string,
  files: ReadonlyMap<string, Uint8Array>,
): Promise<void> {
  const rows = [...files]
    .filter(([path]) => isPicturePath(path))
    .map(([, bytes]) => ({ edition_id: editionId, sha256: sha256Of(bytes) }));
  if (rows.length > 0) await change("edition_pictures").insert(rows).onConflict(["edition_id", "sha256"]).ignore();
}

/**
 * Whether a picture was taken back from somebody: it went out only with editions that are withdrawn since, none of which they have,
 * and nothing of their own is made with it.
 */
export async function isTakenBack(database: Database, sha256: string, accountId: string | undefined): Promise<boolean> {
  const ids: string[] = await database("edition_pictures").where({ sha256 }).pluck("edition_id");
  const editions = [...(await findEditions(database, ids)).values()];
  if (editions.length === 0 || editions.some(({ withdrawnAt }) => !withdrawnAt)) return false;
  if (accountId === undefined) return true;
  for (const edition of editions) if (await mayHave(database, edition, accountId)) return false;
  return !(await usesPicture(database, sha256, accountId));
}

/** Whether something that an account has made names a picture. */
async function usesPicture(database: Database, sha256: string, accountId: string): Promise<boolean> {
  const named = `%${sha256}%`;
  const found = await Promise.all([
    database("revisions")
      .join("brushes", "brushes.id", "revisions.brush_id")
      .where({ account_id: accountId })
      .where("revisions.body", "like", named)
      .first("brushes.id"),
    database("study_brushes")
      .join("studies", "studies.id", "study_brushes.study_id")
      .where({ account_id: accountId })
      .where("study_brushes.body", "like", named)
      .first("studies.id"),
    ...(["tips", "grains"] as const).map((table) =>
      database(table).where({ account_id: accountId }).where("body", "like", named).first("id"),
    ),
  ]);
  return found.some((row) => row !== undefined);
}
