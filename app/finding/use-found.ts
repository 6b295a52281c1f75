import type { ShelfRow } from "@server/shelf/find";
import { useEffect, useState } from "react";

/** What a shelf has of what is looked for: the first rows, and how many there are. */
export interface Found {
  /** The words that it answers. */
  readonly words: string;
  readonly rows: readonly ShelfRow[];
  readonly total: number;
}

/** ms after the last letter until it is asked for. */
const PAUSE = 60;

/**
 * The brushes of the shelf that are like some words, as they are typed, those with such names first; undefined until the first answer. What was found stays
 * until there is something newer.
 * @param words undefined while nothing is looked for @param most rows at most
 */
export function useFound(words: string | undefined, most: number): Found | undefined {
  const [found, setFound] = useState<Found>();
  useEffect(() => {
    if (words === undefined) return;
    const unwanted = new AbortController();
    const ask = async () => {
      const query = new URLSearchParams({ find: words, count: String(most), total: "1", named: "1" });
      const response = await fetch(`/shelf/rows.json?${query}`, { signal: unwanted.signal });
      if (response.ok) setFound({ ...((await response.json()) as Omit<Found, "words">), words });
    };
    // Another word has been typed, or nobody answers: what was found stays.
    const timer = setTimeout(() => void ask().catch(() => undefined), PAUSE);
    return () => {
      clearTimeout(timer);
      unwanted.abort();
    };
  }, [words, most]);
  return found;
}
