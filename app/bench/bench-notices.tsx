import type { KeptBrush } from "@server/brushes/repository";
import { type ReactNode, useState } from "react";
import { Link, useLocation } from "react-router";
import { Button } from "~/ui/button";
import { useEscape } from "~/ui/use-escape";
import type { Saving } from "./saving/use-saving";
import { isChanged } from "./state/bench-state";
import { takeNewest } from "./state/commands";
import { useBench, useRun } from "./state/use-bench";
import { useOnline } from "./state/use-online";

interface Props {
  readonly kept: KeptBrush;
  readonly saving: Saving;
}

/** What the maker should know about what is on the bench. */
export function BenchNotices({ kept: { id, brush, revision: newest }, saving: { answer } }: Props) {
  const run = useRun();
  const made = (useLocation().state as { made?: string } | null)?.made;
  const changed = useBench(isChanged);
  const found = useBench(({ draft }) => draft.found);
  const revision = useBench((state) => state.revision);
  const offline = !useOnline();
  const [away, setAway] = useState<string>();
  const arrived = changed || away === id ? undefined : made;
  useEscape(arrived !== undefined, () => setAway(id));
  const draft = found && changed;
  const fault = answer?.kind === "fault" ? answer.fault : undefined;
  return (
    <>
      {arrived && (
        <p role="status" className="rounded-md border border-act bg-act-wash px-3 py-1.5">
          Saved as a new brush, “{arrived}”. It stands first on{" "}
          <Link to={`/shelf?new=${id}`} className="text-act underline underline-offset-4">
            your shelf
          </Link>
          ; the brush it was made from is as it was.{" "}
          <Button kind="quiet" className="h-7" onClick={() => setAway(id)}>
            Hide this
          </Button>
        </p>
      )}
      {draft && (
        <Notice>
          <span>
            This is your draft, kept in this browser
            {revision === newest ? "" : ` and begun from revision ${revision}; the shelf has revision ${newest} now`}.
          </span>
          <Button kind="quiet" className="h-7 text-act" onClick={() => run(takeNewest(brush, newest))}>
            Go back to what is saved
          </Button>
        </Notice>
      )}
      {offline && (
        <Notice>
          There is no network. You can go on: what you change is kept in this browser, and can be saved when the network
          is back.
        </Notice>
      )}
      {fault && (
        <p role="alert" className="rounded-md border border-danger px-3 py-1.5 text-danger">
          Not saved: {fault}
        </p>
      )}
    </>
  );
}

function Notice({ children }: { children: ReactNode }) {
  return (
    <p role="status" className="flex flex-wrap items-center gap-x-3 rounded-md border border-line bg-panel px-3 py-1">
      {children}
    </p>
  );
}
