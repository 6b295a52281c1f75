import { type Brush, withValues } from "@core/brush";
import { createContext, useContext, useMemo, useSyncExternalStore } from "react";
import type { StudySession } from "./session";
import type { StudyState } from "./study-state";

const context = createContext<StudySession | undefined>(undefined);

export const StudyProvider = context.Provider;

/** @throws Error outside a study */
export function useSession(): StudySession {
  const session = useContext(context);
  if (!session) throw new Error("this belongs to a study");
  return session;
}

/** The brush in hand as it is set; none where the tray is empty. */
export function useHand(): Brush | undefined {
  const session = useSession();
  const brush = useStudy((state) => state.brush);
  const values = useStudy((state) => state.values[state.brush]);
  return useMemo(() => {
    const own = session.find(brush);
    return own && withValues(own, values ?? {});
  }, [session, brush, values]);
}

/** A part of the study's state; the component is drawn anew when that part is another one. */
export function useStudy<T>(select: (state: StudyState) => T): T {
  const { store } = useSession();
  const read = () => select(store.get());
  return useSyncExternalStore(store.subscribe, read, read);
}
