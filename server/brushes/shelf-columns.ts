import type { Brush } from "@core/brush";
import type { Database } from "../database/connect";
import { valuesHash } from "./values-hash";

/** The most letters of revisions' notes by which a brush is found; older ones go first. */
export const REVISION_WORDS = 4000;

/** What a row says of its brush, so that shelves need not read them all. @param origin where it was taken from */
export function shelfColumns(brush: Brush, origin: string) {
  return {
    values_hash: valuesHash(brush),
    words: [brush.name, brush.notes, brush.tags?.join(" "), origin].filter(Boolean).join("\n"),
  };
}

/** Writes down the tags of brushes that have none there yet. */
export async function addTags(change: Database, brushes: readonly { id: string; brush: Brush }[]): Promise<void> {
  const rows = brushes.flatMap(({ id, brush }) => (brush.tags ?? []).map((tag) => ({ brush_id: id, tag })));
  // Two tags that the database takes for one are kept once.
  if (rows.length > 0) await change("brush_tags").insert(rows).onConflict(["brush_id", "tag"]).ignore();
}
