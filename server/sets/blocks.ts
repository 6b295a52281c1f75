import { brushPictures } from "@core/brush";
import { type CheckedSet, type PictureFacts, preflight, type Told } from "@core/preflight";
import { valuesHash } from "../brushes/values-hash";
import type { Database } from "../database/connect";
import { findJudgements } from "../measures/repository";
import { materialsOf } from "./materials";
import type { KeptSet, SetMember } from "./repository";

/** A picture of which its bytes alone are known. */
const unseen: Omit<PictureFacts, "bytes"> = { width: 1024, height: 1024, borderInk: 0, lightness: 0 };

/** What stops a set from going out. What takes looking at pictures is no reason, and is not looked at here. */
export async function blocksOf(
  database: Database,
  accountId: string,
  set: KeptSet,
  members: readonly SetMember[],
): Promise<(Told & { readonly brush: string | undefined })[]> {
  const [materials, judgements, pictures] = await Promise.all([
    materialsOf(database, accountId, members),
    findJudgements(
      database,
      members.map(({ brush }) => valuesHash(brush)),
    ),
    bytesOf(
      database,
      members.flatMap(({ brush }) => brushPictures(brush)),
    ),
  ]);
  const checked: CheckedSet = {
    ...set,
    members: members.map(({ id, brush, note }) => ({
      id,
      brush,
      note,
      judgement: judgements.get(valuesHash(brush)),
      cost: undefined,
      materials: materials.get(id),
      hasVignette: undefined,
    })),
    pictures,
  };
  const names = new Map(members.map(({ id, brush }) => [id, brush.name]));
  return preflight(checked)
    .filter(({ gravity }) => gravity === "block")
    .map((told) => ({ ...told, brush: told.id === undefined ? undefined : names.get(told.id) }));
}

async function bytesOf(database: Database, paths: readonly string[]): Promise<Map<string, PictureFacts>> {
  const hash = (path: string) => path.slice(path.indexOf("/") + 1, -".png".length);
  if (paths.length === 0) return new Map();
  const rows: { sha256: string; bytes: number }[] = await database("images")
    .whereIn("sha256", paths.map(hash))
    .select("sha256", database.raw("length(bytes) as bytes"));
  const sizes = new Map(rows.map(({ sha256, bytes }) => [sha256, Number(bytes)]));
  return new Map(paths.map((path) => [path, { ...unseen, bytes: sizes.get(hash(path)) ?? 0 }]));
}
