import type { Which } from "@server/shelf/act";
import { useState } from "react";

/** Which brushes are chosen: some by their ids, or all that are found. */
export interface Chosen {
  readonly count: number;
  readonly has: (id: string) => boolean;
  /** Chooses one, or lets it go; it is where a range begins. */
  readonly toggle: (id: string, index: number) => void;
  /** Chooses all from where the last one was chosen to here. */
  readonly range: (index: number) => void;
  readonly all: () => void;
  readonly none: () => void;
  readonly isAll: boolean;
  readonly which: Which;
  /** The ids, where not all that are found are chosen. */
  readonly ids: readonly string[];
}

/** @param search what is looked for @param total how many are found @param idAt the id at a place, where it is known */
export function useChosen(search: string, total: number, idAt: (index: number) => string | undefined): Chosen {
  const [{ ids, all, anchor }, setState] = useState<{
    readonly ids: ReadonlySet<string>;
    /** The search of which all are chosen. */
    readonly all: string | undefined;
    readonly anchor: number;
  }>({ ids: new Set(), all: undefined, anchor: 0 });
  const isAll = all === search;
  const idsBetween = (from: number, to: number) => {
    const some: string[] = [];
    for (let n = Math.min(from, to); n <= Math.max(from, to); n++) {
      const id = idAt(n);
      if (id !== undefined) some.push(id);
    }
    return some;
  };
  /** Asks for the ids of what was never in sight; where nobody answers, the choice stays as it is. */
  const fetchIds = (from: number, count: number, take: (ids: readonly string[]) => void) =>
    void fetch(`/shelf/rows.json?${search}&from=${from}&ids=${count}`)
      .then((response) => response.json())
      .then(({ ids: found }: { ids: string[] }) => take(found))
      .catch(() => undefined);
  return {
    count: isAll ? total : ids.size,
    has: (id) => isAll || ids.has(id),
    toggle: (id, index) => {
      const toggle = (found: readonly string[]) =>
        setState((before) => {
          const next = new Set(before.all === search ? found : before.ids);
          if (!next.delete(id)) next.add(id);
          return { ids: next, all: undefined, anchor: index };
        });
      const known = idsBetween(0, total - 1);
      if (!isAll || known.length === total) toggle(known);
      else fetchIds(0, total, toggle);
    },
    range: (index) => {
      const [from, to] = [Math.min(anchor, index), Math.max(anchor, index)];
      const choose = (some: readonly string[]) =>
        setState((before) => ({ ids: new Set([...before.ids, ...some]), all: undefined, anchor: index }));
      const known = idsBetween(from, to);
      choose(known);
      if (known.length === to - from + 1) return;
      fetchIds(from, to - from + 1, choose);
    },
    all: () => setState((before) => ({ ...before, ids: new Set(), all: search })),
    none: () => setState({ ids: new Set(), all: undefined, anchor: 0 }),
    isAll,
    which: isAll ? { search } : { ids: [...ids] },
    ids: [...ids],
  };
}
