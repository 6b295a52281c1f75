import type { Database } from "../database/connect";
import { type EditionEntry, findEditions } from "../editions/repository";

/** Entries of a feed, and addresses of a site map, at most. */
const MOST_ENTRIES = 50;
const MOST_PAGES = 20_000;

/** The newest editions that are out, samplers left out. */
export async function latestEditions(database: Database): Promise<EditionEntry[]> {
  const ids: string[] = await database("editions")
    .where({ kind: "full", withdrawn_at: null })
    .orderBy([{ column: "published_at", order: "desc" }, { column: "id" }])
    .limit(MOST_ENTRIES)
    .pluck("id");
  const known = await findEditions(database, ids);
  return ids.flatMap((id) => known.get(id) ?? []);
}

/** All editions that are out, and their makers. */
export async function publishedPages(database: Database): Promise<{
  readonly editions: readonly { readonly id: string; readonly publishedAt: Date }[];
  readonly makers: readonly string[];
}> {
  const rows: { id: string; published_at: Date; account_id: string }[] = await database("editions")
    .join("sets", "sets.id", "editions.set_id")
    .whereNull("editions.withdrawn_at")
    .orderBy("published_at", "desc")
    .limit(MOST_PAGES)
    .select("editions.id", "published_at", "account_id");
  return {
    editions: rows.map(({ id, published_at }) => ({ id, publishedAt: published_at })),
    makers: [...new Set(rows.map(({ account_id }) => account_id))],
  };
}
