import type { Brush } from "@core/brush";
import type { KeptBrush } from "@server/brushes/repository";
import { Redo2, Undo2 } from "lucide-react";
import { useCallback, useEffect, useReducer, useRef, useState } from "react";
import { Link, useFetcher, useLocation, useNavigate } from "react-router";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import type { PaperManner, Tell } from "~/workers/messages";
import { Bodies } from "./bodies";
import { ConflictDialog } from "./conflict-dialog";
import { HeldBar } from "./held-bar";
import { useDraft } from "./keep-draft";
import { PaperBar } from "./paper-bar";
import { type PaperHandle, PaperSheet } from "./paper-sheet";
import { ResponseTable } from "./response-table";
import type { action } from "./route";
import { SaveAsDialog } from "./save-as-dialog";
import type { Spot } from "./score-lanes";
import { ScorePanel } from "./score-panel";
import { SpotRing } from "./spot-ring";
import { type Command, isChanged, markSaved, openBench, redo, reduce, rename, seal, takeBrush, takeDraft, takeNewest, undo } from "./state";
import type { StripPiece } from "./stroke-sheet";
import { type StripSubject, TestStrip } from "./test-strip";
import { type PaperSize, useMeasures } from "./use-measures";
import { type Panel, ViewBar } from "./view-bar";

