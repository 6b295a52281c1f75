import { del, get, set } from "idb-keyval";
import { type RefObject, useEffect, useRef } from "react";
import { DraftKeeper } from "./draft";
import type { BenchStore } from "./store";

/** Keeps drafts of this bench's brush in this browser. */
export function useDrafts(store: BenchStore, id: string): RefObject<DraftKeeper | null> {
  const keeper = useRef<DraftKeeper>(null);
  useEffect(() => {
    const made = new DraftKeeper(store, id, { get, set, del });
    keeper.current = made;
    void made.open();
    const leave = () => made.flush();
    addEventListener("pagehide", leave);
    return () => {
      removeEventListener("pagehide", leave);
      made.close();
    };
  }, [store, id]);
  return keeper;
}
