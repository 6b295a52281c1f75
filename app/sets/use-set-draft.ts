import type { KeptSet } from "@server/sets/repository";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useFetcher } from "react-router";
import { useKeptDraft } from "~/keeping/use-kept-draft";
import { type Draft, draftOf, readDraft } from "./draft";
import type { action } from "./set.server";

/** The most steps that can be taken back. */
const MOST_STEPS = 100;

interface Steps {
  readonly now: Draft;
  readonly before: readonly Draft[];
  readonly after: readonly Draft[];
  /** What was edited last: the same again is the same step. */
  readonly key: string | undefined;
}

/** A set that is being edited: what is not saved is kept in this browser, and every step can be taken back. */
export function useSetDraft(set: KeptSet) {
  const [steps, setSteps] = useState<Steps>(() => ({ now: draftOf(set), before: [], after: [], key: undefined }));
  const { now: draft } = steps;
  const [revision, setRevision] = useState(set.revision);
  const [saved, setSaved] = useState(() => JSON.stringify(draftOf(set)));
  const [found, setFound] = useState(false);
  const fetcher = useFetcher<typeof action>();
  const sent = useRef("");
  const handled = useRef<unknown>(undefined);
  const answer = fetcher.data;
  const busy = fetcher.state !== "idle";
  const changed = JSON.stringify(draft) !== saved;
  const unsaved = useMemo(() => (changed ? { draft, revision } : undefined), [changed, draft, revision]);

  const put = useCallback((next: Draft) => setSteps({ now: next, before: [], after: [], key: undefined }), []);
  const kept = useKeptDraft(`set ${set.id}`, unsaved, readDraft, (left) => {
    if (JSON.stringify(left.draft) === saved) return;
    put(left.draft);
    setRevision(left.revision);
    setFound(true);
  });
  const edit = useCallback((patch: Partial<Draft>, key?: string) => {
    setSteps(({ now, before, key: last }) => {
      const next = { ...now, ...patch };
      const joins = key !== undefined && key === last;
      return { now: next, before: joins ? before : [...before.slice(-MOST_STEPS + 1), now], after: [], key };
    });
  }, []);
  const undo = () =>
    setSteps(({ now, before, after }) => {
      const last = before.at(-1);
      return last
        ? { now: last, before: before.slice(0, -1), after: [now, ...after], key: undefined }
        : { now, before, after, key: undefined };
    });
  const redo = () =>
    setSteps(({ now, before, after: [next, ...after] }) =>
      next
        ? { now: next, before: [...before, now], after, key: undefined }
        : { now, before, after: [], key: undefined },
    );

  useEffect(() => {
    if (!answer || busy || handled.current === answer) return;
    handled.current = answer;
    if (answer.kind === "saved") {
      setRevision(answer.revision);
      setSaved(sent.current);
    }
  }, [answer, busy]);

  const save = (from = revision) => {
    sent.current = JSON.stringify(draft);
    void fetcher.submit(JSON.stringify({ from, draft }), { method: "post", encType: "application/json" });
  };
  const conflict =
    answer?.kind === "conflict" && !busy && answer.newest.revision !== revision ? answer.newest : undefined;
  return {
    draft,
    edit,
    undo: steps.before.length > 0 ? undo : undefined,
    redo: steps.after.length > 0 ? redo : undefined,
    busy,
    changed,
    /** Whether what is not saved is kept in this browser. */
    kept,
    found: found && changed,
    fault: answer?.kind === "fault" && !busy ? answer.fault : undefined,
    conflict,
    save,
    takeSaved: () => {
      put(draftOf(set));
      setRevision(set.revision);
    },
    takeTheirs: (theirs: KeptSet) => {
      put(draftOf(theirs));
      setSaved(JSON.stringify(draftOf(theirs)));
      setRevision(theirs.revision);
    },
  };
}

export type SetDrafting = ReturnType<typeof useSetDraft>;
