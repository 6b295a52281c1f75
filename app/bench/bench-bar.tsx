import { Redo2, Undo2 } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import { ViewBar } from "./paper-tools/view-bar";
import { SaveButton } from "./saving/save-button";
import type { Saving } from "./saving/use-saving";
import { type BenchState, isChanged } from "./state/bench-state";
import { rename } from "./state/commands";
import { redo, redoes, seal, undo, undoes } from "./state/steps";
import { useBench, useRun, useStep } from "./state/use-bench";
import { openOverlay } from "./state/view-commands";

/** The bench's top line: the brush's name and state, ways to look at it, undo and saving. */
export function BenchBar({ saving: { busy, save } }: { readonly saving: Saving }) {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  const back = useBench(undoes);
  const again = useBench(redoes);
  const step = useStep();
  const state = useBench(savedState);
  return (
    <TopBar>
      <div className="flex min-w-0 items-baseline gap-3">
        <h1 className="sr-only">{brush.name}</h1>
        <input
          aria-label="The brush’s name"
          className="field-sizing-content min-w-24 max-w-90 shrink text-ellipsis rounded border border-transparent bg-transparent px-1.5 py-0.5 font-medium font-serif text-lg hover:border-line focus:border-edge focus:bg-raised"
          maxLength={80}
          value={brush.name}
          onChange={(event) => run(rename(event.target.value))}
          onBlur={() => run(seal)}
        />
        <span role="status" className="whitespace-nowrap font-mono text-[13px] text-soft">
          {busy ? state.replace(/·.*/, "· saving…") : state}
        </span>
      </div>
      <div className="ml-auto flex shrink-0 flex-wrap items-center gap-2">
        <ViewBar />
        <StepButton verb="Undo" what={back} onPress={() => step(undo)}>
          <Undo2 aria-hidden size={17} />
        </StepButton>
        <StepButton verb="Redo" what={again} onPress={() => step(redo)}>
          <Redo2 aria-hidden size={17} />
        </StepButton>
        <SaveButton disabled={state.endsWith("· saved") || busy || brush.name.trim() === ""} onSave={save} />
        <Button kind="act" disabled={busy} onClick={() => run(openOverlay("save-as"))}>
          Save as new…
        </Button>
      </div>
    </TopBar>
  );
}

/** Which revision the brush was begun from, and where its changes are. */
function savedState(state: BenchState): string {
  const changes = isChanged(state) ? (state.draft.kept ? "draft kept" : "not saved") : "saved";
  return `rev ${state.revision} · ${changes}`;
}

function StepButton({
  verb,
  what,
  onPress,
  children,
}: {
  verb: string;
  what: string | undefined;
  onPress: () => void;
  children: ReactNode;
}) {
  const label = what ? `${verb}: ${what}` : `Nothing to ${verb.toLowerCase()}`;
  return (
    <Button kind="quiet" className="px-1" aria-label={label} title={label} disabled={!what} onClick={onPress}>
      {children}
    </Button>
  );
}