/** The bench: a brush on its paper above, its bodies below. */
export function Bench({ kept }: { kept: KeptBrush }) {
  const [state, run] = useReducer(reduce, undefined, () => openBench(kept.brush, kept.revision));
  const [strokes, setStrokes] = useState(0);
  const [pictures, setPictures] = useState<Extract<Tell, { kind: "vignettes" }>>();
  const [manner, setManner] = useState<PaperManner>({ use: "paint", lit: true });
  const [mirrored, setMirrored] = useState(false);
  const [strip, setStrip] = useState<StripSubject>();
  const pieces = useRef<(piece: StripPiece) => void>(undefined);
  const [panel, setPanel] = useState<Panel>("bodies");
  const [paperSize, setPaperSize] = useState<PaperSize>();
  const [spot, setSpot] = useState<Spot>();
  const [held, setHeld] = useState<Brush>();
  const [showsHeld, setShowsHeld] = useState(false);
  const [asking, setAsking] = useState(false);
  const paper = useRef<PaperHandle>(null);
  const saver = useFetcher<typeof action>();
  const handled = useRef<unknown>(undefined);
  const leaving = useRef(false);
  const navigate = useNavigate();
  const arrived = (useLocation().state as { made?: string } | null)?.made;
  const { brush } = state;
  const measures = useMeasures(brush, paperSize, panel === "score");
  const changed = isChanged(state);
  const answer = saver.data;
  const busy = saver.state !== "idle";

  const submit = useCallback((body: object) => void saver.submit(JSON.stringify(body), { method: "post", encType: "application/json" }), [saver]);
  const save = useCallback(() => submit({ act: "save", from: state.revision, brush }), [submit, state.revision, brush]);

  useEffect(() => {
    if (!answer || busy || handled.current === answer) return;
    handled.current = answer;
    if (answer.kind === "saved") run(markSaved(answer.brush, answer.revision));
    if (answer.kind === "made") {
      leaving.current = true;
      void navigate(`/bench/${answer.id}`, { state: { made: answer.name } });
    }
  }, [answer, busy, navigate]);

  const [foundDraft, setFoundDraft] = useState(false);
  const draftKept = useDraft(kept.id, brush, state.revision, changed, leaving, (draft) => {
    if (JSON.stringify(draft.brush) === JSON.stringify(kept.brush)) return;
    run(takeDraft(draft.brush, draft.revision));
    setFoundDraft(true);
  });

  const hold = () => {
    setHeld(brush);
    setShowsHeld(false);
  };

  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (held && event.key.toLowerCase() === "h" && !event.ctrlKey && !event.metaKey && !event.altKey && !isTyping(event.target)) setShowsHeld((now) => !now);
      if (!(event.ctrlKey || event.metaKey)) return;
      const letter = event.key.toLowerCase();
      const typing = isTyping(event.target);
      if (letter === "s") save();
      else if (letter === "z" && !typing) run(event.shiftKey ? redo : undo);
      else if (letter === "y" && !typing) run(redo);
      else return;
      event.preventDefault();
    };
    addEventListener("keydown", keys);
    return () => removeEventListener("keydown", keys);
  }, [save, held]);

  const hear = useCallback((tell: Tell) => {
    if (tell.kind === "strokes") setStrokes(tell.count);
    if (tell.kind === "vignettes") setPictures(tell);
    if (tell.kind === "strip-piece") pieces.current?.(tell);
  }, []);

  return (
    <div className="flex h-dvh min-h-165 flex-col max-lg:h-auto">
      <TopBar>
        <div className="flex min-w-0 items-baseline gap-3">
          <h1 className="sr-only">{brush.name}</h1>
          <input
            aria-label="The brush’s name"
            className="field-sizing-content min-w-24 max-w-90 text-ellipsis rounded border border-transparent bg-transparent px-1.5 py-0.5 font-medium font-serif text-lg hover:border-line focus:border-edge focus:bg-raised"
            maxLength={80}
            value={brush.name}
            onChange={(event) => run(rename(event.target.value))}
            onBlur={() => run(seal)}
          />
          <span role="status" className="whitespace-nowrap font-mono text-[13px] text-soft">
            rev {state.revision} · {busy ? "saving…" : changed ? (draftKept ? "draft kept" : "not saved") : "saved"}
          </span>
        </div>
        <div className="ml-auto flex shrink-0 items-center gap-2">
          <ViewBar
            strip={strip !== undefined}
            onStrip={(name) => setStrip({ kind: "quality", name })}
            panel={panel}
            onPanel={setPanel}
            holding={held !== undefined}
            onHold={hold}
            brush={brush}
          />
          <Button
            kind="quiet"
            className="px-1.5"
            aria-label={undoLabel("Undo", state.past[state.past.length - 1]?.label)}
            title={undoLabel("Undo", state.past[state.past.length - 1]?.label)}
            disabled={state.past.length === 0}
            onClick={() => run(undo)}
          >
            <Undo2 aria-hidden size={17} />
          </Button>
          <Button
            kind="quiet"
            className="px-1.5"
            aria-label={undoLabel("Redo", state.future[0]?.label)}
            title={undoLabel("Redo", state.future[0]?.label)}
            disabled={state.future.length === 0}
            onClick={() => run(redo)}
          >
            <Redo2 aria-hidden size={17} />
          </Button>
          <Button disabled={!changed || busy || brush.name.trim() === ""} onClick={save}>
            Save
          </Button>
          <Button kind="act" disabled={busy} onClick={() => setAsking(true)}>
            Save as new…
          </Button>
        </div>
      </TopBar>
      <main className="flex min-h-0 flex-1 flex-col gap-3 px-4.5 py-3">
        {arrived && !changed && (
          <p role="status" className="rounded-md border border-act bg-act-wash px-3 py-1.5">
            Saved as a new brush, “{arrived}”. It stands first on{" "}
            <Link to={`/shelf?new=${kept.id}`} className="text-act underline underline-offset-4">
              your shelf
            </Link>
            ; the brush it was made from is as it was.
          </p>
        )}
        {foundDraft && changed && (
          <p role="status" className="flex flex-wrap items-center gap-x-3 rounded-md border border-line bg-panel px-3 py-1">
            <span>
              This is your draft, kept in this browser
              {state.revision === kept.revision ? "" : ` and begun from revision ${state.revision}; the shelf has revision ${kept.revision} now`}.
            </span>
            <Button
              kind="quiet"
              className="h-7 text-act"
              onClick={() => {
                run(takeNewest(kept.brush, kept.revision));
                setFoundDraft(false);
              }}
            >
              Go back to what is saved
            </Button>
          </p>
        )}
        {answer?.kind === "fault" && !busy && (
          <p role="alert" className="rounded-md border border-danger px-3 py-1.5 text-danger">
            Not saved: {answer.fault}
          </p>
        )}
        <div className={`relative border border-line shadow-sm max-lg:h-[60vh] max-lg:flex-none ${panel === "responses" ? "h-64 shrink-0" : "min-h-64 flex-1"}`}>
          <PaperSheet
            handle={paper}
            brush={showsHeld && held ? held : brush}
            proofs
            manner={manner}
            mirrored={mirrored}
            label={`Proof strokes of ${brush.name}; draw anywhere to try it`}
            onTell={hear}
            onSize={setPaperSize}
          >
            <PaperBar
              manner={manner}
              onManner={setManner}
              mirrored={mirrored}
              onMirror={() => setMirrored(!mirrored)}
              strokes={strokes}
              onTakeBack={() => paper.current?.takeBack()}
              onClear={() => paper.current?.clear()}
              onRefill={brush.paint.load !== null && brush.paint.refill !== "stroke" ? () => paper.current?.refill() : undefined}
            />
          </PaperSheet>
          {held && (
            <HeldBar
              held={held}
              brush={brush}
              showsHeld={showsHeld}
              onShow={setShowsHeld}
              onReturn={() => {
                run(takeBrush(held, "back to held"));
                setShowsHeld(false);
              }}
              onDrop={() => {
                setHeld(undefined);
                setShowsHeld(false);
              }}
            />
          )}
          {spot && panel === "score" && paperSize && <SpotRing spot={spot} paper={paperSize} mirrored={mirrored} />}
          {strip && <TestStrip key={JSON.stringify(strip)} subject={strip} brush={brush} run={run} paper={paper} pieces={pieces} onClose={() => setStrip(undefined)} />}
        </div>
        {panel === "responses" && <ResponseTable brush={brush} run={run} />}
        {panel === "score" && <ScorePanel brush={brush} measures={measures} paper={paperSize} ratio={window.devicePixelRatio || 1} onSpot={setSpot} />}
        {panel === "bodies" && <Bodies brush={brush} run={run as (command: Command) => void} paper={paper} pictures={pictures} />}
      </main>
      <SaveAsDialog open={asking} name={`${brush.name}, new`} onClose={() => setAsking(false)} onSave={(name) => submit({ act: "save-new", brush: { ...brush, name } })} />
      <ConflictDialog
        newest={answer?.kind === "conflict" && !busy && answer.newest.revision !== state.revision ? answer.newest : undefined}
        onKeepMine={(newest) => submit({ act: "save", from: newest.revision, brush })}
        onKeepBoth={() => submit({ act: "save-new", brush: { ...brush, name: `${brush.name}, mine`.slice(0, 80) } })}
        onTakeTheirs={(newest) => run(takeNewest(newest.brush, newest.revision))}
      />
    </div>
  );
}

function isTyping(target: EventTarget | null): boolean {
  return (target instanceof HTMLInputElement && target.type !== "radio" && target.type !== "checkbox" && target.type !== "range") || target instanceof HTMLTextAreaElement;
}

function undoLabel(verb: string, what: string | undefined): string {
  return what ? `${verb}: ${what}` : `Nothing to ${verb.toLowerCase()}`;
}
