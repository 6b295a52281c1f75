import type { Brush, Use } from "@core/brush";
import type { KeptBrush } from "@server/brushes/repository";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useFetcher, useLocation, useNavigate } from "react-router";
import { closedBecause, firstLayers } from "~/engine/own-layers";
import type { PaperManner, Tell } from "~/engine/protocol";
import { type PaperSize, useMeasures } from "~/measuring/use-measures";
import { type PaperHandle, PaperSheet } from "~/paper/paper-sheet";
import type { action } from "./actions.server";
import { BenchBar } from "./bench-bar";
import { BenchNotices } from "./bench-notices";
import { Bodies } from "./bodies/bodies";
import { FindPanel } from "./bodies/find-panel";
import { DifferencePicture } from "./compare/difference-picture";
import { HeldBar } from "./compare/held-bar";
import { HeldBeside } from "./compare/held-beside";
import { HistorySheet } from "./compare/history-sheet";
import { OtherBrush } from "./compare/other-brush";
import type { StripPiece } from "./compare/stroke-sheet";
import { type StripSubject, TestStrip } from "./compare/test-strip";
import { KeysDialog } from "./keys/keys-dialog";
import { useBenchActs } from "./keys/use-bench-acts";
import { PaintersPanel } from "./painters/painters-panel";
import { type Panel, PanelSwitch } from "./panel-switch";
import { LayersMenu } from "./paper-tools/layers-menu";
import { PaperBar } from "./paper-tools/paper-bar";
import { TipCursor } from "./paper-tools/tip-cursor";
import { usePaperFiles } from "./paper-tools/use-paper-files";
import { type Extra, ViewBar } from "./paper-tools/view-bar";
import { ViewMenu } from "./paper-tools/view-menu";
import { ResponseTable } from "./responses/response-table";
import { ConflictDialog } from "./saving/conflict-dialog";
import { SaveAsDialog } from "./saving/save-as-dialog";
import { ScorePanel } from "./score/score-panel";
import { SpotRing } from "./score/spot-ring";
import { BenchProvider, useRowActs } from "./state/bench-context";
import { isChanged, markSaved, openBench, takeBrush, takeDraft, takeNewest } from "./state/commands";
import { useDraft } from "./state/draft";
import { useBenchState } from "./state/use-bench-state";
import { useOnline } from "./state/use-online";
import { MOST_HAND_SAMPLES, useViewSettings } from "./state/view-settings";

interface Props {
  readonly kept: KeptBrush;
  /** The other brushes of the shelf. */
  readonly others: readonly { readonly id: string; readonly name: string }[];
  /** The brush it was made from, where that is known. */
  readonly madeFrom: Brush | undefined;
}

