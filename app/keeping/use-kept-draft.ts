import { del, get, set } from "idb-keyval";
import { useEffect, useRef, useState } from "react";

/** How long a change waits for the next one before it is kept, ms. */
const PAUSE = 250;

/**
 * Keeps in this browser what a screen has not saved, so that leaving, reloading and a crash cost nothing.
 * @param key by which it is found again
 * @param now what is to be kept, the same value for as long as it is; undefined while there is nothing
 * @param read makes of what a browser has kept a draft; undefined where it is none
 * @param onFound is given, once, what was kept before
 * @returns whether what is to be kept is kept by now
 */
export function useKeptDraft<T>(
  key: string,
  now: T | undefined,
  read: (kept: unknown) => T | undefined,
  onFound: (draft: T) => void,
): boolean {
  const [ready, setReady] = useState(false);
  const [kept, setKept] = useState<T>();
  const waiting = useRef<() => void>(undefined);
  const told = useRef({ read, onFound });
  told.current = { read, onFound };

  useEffect(() => {
    let left = false;
    const take = (found: unknown) => {
      if (left) return;
      const draft = told.current.read(found);
      if (draft !== undefined) told.current.onFound(draft);
      setReady(true);
    };
    get(key).then(take, () => take(undefined));
    return () => {
      left = true;
    };
  }, [key]);

  useEffect(() => {
    if (!ready) return;
    const keep = () => {
      waiting.current = undefined;
      // A browser that forbids keeping has no drafts.
      const keeping = now === undefined ? del(key) : set(key, now);
      void keeping.then(
        () => setKept(now),
        () => undefined,
      );
    };
    waiting.current = keep;
    const timer = setTimeout(keep, PAUSE);
    return () => clearTimeout(timer);
  }, [key, now, ready]);

  useEffect(() => {
    const leave = () => waiting.current?.();
    addEventListener("pagehide", leave);
    return () => {
      removeEventListener("pagehide", leave);
      leave();
    };
  }, []);
  return kept === now;
}
