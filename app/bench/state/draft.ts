import { type Brush, parseBrush } from "@core/brush";
import { del, get, set } from "idb-keyval";
import { type RefObject, useEffect, useRef, useState } from "react";

/** How long a change waits for the next one before it is kept, ms. */
const PAUSE = 250;
/** How long changes that follow one another wait at most, ms. */
const LONGEST_WAIT = 1500;

/** What a maker has changed and not saved. */
export interface KeptDraft {
  readonly brush: Brush;
  /** The revision it was begun from. */
  readonly revision: number;
}

const keyOf = (id: string) => `draft ${id}`;

/** The draft of a brush in this browser; undefined when there is none that can be read. */
async function readDraft(id: string): Promise<KeptDraft | undefined> {
  const kept: unknown = await get(keyOf(id)).catch(() => undefined);
  if (typeof kept !== "object" || kept === null || !("text" in kept) || !("revision" in kept)) return undefined;
  if (typeof kept.text !== "string" || typeof kept.revision !== "number") return undefined;
  try {
    return { brush: parseBrush(JSON.parse(kept.text)), revision: kept.revision };
  } catch {
    // A draft of another version of Brosse: what is on the shelf counts.
    return undefined;
  }
}

/**
 * Keeps what is not saved in this browser, so that a closed page, a lost server and a crash cost nothing.
 * @param changed whether the brush differs from what the shelf has
 * @param spent whether the changes have gone into another brush, and this one is as it was
 * @param onFound is called once, when an earlier draft is there
 * @returns whether the present state has been kept
 */
export function useDraft(
  id: string,
  brush: Brush,
  revision: number,
  changed: boolean,
  spent: RefObject<boolean>,
  onFound: (draft: KeptDraft) => void,
): boolean {
  const [ready, setReady] = useState(false);
  const [kept, setKept] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is looked for once, when the bench opens
  useEffect(() => {
    let gone = false;
    void readDraft(id).then((draft) => {
      if (gone) return;
      if (draft) onFound(draft);
      setReady(true);
    });
    return () => {
      gone = true;
    };
  }, [id]);
  // What has not been kept yet, and how to keep it; nothing while all is.
  const waiting = useRef<() => void>(undefined);
  const since = useRef(0);
  useEffect(() => {
    if (!ready) return;
    setKept(false);
    const keep = () =>
      changed && !spent.current ? set(keyOf(id), { text: JSON.stringify(brush), revision }) : del(keyOf(id));
    let newest = true;
    if (!waiting.current) since.current = performance.now();
    waiting.current = () => {
      waiting.current = undefined;
      void keep().then(
        () => newest && setKept(changed),
        () => newest && setKept(false),
      );
    };
    // A slider that goes on moving is kept on its way.
    const pause = Math.min(PAUSE, Math.max(0, since.current + LONGEST_WAIT - performance.now()));
    const timer = setTimeout(() => waiting.current?.(), changed ? pause : 0);
    return () => {
      newest = false;
      clearTimeout(timer);
    };
  }, [ready, id, brush, revision, changed, spent]);
  useEffect(() => {
    const leave = () => waiting.current?.();
    addEventListener("pagehide", leave);
    return () => {
      removeEventListener("pagehide", leave);
      // Leaving the bench must not lose the last quarter of a second; what went into another brush is kept here no longer.
      if (spent.current) void del(keyOf(id));
      else leave();
    };
  }, [id, spent]);
  return kept;
}
