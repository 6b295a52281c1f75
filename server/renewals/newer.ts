import type { Database } from "../database/connect";
import { type EditionEntry, findEdition } from "../editions/repository";

/** An edition of which an older one is on a shelf. */
export interface Newer {
  readonly edition: EditionEntry;
  /** The version that is on the shelf. */
  readonly has: string;
}

/** The newest editions of sets of which this account has brushes from an older one. Withdrawn ones are no news. */
export async function newerEditions(database: Database, accountId: string): Promise<Newer[]> {
  const had: { set_id: string; kind: "full" | "sampler"; version: string; published_at: Date }[] = await database(
    "brushes",
  )
    .join("editions", "editions.id", "brushes.taken_edition_id")
    .where({ account_id: accountId, binned_at: null })
    .distinct("editions.set_id", "editions.kind", "editions.version", "editions.published_at");
  const newest = new Map<string, (typeof had)[number]>();
  for (const one of had) {
    const key = `${one.set_id} ${one.kind}`;
    const known = newest.get(key);
    if (!known || known.published_at < one.published_at) newest.set(key, one);
  }
  const found = await Promise.all(
    [...newest.values()].map(async ({ set_id, kind, version, published_at }): Promise<Newer[]> => {
      const row = await database("editions")
        .where({ set_id, kind, withdrawn_at: null })
        .where("published_at", ">", published_at)
        .orderBy("published_at", "desc")
        .first("id");
      const edition = row && (await findEdition(database, row.id));
      return edition ? [{ edition, has: version }] : [];
    }),
  );
  return found.flat();
}
