import { lengthOf } from "@core/study/playback";
import { standingActs } from "@core/study/standing";
import type { KeptStudy } from "@server/studies/repository";
import { Redo2, Undo2 } from "lucide-react";
import { useMemo } from "react";
import type { Keeping } from "~/easel/keeping/act-keeper";
import { clockWords } from "~/easel/roll/words";
import { useSession, useStudy } from "~/easel/state/use-study";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import { counted } from "~/ui/words";
import { StudyKeysDialog } from "./keys/study-keys-dialog";
import { useNotes } from "./roll/use-notes";
import { StudyMenu } from "./study-menu";

/** The study's top line: its name, how far it has come, where it is kept, and the way back. */
export function StudyBar({ study }: { study: KeptStudy }) {
  const session = useSession();
  const { name, save } = useNotes();
  const unkept = useStudy((state) => state.unkept);
  const keeping = useStudy((state) => state.keeping);
  const log = useStudy((state) => state.log);
  const back = useStudy((state) => state.sheet?.back);
  const again = useStudy((state) => state.sheet?.again);
  const acts = useMemo(() => standingActs(log).map(({ act }) => act), [log]);
  const strokes = acts.filter(({ kind }) => kind === "stroke").length;
  return (
    <TopBar>
      <div className="flex min-w-0 items-baseline gap-3">
        <h1 className="sr-only">{name}</h1>
        <input
          aria-label="The study’s name"
          className="field-sizing-content min-w-24 max-w-90 shrink text-ellipsis rounded border border-transparent bg-transparent px-1.5 py-0.5 font-medium font-serif text-lg hover:border-line focus:border-edge focus:bg-raised"
          maxLength={80}
          key={name}
          defaultValue={name}
          onBlur={(event) => {
            const words = event.target.value.trim();
            if (words && words !== name) save({ name: words });
            else event.target.value = name;
          }}
        />
        <span className="whitespace-nowrap font-mono text-[13px] text-soft">
          {counted(strokes, "stroke", "strokes")} · {clockWords(lengthOf(acts))} ·{" "}
          <span
            role="status"
            className={keeping.kind === "waiting" || keeping.kind === "elsewhere" ? "text-danger" : ""}
          >
            {keepingSays(keeping)}
          </span>
          {unkept && <span className="text-danger"> · what you wrote is kept here alone: {unkept}</span>}
        </span>
      </div>
      <div className="ml-auto flex shrink-0 items-center gap-2">
        <Button
          disabled={!back}
          title={back}
          aria-label={`Undo${back ? `: ${back}` : ""}`}
          onClick={() => session.back()}
        >
          <Undo2 aria-hidden size={16} /> Undo
        </Button>
        <Button
          className="px-2"
          disabled={!again}
          title={again}
          aria-label={`Redo${again ? `: ${again}` : ""}`}
          onClick={() => session.again()}
        >
          <Redo2 aria-hidden size={16} />
        </Button>
        <StudyMenu id={study.id} />
        <StudyKeysDialog />
      </div>
    </TopBar>
  );
}

function keepingSays(keeping: Keeping): string {
  switch (keeping.kind) {
    case "kept":
      return "kept";
    case "sending":
      return "keeping…";
    case "waiting":
      return keeping.here
        ? `${counted(keeping.acts, "act", "acts")} kept in this browser alone: ${keeping.why}`
        : `${counted(keeping.acts, "act", "acts")} kept nowhere yet, this browser has no room; leave this page open: ${keeping.why}`;
    case "elsewhere":
      return "painted on elsewhere meanwhile: reload, and what you painted becomes a study of its own";
  }
}
