import { useEffect } from "react";
import type { StudySession } from "~/easel/state/session";
import { BARS } from "./colour-bars";

/** Tells the server, once, that somebody has drawn on an edition's pad; nothing is said of whom. */
export function useCountedTry(session: StudySession, editionId: string): void {
  useEffect(() => {
    let told = false;
    return session.store.subscribe(() => {
      const { log } = session.store.get();
      if (told || !log.some((act) => act.kind === "stroke" && act.brush !== BARS)) return;
      told = true;
      void fetch(`/editions/${editionId}/tries`, { method: "POST" }).catch(() => undefined);
    });
  }, [session, editionId]);
}
