import { useEffect } from "react";
import type { BenchShared } from "../state/use-bench";
import { keyRowOf } from "./keys";

/** Lets the keys of the bench do what their list says, where nothing is being typed. */
export function useBenchKeys(bench: BenchShared): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const singles = bench.store.get().settings.keys && !isInside(event.target);
      const row = event.defaultPrevented ? undefined : keyRowOf(event, singles);
      if (!row || (isTyping(event.target) && !row.always)) return;
      if (row.press(bench, event.key)) event.preventDefault();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [bench]);
}

function isTyping(target: EventTarget | null): boolean {
  return (
    (target instanceof HTMLInputElement &&
      target.type !== "radio" &&
      target.type !== "checkbox" &&
      target.type !== "range") ||
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement
  );
}

/** Menus and dialogs have single keys of their own. */
function isInside(target: EventTarget | null): boolean {
  return target instanceof Element && target.closest("[role=menu], [role=dialog]") !== null;
}
