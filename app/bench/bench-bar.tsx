import { Redo2, Undo2 } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import { SaveButton } from "./saving/save-button";
import { type BenchState, type Command, redo, rename, seal, undo } from "./state/commands";

interface Props {
  readonly state: BenchState;
  readonly run: (command: Command) => void;
  readonly changed: boolean;
  readonly draftKept: boolean;
  readonly busy: boolean;
  readonly onSave: (note: string) => void;
  readonly onSaveAs: () => void;
  readonly children: ReactNode;
}

/** The bench's top line: the brush's name and state, ways to look at it, undo and saving. */
export function BenchBar({ state, run, changed, draftKept, busy, onSave, onSaveAs, children }: Props) {
  const { brush, revision, past, future } = state;
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
          rev {revision} · {busy ? "saving…" : changed ? (draftKept ? "draft kept" : "not saved") : "saved"}
        </span>
      </div>
      <div className="ml-auto flex shrink-0 flex-wrap items-center gap-2">
        {children}
        <StepButton verb="Undo" what={past[past.length - 1]?.label} onPress={() => run(undo)}>
          <Undo2 aria-hidden size={17} />
        </StepButton>
        <StepButton verb="Redo" what={future[0]?.label} onPress={() => run(redo)}>
          <Redo2 aria-hidden size={17} />
        </StepButton>
        <SaveButton disabled={!changed || busy || brush.name.trim() === ""} onSave={onSave} />
        <Button kind="act" disabled={busy} onClick={onSaveAs}>
          Save as new…
        </Button>
      </div>
    </TopBar>
  );
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