/** The bench: a brush on its paper above; its bodies, score or responses below. */
export function Bench({ kept, others, madeFrom }: Props) {
  const paper = useRef<PaperHandle>(null);
  const [state, run] = useBenchState(
    () => openBench(kept.brush, kept.revision),
    (before, next) => paper.current?.ahead(before, next),
  );
  const [view, onView] = useViewSettings();
  const [strokes, setStrokes] = useState(0);
  const [pictures, setPictures] = useState<Extract<Tell, { kind: "vignettes" }>>();
  const [outline, setOutline] = useState<string>();
  const [use, setUse] = useState<Use>("paint");
  const [lit, setLit] = useState(true);
  const [mirrored, setMirrored] = useState(false);
  const [layers, setLayers] = useState(firstLayers);
  const [strip, setStrip] = useState<StripSubject>();
  const pieces = useRef<(piece: StripPiece) => void>(undefined);
  const [panel, setPanel] = useState<Panel>("bodies");
  const [extra, setExtra] = useState<Extra>();
  const [tried, setTried] = useState<Brush>();
  const [paperSize, setPaperSize] = useState<PaperSize>();
  const [place, setPlace] = useState<number>();
  const [held, setHeld] = useState<Brush>();
  const [showsHeld, setShowsHeld] = useState(false);
  const [pictured, setPictured] = useState(false);
  const [beside, setBeside] = useState(false);
  const [asking, setAsking] = useState(false);
  const files = usePaperFiles(paper);
  const heardFiles = files.hear;
  const saver = useFetcher<typeof action>();
  const handled = useRef<unknown>(undefined);
  const leaving = useRef(false);
  const navigate = useNavigate();
  const arrived = (useLocation().state as { made?: string } | null)?.made;
  const { brush } = state;
  const measures = useMeasures(brush, paperSize, view, panel === "score");
  const spot = place === undefined ? undefined : measures.score?.places[place];
  const online = useOnline();
  const changed = isChanged(state);
  const answer = saver.data;
  const busy = saver.state !== "idle";
  const manner = useMemo(
    (): PaperManner => ({
      use,
      lit,
      colours: view.colours,
      proofs: view.proofs,
      hand: view.hand,
      grain: view.grain,
      painter: view.painter,
    }),
    [use, lit, view],
  );

  const submit = useCallback(
    (body: object) => void saver.submit(JSON.stringify(body), { method: "post", encType: "application/json" }),
    [saver],
  );
  const save = useCallback(
    (note: string) => submit({ act: "save", from: state.revision, brush, note }),
    [submit, state.revision, brush],
  );

  useEffect(() => {
    if (!answer || busy || handled.current === answer) return;
    handled.current = answer;
    if (answer.kind === "saved") run(markSaved(answer.brush, answer.revision));
    if (answer.kind === "made") {
      leaving.current = true;
      void navigate(`/bench/${answer.id}`, { state: { made: answer.name } });
    }
  }, [answer, busy, navigate, run]);

  const [foundDraft, setFoundDraft] = useState(false);
  const draftKept = useDraft(kept.id, brush, state.revision, changed, leaving, (draft) => {
    if (JSON.stringify(draft.brush) === JSON.stringify(kept.brush)) return;
    run(takeDraft(draft.brush, draft.revision));
    setFoundDraft(true);
  });

  const letGo = () => {
    setHeld(undefined);
    setShowsHeld(false);
    setPictured(false);
    setBeside(false);
  };
  const open = (what: Extra) => {
    setExtra(what === "painters" ? undefined : what);
    if (what === "painters") setPanel("painters");
  };
  useBenchActs(view.keys, {
    brush,
    run,
    save: () => changed && save(""),
    flip: held ? () => setShowsHeld((now) => !now) : undefined,
    onUse: setUse,
    onMirror: () => setMirrored((now) => !now),
    onLight: () => setLit((now) => !now),
    onTakeBack: () => paper.current?.takeBack(),
    onClear: () => paper.current?.clear(),
    onPanel: setPanel,
    onKeys: () => open("keys"),
  });

  const colours = useRef(view.colours);
  colours.current = view.colours;
  const setView = useRef(onView);
  setView.current = onView;
  const hear = useCallback(
    (tell: Tell) => {
      if (tell.kind === "strokes") setStrokes(tell.count);
      if (tell.kind === "vignettes") setPictures(tell);
      if (tell.kind === "outline") setOutline(tell.path);
      if (tell.kind === "picked") setView.current({ colours: { ...colours.current, ink: tell.colour } });
      heardFiles.current(tell);
      if (tell.kind === "strip-piece") pieces.current?.(tell);
    },
    [heardFiles],
  );

  const keepStroke = () => {
    const samples = paper.current?.lastStroke();
    if (!samples || !paperSize) return;
    const begun = samples[0].time;
    const every = Math.ceil(samples.length / MOST_HAND_SAMPLES);
    const hand = samples
      .filter((_, i) => i % every === 0 || i === samples.length - 1)
      .slice(0, MOST_HAND_SAMPLES)
      .map((sample) => ({
        ...sample,
        x: sample.x / paperSize.width,
        y: sample.y / paperSize.height,
        time: sample.time - begun,
      }));
    onView({ hand });
  };

  const acts = useRowActs(state, view.hand, run, setStrip);
  const shown = panel === "painters" && tried ? tried : showsHeld && held ? held : brush;
  const ratio = typeof window === "undefined" ? 1 : window.devicePixelRatio || 1;

  return (
    <BenchProvider value={acts}>
      <div className="flex h-dvh min-h-165 flex-col max-lg:h-auto">
        <BenchBar
          state={state}
          run={run}
          changed={changed}
          draftKept={draftKept}
          busy={busy}
          onSave={save}
          onSaveAs={() => setAsking(true)}
        >
          <ViewBar
            strip={strip !== undefined}
            onStrip={(name) => setStrip({ kind: "quality", name })}
            holding={held !== undefined}
            onHold={() => {
              setHeld(brush);
              setShowsHeld(false);
            }}
            onExtra={open}
            brush={brush}
          />
        </BenchBar>
        <main className="flex min-h-0 flex-1 flex-col gap-3 px-4.5 py-3">
          <BenchNotices
            id={kept.id}
            arrived={arrived && !changed ? arrived : undefined}
            draft={foundDraft && changed ? { revision: state.revision, newest: kept.revision } : undefined}
            onDropDraft={() => {
              run(takeNewest(kept.brush, kept.revision));
              setFoundDraft(false);
            }}
            fault={answer?.kind === "fault" && !busy ? answer.fault : undefined}
            offline={!online}
          />
          <div
            className={`relative border border-line shadow-sm max-lg:h-[60vh] max-lg:flex-none ${panel === "responses" ? "h-64 shrink-0" : "min-h-64 flex-1"}`}
          >
            <TipCursor brush={brush} run={run} paper={paper} outline={outline} scale={view.zoom / ratio}>
              <PaperSheet
                handle={paper}
                brush={shown}
                proofs
                manner={manner}
                layers={layers}
                mirrored={mirrored}
                zoom={view.zoom}
                label={`Proof strokes of ${brush.name}; draw anywhere to try it`}
                onTell={hear}
                onSize={setPaperSize}
              >
                <PaperBar
                  use={use}
                  onUse={setUse}
                  lit={lit}
                  onLight={() => setLit(!lit)}
                  mirrored={mirrored}
                  onMirror={() => setMirrored(!mirrored)}
                  strokes={strokes}
                  closed={closedBecause(layers)}
                  onTakeBack={() => paper.current?.takeBack()}
                  onClear={() => paper.current?.clear()}
                  onRefill={
                    brush.paint.load !== null && brush.paint.refill !== "stroke"
                      ? () => paper.current?.refill()
                      : undefined
                  }
                >
                  <LayersMenu
                    layers={layers}
                    onLayers={setLayers}
                    onFill={(empties) => paper.current?.fill(empties)}
                    onSave={files.save}
                    onCarry={files.carry}
                    refused={files.refused}
                  />
                  <ViewMenu view={view} onView={onView} onUseStroke={strokes > 0 ? keepStroke : undefined} />
                </PaperBar>
              </PaperSheet>
            </TipCursor>
            {held && pictured && paperSize && (
              <DifferencePicture from={held} to={brush} paper={paperSize} view={view} />
            )}
            {held && (
              <HeldBar
                held={held}
                brush={brush}
                showsHeld={showsHeld}
                onShow={setShowsHeld}
                pictured={pictured}
                onPicture={() => setPictured(!pictured)}
                onBeside={() => setBeside(true)}
                onReturn={() => {
                  run(takeBrush(held, "back to held"));
                  setShowsHeld(false);
                }}
                onDrop={letGo}
              />
            )}
            {extra === "other" && (
              <OtherBrush brush={brush} others={others} run={run} onClose={() => setExtra(undefined)} />
            )}
            {spot && panel === "score" && paperSize && <SpotRing spot={spot} paper={paperSize} mirrored={mirrored} />}
            {strip && (
              <TestStrip
                key={JSON.stringify(strip)}
                subject={strip}
                brush={brush}
                run={run}
                paper={paper}
                pieces={pieces}
                onClose={() => setStrip(undefined)}
              />
            )}
            {held && beside && (
              <HeldBeside
                held={held}
                brush={brush}
                run={run}
                paper={paper}
                pieces={pieces}
                onClose={() => setBeside(false)}
              />
            )}
            {extra === "history" && (
              <HistorySheet
                id={kept.id}
                revision={state.revision}
                changed={changed}
                run={run}
                onClose={() => setExtra(undefined)}
              />
            )}
          </div>
          <PanelSwitch panel={panel} onPanel={setPanel} />
          {panel === "responses" && <ResponseTable brush={brush} run={run} />}
          {panel === "score" && (
            <ScorePanel brush={brush} measures={measures} paper={paperSize} ratio={ratio} onSpot={setPlace} />
          )}
          {panel === "find" && <FindPanel brush={brush} saved={state.saved} madeFrom={madeFrom} run={run} />}
          {panel === "painters" && (
            <PaintersPanel
              brush={brush}
              run={run}
              tried={tried}
              onTry={setTried}
              onClose={() => {
                setTried(undefined);
                setPanel("bodies");
              }}
            />
          )}
          {panel === "bodies" && (
            <Bodies brush={brush} run={run} paper={paper} pictures={pictures} grained={view.grain !== null} />
          )}
        </main>
        <KeysDialog
          open={extra === "keys"}
          onClose={() => setExtra(undefined)}
          singles={view.keys}
          onSingles={(keys) => onView({ keys })}
        />
        <SaveAsDialog
          open={asking}
          name={`${brush.name}, new`}
          onClose={() => setAsking(false)}
          onSave={(name) => submit({ act: "save-new", from: state.revision, brush: { ...brush, name } })}
        />
        <ConflictDialog
          newest={
            answer?.kind === "conflict" && !busy && answer.newest.revision !== state.revision
              ? answer.newest
              : undefined
          }
          onKeepMine={(newest) => submit({ act: "save", from: newest.revision, brush })}
          onKeepBoth={() =>
            submit({
              act: "save-new",
              from: state.revision,
              brush: { ...brush, name: `${brush.name}, mine`.slice(0, 80) },
            })
          }
          onTakeTheirs={(newest) => run(takeNewest(newest.brush, newest.revision))}
        />
      </div>
    </BenchProvider>
  );
}
