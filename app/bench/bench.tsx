import type { Brush } from "@core/brush";
import type { Answer } from "@server/answers/repository";
import type { KeptBrush } from "@server/brushes/repository";
import { useMemo, useRef, useState } from "react";
import type { Engine } from "~/engine/client";
import { AnswerNote } from "./answers/answer-note";
import { BelowPaper } from "./below-paper";
import { BenchBar } from "./bench-bar";
import { BenchNotices } from "./bench-notices";
import { KeysDialog } from "./keys/keys-dialog";
import { useBenchKeys } from "./keys/use-bench-keys";
import { BenchPaper } from "./paper-tools/bench-paper";
import { ConflictDialog } from "./saving/conflict-dialog";
import { SaveAsDialog } from "./saving/save-as-dialog";
import { useSaving } from "./saving/use-saving";
import { openBench } from "./state/bench-state";
import { BenchStore } from "./state/store";
import { BenchProvider, type BenchShared } from "./state/use-bench";
import { useDrafts } from "./state/use-drafts";
import { useKeptSettings } from "./state/use-kept-settings";

interface Props {
  readonly kept: KeptBrush;
  /** The other brushes of the shelf. */
  readonly others: readonly { readonly id: string; readonly name: string }[];
  /** The brush it was made from, where that is known. */
  readonly madeFrom: Brush | undefined;
  /** What a painter answered about it, where the maker came to look at that. */
  readonly answer: Answer | undefined;
}

/** The bench: a brush on its paper above; its bodies, score or responses below. */
export function Bench({ kept, others, madeFrom, answer }: Props) {
  const [store] = useState(() => new BenchStore(openBench(kept.brush, kept.revision)));
  const engine = useRef<Engine | null>(null);
  const saving = useSaving(store, useDrafts(store, kept.id));
  const { save } = saving;
  const shared = useMemo((): BenchShared => ({ store, engine, save }), [store, save]);
  useKeptSettings(store);
  useBenchKeys(shared);
  return (
    <BenchProvider value={shared}>
      <div className="flex h-dvh min-h-165 flex-col max-lg:h-auto">
        <BenchBar saving={saving} />
        <main className="flex min-h-0 flex-1 flex-col gap-3 px-4.5 py-3">
          <BenchNotices kept={kept} saving={saving} />
          {answer && <AnswerNote answer={answer} />}
          <BenchPaper id={kept.id} others={others} />
          <BelowPaper madeFrom={madeFrom} />
        </main>
        <KeysDialog />
        <SaveAsDialog saving={saving} />
        <ConflictDialog saving={saving} />
      </div>
    </BenchProvider>
  );
}
