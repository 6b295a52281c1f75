import type { Brush } from "@core/brush";
import { useCallback, useRef, useState } from "react";
import { type BenchState, type Command, reduce } from "./commands";

/**
 * The bench's state and what runs commands on it. The next brush is known at once and told to `ahead` before the page is
 * drawn anew: the engine begins with it while React works.
 */
export function useBenchState(
  first: () => BenchState,
  ahead: (before: Brush, next: Brush) => void,
): readonly [BenchState, (command: Command) => void] {
  const [state, setState] = useState(first);
  const newest = useRef(state);
  const told = useRef(ahead);
  told.current = ahead;
  const run = useCallback((command: Command) => {
    const before = newest.current;
    const next = reduce(before, command);
    if (next === before) return;
    newest.current = next;
    if (next.brush !== before.brush) told.current(before.brush, next.brush);
    setState(next);
  }, []);
  return [state, run];
}
