import { useEffect } from "react";
import type { BenchStore } from "./store";
import { changeSettings } from "./view-commands";
import { keepView, keptView, VIEW_KEY } from "./view-settings";

/** Brings the bench's settings from this browser, and keeps them there when they change. */
export function useKeptSettings(store: BenchStore): void {
  // Not while the server renders: the first picture is the usual one.
  useEffect(() => {
    const kept = keptView(() => localStorage.getItem(VIEW_KEY));
    if (kept) store.run(changeSettings(kept));
    let known = store.get().settings;
    return store.subscribe(() => {
      const { settings } = store.get();
      if (settings === known) return;
      known = settings;
      keepView(settings, (text) => localStorage.setItem(VIEW_KEY, text));
    });
  }, [store]);
}
