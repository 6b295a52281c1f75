import type { ShelfRow } from "@server/shelf/find";
import { useEffect, useState } from "react";

/**
 * Brushes of the shelf by their ids, as they are fetched, with those that were asked for before; those that are no longer there
 * are left out.
 * @param ids 200 at most @param now what has them fetched anew when it changes
 */
export function useBrushesOf(ids: readonly string[], now: unknown): ReadonlyMap<string, ShelfRow> {
  const [known, setKnown] = useState<ReadonlyMap<string, ShelfRow>>(new Map());
  const query = new URLSearchParams(ids.map((id) => ["id", id])).toString();
  // biome-ignore lint/correctness/useExhaustiveDependencies: `now` says that what was fetched may be old
  useEffect(() => {
    if (query === "") return;
    const unwanted = new AbortController();
    const ask = async () => {
      const response = await fetch(`/shelf/rows.json?${query}`, { signal: unwanted.signal });
      if (!response.ok) return;
      const { rows } = (await response.json()) as { rows: ShelfRow[] };
      // What was known of others is still true: they may be wanted again at once.
      setKnown((before) => {
        const asked = new Set(new URLSearchParams(query).getAll("id"));
        const others = [...before].filter(([id]) => !asked.has(id));
        return new Map([...others, ...rows.map((row): [string, ShelfRow] => [row.id, row])]);
      });
    };
    // Nobody answers: what was known stays.
    void ask().catch(() => undefined);
    return () => unwanted.abort();
  }, [query, now]);
  return known;
}
