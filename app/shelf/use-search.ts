import { useCallback, useEffect, useRef } from "react";
import { useSearchParams } from "react-router";

/** The names that say how strokes are drawn, and not which. */
export const lookNames = ["hand", "grain", "wet", "ink"] as const;

/** What the shelf shows, as it stands in its address. */
export interface Search {
  readonly params: URLSearchParams;
  /** Sets a value, or takes it away. */
  readonly put: (name: string, value: string | undefined) => void;
  /** Adds one of several values, or takes it away where it is there. */
  readonly toggle: (name: string, value: string) => void;
  /** Takes away everything by which the shelf is sifted. */
  readonly clear: () => void;
  /** Which brushes are meant, as the server reads it. */
  readonly which: string;
  /** How strokes are drawn, to stand behind a strip's address. */
  readonly look: string;
  /** Whether all brushes are shown. */
  readonly isAll: boolean;
}

export function useSearch(): Search {
  const [params, setParams] = useSearchParams();
  // What was asked for last, even while its answer is on its way: two quick clicks are both meant.
  const newest = useRef(params);
  useEffect(() => {
    newest.current = params;
  }, [params]);
  const change = useCallback(
    (how: (next: URLSearchParams) => void) => {
      const next = new URLSearchParams(newest.current);
      next.delete("new");
      next.delete("renewed");
      how(next);
      newest.current = next;
      setParams(next, { replace: true, preventScrollReset: true });
    },
    [setParams],
  );
  const which = new URLSearchParams(params);
  for (const name of [...lookNames, "new", "renewed"]) which.delete(name);
  const sifting = new URLSearchParams(which);
  for (const name of ["order", "down"]) sifting.delete(name);
  const look = new URLSearchParams();
  for (const name of lookNames) {
    const value = params.get(name);
    if (value) look.set(name, value);
  }
  return {
    params,
    put: (name, value) => change((next) => (value ? next.set(name, value) : next.delete(name))),
    toggle: (name, value) =>
      change((next) => {
        const values = next.getAll(name);
        next.delete(name);
        const kept = values.includes(value) ? values.filter((other) => other !== value) : [...values, value];
        for (const one of kept) next.append(name, one);
      }),
    clear: () =>
      change((next) => {
        for (const name of ["find", "tag", "trait", "category", "set", "favourite"]) next.delete(name);
      }),
    which: which.toString(),
    look: look.size > 0 ? `&${look}` : "",
    isAll: sifting.size === 0,
  };
}
