import { useEffect, useRef } from "react";
import { actOf, type BenchAct } from "./keys";

/** Calls `act` for every key of the bench that is pressed where nothing is being typed. */
export function useBenchKeys(singles: boolean, act: (what: BenchAct, key: string) => boolean): void {
  const newest = useRef(act);
  newest.current = act;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const found = event.defaultPrevented ? undefined : actOf(event, singles && !isInside(event.target));
      if (!found || (isTyping(event.target) && found !== "save")) return;
      if (newest.current(found, event.key)) event.preventDefault();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [singles]);
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
