import type { Brush } from "@core/brush";
import { type RefObject, useCallback, useEffect, useRef } from "react";
import { useFetcher, useNavigate } from "react-router";
import type { action } from "../actions.server";
import { isChanged } from "../state/bench-state";
import { markSaved } from "../state/commands";
import type { DraftKeeper } from "../state/draft";
import type { BenchStore } from "../state/store";

type Answer = ReturnType<typeof useFetcher<typeof action>>["data"];

/** Saving of the bench's brush. */
export interface Saving {
  readonly busy: boolean;
  /** What the server has answered last; undefined while it is asked. */
  readonly answer: Answer;
  /** Saves the next revision, where something has changed. */
  readonly save: (note: string) => void;
  /** Saves the present brush as the revision after `from`, whatever it was begun from. */
  readonly saveOver: (from: number) => void;
  /** Saves a new brush beside this one, and goes there. */
  readonly saveNew: (brush: Brush) => void;
}

export function useSaving(store: BenchStore, drafts: RefObject<DraftKeeper | null>): Saving {
  const fetcher = useFetcher<typeof action>();
  const { submit } = fetcher;
  const handled = useRef<Answer>(undefined);
  const navigate = useNavigate();
  const busy = fetcher.state !== "idle";
  const answer = busy ? undefined : fetcher.data;
  const under = useRef(false);
  /** The note of a save that was asked for while another was under way: it begins from what that one makes. */
  const next = useRef<string>(undefined);

  const send = useCallback(
    (body: object) => {
      under.current = true;
      void submit(JSON.stringify(body), { method: "post", encType: "application/json" });
    },
    [submit],
  );
  const save = useCallback(
    (note: string) => {
      const state = store.get();
      if (under.current) next.current = note;
      else if (isChanged(state)) send({ act: "save", from: state.revision, brush: state.brush, note });
    },
    [send, store],
  );

  useEffect(() => {
    if (!answer || handled.current === answer) return;
    handled.current = answer;
    under.current = false;
    if (answer.kind === "saved") store.run(markSaved(answer.brush, answer.revision));
    if (answer.kind === "made") {
      drafts.current?.spend();
      void navigate(`/bench/${answer.id}`, { state: { made: answer.name } });
    }
    const note = next.current;
    next.current = undefined;
    if (answer.kind === "saved" && note !== undefined) save(note);
  }, [answer, drafts, navigate, save, store]);

  return {
    busy,
    answer,
    save,
    saveOver: (from) => send({ act: "save", from, brush: store.get().brush }),
    saveNew: (brush) => send({ act: "save-new", from: store.get().revision, brush }),
  };
}
