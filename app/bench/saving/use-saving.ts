import type { Brush } from "@core/brush";
import { type RefObject, useCallback, useEffect, useMemo } from "react";
import { useFetcher, useNavigate } from "react-router";
import type { action } from "../actions.server";
import { isChanged } from "../state/bench-state";
import { markSaved } from "../state/commands";
import type { DraftKeeper } from "../state/draft";
import type { BenchStore } from "../state/store";

type Answer = ReturnType<typeof useFetcher<typeof action>>["data"];

/** How far the saving of one brush has come. */
interface Course {
  /** Whether a save is under way. */
  under: boolean;
  /** The note of a save that was asked for meanwhile: it begins from what the one under way makes. */
  next: string | undefined;
  handled: Answer;
}

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

/** @param id the brush's: each has its own saving, which ends however one goes on to another */
export function useSaving(store: BenchStore, drafts: RefObject<DraftKeeper | null>, id: string): Saving {
  const fetcher = useFetcher<typeof action>({ key: `save ${id}` });
  const { submit } = fetcher;
  const navigate = useNavigate();
  const busy = fetcher.state !== "idle";
  const answer = busy ? undefined : fetcher.data;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another brush has another course
  const course = useMemo((): Course => ({ under: false, next: undefined, handled: undefined }), [store]);

  const send = useCallback(
    (body: object) => {
      course.under = true;
      void submit(JSON.stringify(body), { method: "post", encType: "application/json" });
    },
    [course, submit],
  );
  const save = useCallback(
    (note: string) => {
      const state = store.get();
      if (course.under) course.next = note;
      else if (isChanged(state)) send({ act: "save", from: state.revision, brush: state.brush, note });
    },
    [course, send, store],
  );

  useEffect(() => {
    if (!answer || course.handled === answer) return;
    course.handled = answer;
    course.under = false;
    if (answer.kind === "saved") store.run(markSaved(answer.brush, answer.revision));
    if (answer.kind === "made") {
      drafts.current?.spend();
      void navigate(`/bench/${answer.id}`, { state: { made: answer.name } });
    }
    const note = course.next;
    course.next = undefined;
    if (answer.kind === "saved" && note !== undefined) save(note);
  }, [answer, course, drafts, navigate, save, store]);

  return {
    busy,
    answer,
    save,
    saveOver: (from) => send({ act: "save", from, brush: store.get().brush }),
    saveNew: (brush) => send({ act: "save-new", from: store.get().revision, brush }),
  };
}
