import { useEffect } from "react";
import type { StudySession } from "~/easel/state/session";
import { typing } from "~/paper/window/gestures";
import { singlesAreKeys } from "./singles";
import { studyKeys } from "./study-keys";

/** Hears the study's keys, wherever nothing is being written. */
export function useStudyKeys(
  session: StudySession,
  tray: readonly string[],
  sheet: { readonly width: number; readonly height: number },
): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented || typing(event) || document.querySelector("[role=dialog]")) return;
      const row = studyKeys.find(({ is }) => is(event));
      // Arrows belong to whatever has the focus.
      if (!row || (row.single && !singlesAreKeys()) || (row.keys === "Arrows" && event.target !== document.body))
        return;
      event.preventDefault();
      row.press({ session, tray, sheet }, event.key.toLowerCase());
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [session, tray, sheet]);
}
