import type { StudyNotes } from "@core/study/model";
import { useCallback, useRef } from "react";
import { see } from "~/easel/state/study-state";
import { useSession, useStudy } from "~/easel/state/use-study";

interface Notes {
  readonly name: string;
  readonly notes: StudyNotes;
  /** Changes and keeps them. */
  readonly save: (patch: { readonly name?: string; readonly notes?: StudyNotes }) => void;
}

/** The study's name and what is said along its roll; a change is kept at once, one after the other. */
export function useNotes(id: string): Notes {
  const session = useSession();
  const name = useStudy((state) => state.name);
  const notes = useStudy((state) => state.notes);
  const line = useRef<Promise<void>>(Promise.resolve());
  const save = useCallback(
    (patch: Partial<Pick<Notes, "name" | "notes">>) => {
      const { store } = session;
      store.run(see(patch));
      const send = async () => {
        const now = store.get();
        const sent = await sendNotes(id, now.revision, now.name, now.notes);
        store.run(
          see(
            "revision" in sent
              ? { revision: sent.revision }
              : { keeping: { kind: "waiting", acts: 0, why: sent.fault } },
          ),
        );
      };
      line.current = line.current.then(send);
    },
    [session, id],
  );
  return { name, notes, save };
}

async function sendNotes(
  id: string,
  from: number,
  name: string,
  notes: StudyNotes,
): Promise<{ readonly revision: number } | { readonly fault: string }> {
  try {
    const answer = await fetch(`/studies/${id}/notes`, {
      method: "POST",
      headers: { "Content-Type": "application/json", Accept: "application/json" },
      body: JSON.stringify({ from, name, notes }),
    });
    return (await answer.json()) as { revision: number } | { fault: string };
  } catch {
    return { fault: "what you wrote along the roll could not be sent" };
  }
}
