import type { ShelfRow } from "@server/shelf/find";
import { useEffect, useMemo, useRef, useState } from "react";
import { PAGE } from "./page-size";

interface Given {
  readonly rows: readonly ShelfRow[];
  readonly total: number;
}

type Pages = ReadonlyMap<number, readonly ShelfRow[]>;

/** The rows that are known so far, and a way to ask for those that come into sight. */
export interface ShelfRows {
  readonly total: number;
  readonly at: (index: number) => ShelfRow | undefined;
  /** Asks for the rows of some places, where they are not there yet. */
  readonly want: (first: number, last: number) => void;
}

/** Rows as they are scrolled to. @param given the first ones; new ones make all others anew @param which what is looked for */
export function useShelfRows(given: Given, which: string): ShelfRows {
  const first = useMemo<Pages>(() => new Map([[0, given.rows]]), [given]);
  const [held, setHeld] = useState<{ readonly given: Given; readonly pages: Pages; readonly which: string }>({
    given,
    pages: first,
    which,
  });
  // What was there stays in sight until it has come anew.
  const old = useRef<{ readonly pages: Pages; readonly which: string }>({ pages: first, which });
  const asked = useRef(new Map<number, AbortController>());
  const pages = held.given === given ? held.pages : first;
  useEffect(() => {
    for (const one of asked.current.values()) one.abort();
    asked.current.clear();
    setHeld((before) => {
      old.current = { pages: before.pages, which: before.which };
      return { given, pages: first, which };
    });
  }, [given, first, which]);
  useEffect(
    () => () => {
      for (const one of asked.current.values()) one.abort();
    },
    [],
  );

  const fetchPage = async (page: number) => {
    const unwanted = new AbortController();
    asked.current.set(page, unwanted);
    try {
      const response = await fetch(`/shelf/rows.json?${which}&from=${page * PAGE}&count=${PAGE}`, {
        signal: unwanted.signal,
      });
      if (!response.ok) throw new Error(`${response.status}`);
      const { rows } = (await response.json()) as { rows: ShelfRow[] };
      setHeld((before) =>
        before.given === given ? { ...before, pages: new Map(before.pages).set(page, rows) } : before,
      );
    } catch {
      // It is asked for again when it comes into sight again.
      asked.current.delete(page);
    }
  };
  const stale = old.current.which === which ? old.current.pages : undefined;
  return {
    total: given.total,
    at: (index) => {
      const [page, n] = [Math.floor(index / PAGE), index % PAGE];
      return pages.get(page)?.[n] ?? stale?.get(page)?.[n];
    },
    want: (from, to) => {
      for (let page = Math.floor(from / PAGE); page <= Math.floor(to / PAGE); page++)
        if (page >= 0 && !pages.has(page) && !asked.current.has(page)) void fetchPage(page);
    },
  };
}
