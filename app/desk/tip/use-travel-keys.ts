import { useEffect } from "react";
import type { TipDeskEngine } from "./use-tip-desk";

/** Undo and redo by their usual keys, unless a number or a name is being typed. */
export function useTravelKeys(engine: TipDeskEngine): void {
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      if (
        !(event.ctrlKey || event.metaKey) ||
        (key !== "z" && key !== "y") ||
        (event.target instanceof HTMLInputElement && event.target.type !== "range" && event.target.type !== "checkbox")
      )
        return;
      event.preventDefault();
      engine.tell("travel", key === "y" || event.shiftKey ? "redo" : "undo");
    };
    addEventListener("keydown", keys);
    return () => removeEventListener("keydown", keys);
  }, [engine]);
}
