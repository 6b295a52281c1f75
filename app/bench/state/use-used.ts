import { useEffect, useRef } from "react";
import type { BenchStore } from "./store";

/** Tells the shelf, once for each time a brush is taken up, that it was painted with. */
export function useUsed(store: BenchStore, id: string): void {
  const told = useRef("");
  useEffect(() => {
    const before = store.get().paper.acts.made;
    return store.subscribe(() => {
      if (told.current === id || store.get().paper.acts.made <= before) return;
      told.current = id;
      // When it was used last is no loss where it cannot be told.
      void fetch(`/bench/${id}/used`, { method: "POST" }).catch(() => undefined);
    });
  }, [store, id]);
}
