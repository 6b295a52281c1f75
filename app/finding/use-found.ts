import type { ShelfRow } from "@server/shelf/find";
import { useEffect, useState } from "react";

/** What a shelf has of what is looked for: the first rows, and how many there are. */
export interface Found {
  /** The words that it answers. */
  readonly words: string;
  readonly rows: readonly ShelfRow[];
  readonly total: number;
}

/** How far looking has come. */
export interface Looking {
  /** What was found last, for these words or for earlier ones; undefined until the first answer. */
  readonly found: Found | undefined;
  /** Whether that answers the words as they are now. */
  readonly answers: boolean;
  /** Why there is no answer yet; it is asked again by itself. */
  readonly fault: string | undefined;
}

/** ms after the last letter until it is asked for, and after a failure until it is asked again, the first and later times. */
const PAUSE = 60;
const AGAIN = [1000, 3000, 10_000];

/**
 * The brushes of the shelf that are like some words, as they are typed, those with such names first. What was found stays until there
 * is something newer.
 * @param words undefined while nothing is looked for @param most rows at most
 */
export function useFound(words: string | undefined, most: number): Looking {
  const [found, setFound] = useState<Found>();
  const [fault, setFault] = useState<string>();
  useEffect(() => {
    setFault(undefined);
    if (words === undefined) return;
    const unwanted = new AbortController();
    const ask = async () => {
      const query = new URLSearchParams({ find: words, count: String(most), total: "1", named: "1" });
      const response = await fetch(`/shelf/rows.json?${query}`, { signal: unwanted.signal });
      if (!response.ok) throw new Error(`the server answered ${response.status}`);
      setFound({ ...((await response.json()) as Omit<Found, "words">), words });
      setFault(undefined);
    };
    let timer: ReturnType<typeof setTimeout>;
    const askAfter = (ms: number, tries: number) => {
      timer = setTimeout(() => {
        ask().catch((error: unknown) => {
          // Another word has been typed.
          if (unwanted.signal.aborted) return;
          setFault(error instanceof TypeError ? "the server cannot be reached" : String((error as Error).message));
          askAfter(AGAIN[Math.min(tries, AGAIN.length - 1)], tries + 1);
        });
      }, ms);
    };
    askAfter(PAUSE, 0);
    return () => {
      clearTimeout(timer);
      unwanted.abort();
    };
  }, [words, most]);
  return { found, answers: found !== undefined && found.words === words, fault };
}
