import { useEffect, useState } from "react";
import { useBenchShared } from "../state/use-bench";
import { readColours, withColour } from "./used-colours";

const KEY = "brosse colours";

/** The colours that were painted with last in this browser, the newest first. */
export function useUsedColours(): readonly string[] {
  const { store } = useBenchShared();
  const [used, setUsed] = useState<readonly string[]>([]);
  useEffect(() => {
    let now: readonly string[] = [];
    const keep = (next: readonly string[]) => {
      now = next;
      setUsed(next);
    };
    try {
      keep(readColours(localStorage.getItem(KEY)));
    } catch {
      // Nothing is kept here.
    }
    let { count } = store.get().paper.acts;
    return store.subscribe(() => {
      const { paper, settings } = store.get();
      const painted = paper.acts.count > count;
      count = paper.acts.count;
      const next = painted ? withColour(now, settings.colours.ink) : now;
      if (next === now) return;
      keep(next);
      try {
        localStorage.setItem(KEY, JSON.stringify(next));
      } catch {
        // They last as long as the page.
      }
    });
  }, [store]);
  return used;
}
