import type { StudyNotes } from "@core/study/model";
import { useCallback } from "react";
import { see } from "~/easel/state/study-state";
import { useSession, useStudy } from "~/easel/state/use-study";

interface Notes {
  readonly name: string;
  readonly notes: StudyNotes;
  /** Changes and keeps them. */
  readonly save: (patch: { readonly name?: string; readonly notes?: StudyNotes }) => void;
}

/** The study's name and what is said along its roll. */
export function useNotes(): Notes {
  const session = useSession();
  const name = useStudy((state) => state.name);
  const notes = useStudy((state) => state.notes);
  const save = useCallback<Notes["save"]>(
    (patch) => {
      session.store.run(see(patch));
      const now = session.store.get();
      session.words?.keep({ name: now.name, notes: now.notes });
    },
    [session],
  );
  return { name, notes, save };
}
