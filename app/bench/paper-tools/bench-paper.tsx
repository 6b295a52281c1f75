import { type ReactNode, useCallback, useEffect, useMemo, useState } from "react";
import type { Engine } from "~/engine/client";
import { PaperSheet } from "~/paper/paper-sheet";
import { StandInHand } from "~/paper/stand-in/stand-in-pen";
import { DifferencePicture } from "../compare/difference-picture";
import { HeldBeside } from "../compare/held-beside";
import { HistorySheet } from "../compare/history-sheet";
import { OtherBrush } from "../compare/other-brush";
import { TestStrip } from "../compare/test-strip";
import { SpotRing } from "../score/spot-ring";
import { shownBrush } from "../state/bench-state";
import { useBench, useBenchShared } from "../state/use-bench";
import { seePaper } from "../state/view-commands";
import { PaperBar } from "./paper-bar";
import { TipCursor } from "./tip-cursor";

interface Props {
  readonly id: string;
  /** Whose scratch sheet it is. */
  readonly account: string;
  /** What the maker should know: it stands in the paper's own row, and moves nothing. */
  readonly notices: ReactNode;
}

/** The bench's paper with all that lies over it. */
export function BenchPaper({ id, account, notices }: Props) {
  const { store, engine, frame } = useBenchShared();
  const view = useBench((state) => state.view);
  const settings = useBench((state) => state.settings);
  const name = useBench(({ brush }) => brush.name);
  const size = useBench((state) => shownBrush(state).tip.size);
  const proofs = useMemo(() => ({ ...settings, size }), [settings, size]);
  const rests = useBench(({ brush }) => brush.trail.perSecond > 0);
  const standIn = useMemo(() => new StandInHand(() => store.get().settings.standIn), [store]);
  const [painting, setPainting] = useState<Engine>();
  const onEngine = useCallback(
    (made: Engine) => {
      engine.current = made;
      setPainting(made);
      return () => {
        engine.current = null;
        setPainting(undefined);
      };
    },
    [engine],
  );
  useEffect(() => painting && store.attach(painting), [painting, store]);
  useEffect(() => painting?.takeUp(account), [painting, account]);
  const { panel, overlay, strip, held, place, folded, whole } = view;
  return (
    <div
      className={`flex flex-col border border-line shadow-sm max-lg:h-[60vh] max-lg:flex-none ${panel === "responses" && !folded && !whole ? "h-64 shrink-0" : "min-h-64 flex-1"}`}
    >
      <div className="flex shrink-0 flex-wrap items-center justify-end gap-x-3 border-line border-b bg-raised px-1.5">
        <div className="flex min-w-0 flex-1 items-center gap-3 overflow-hidden">{notices}</div>
        <PaperBar />
      </div>
      <div className="relative min-h-0 flex-1">
        <TipCursor>
          <PaperSheet
            proofs={proofs}
            named={view.layers.proofsShown}
            rests={rests}
            frame={frame}
            standIn={standIn}
            label={`Proof strokes of ${name}; draw anywhere to try it`}
            onEngine={onEngine}
            onSize={(size) => store.run(seePaper({ size }))}
          />
        </TipCursor>
        {held?.pictured && <DifferencePicture from={held.brush} />}
        {overlay === "other" && <OtherBrush />}
        {place && panel === "score" && <SpotRing spot={place} />}
        {strip && <TestStrip key={JSON.stringify(strip)} subject={strip} />}
        {held?.beside && <HeldBeside held={held.brush} />}
        {overlay === "history" && <HistorySheet id={id} />}
      </div>
    </div>
  );
}
