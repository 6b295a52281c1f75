import type { Brush } from "@core/brush";
import type { Answer } from "@server/answers/repository";
import type { KeptBrush } from "@server/brushes/repository";
import { type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import type { Engine } from "~/engine/client";
import { FrameStore } from "~/paper/window/frame-store";
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
import { BenchProvider, type BenchShared, type TrayReach, useBench } from "./state/use-bench";
import { useDrafts } from "./state/use-drafts";
import { useKeptSettings } from "./state/use-kept-settings";
import { useUsed } from "./state/use-used";
import { Tray } from "./tray/tray";
import type { SetTray } from "./tray/tray-memory";

interface Props {
  /** Whose scratch sheet it is. */
  readonly account: string;
  readonly kept: KeptBrush;
  /** The sets, by their brushes. */
  readonly trays: readonly SetTray[];
  /** The brush it was made from, where that is known. */
  readonly madeFrom: Brush | undefined;
  /** What a painter answered about it, where the maker came to look at that. */
  readonly answer: Answer | undefined;
}

/** The bench: a brush on its paper above; its bodies, score or responses below. */
export function Bench({ account, kept, trays, madeFrom, answer }: Props) {
  const { id } = kept;
  const before = useRef<BenchStore>(undefined);
  // Another brush has a history of its own; the paper and its engine stay.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is saved meanwhile does not begin the bench anew
  const store = useMemo(() => new BenchStore(openBench(kept.brush, kept.revision, before.current?.get())), [id]);
  useEffect(() => {
    before.current = store;
  }, [store]);
  const engine = useRef<Engine | null>(null);
  const saving = useSaving(store, useDrafts(store, id), id);
  const { save } = saving;
  const tray = useRef<TrayReach | null>(null);
  const [frame] = useState(() => new FrameStore());
  const shared = useMemo((): BenchShared => ({ store, engine, frame, tray, save }), [store, frame, save]);
  useKeptSettings(store);
  useUsed(store, id);
  useBenchKeys(shared);
  return (
    <BenchProvider value={shared}>
      <div className="flex h-dvh min-h-165 flex-col max-lg:h-auto">
        <Beside>
          <BenchBar key={`bar ${id}`} saving={saving} />
        </Beside>
        <main className="flex min-h-0 flex-1 flex-col gap-3 px-4.5 py-3">
          <Beside>
            {answer && <AnswerNote answer={answer} />}
            <Tray inHand={kept} sets={trays} />
          </Beside>
          <BenchPaper id={id} account={account} notices={<BenchNotices kept={kept} saving={saving} />} />
          <Beside>
            <BelowPaper key={`below ${id}`} madeFrom={madeFrom} />
          </Beside>
        </main>
        <KeysDialog />
        <SaveAsDialog key={`save ${id}`} saving={saving} />
        <ConflictDialog saving={saving} />
      </div>
    </BenchProvider>
  );
}

/** What gives way when the paper takes the whole window. */
function Beside({ children }: { readonly children: ReactNode }) {
  const whole = useBench(({ view }) => view.whole);
  return <div className={whole ? "hidden" : "contents"}>{children}</div>;
}
