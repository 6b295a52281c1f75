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
      {fault && (
        <p role="alert" title={fault} className="min-w-0 truncate text-danger">
          Not saved: {fault}
        </p>
      )}
      {arrived && (
        <Notice>
          <span className="truncate">
            Saved as a new brush, “{arrived}”. It stands first on{" "}
            <Link to={`/shelf?new=${id}`} className="text-act underline underline-offset-4">
              your shelf
            </Link>
            .
          </span>
          <Button kind="quiet" className="h-7 shrink-0 text-act" onClick={() => setAway(id)}>
            Hide this
          </Button>
        </Notice>
      )}
      {draft && (
        <Notice>
          <span className="truncate" title={draftSays(revision, newest)}>
            {draftSays(revision, newest)}
          </span>
          <Button kind="quiet" className="h-7 shrink-0 text-act" onClick={() => run(takeNewest(brush, newest))}>
            Go back to what is saved
          </Button>
        </Notice>
      )}
      {offline && (
        <Notice>
          <span className="truncate" title={OFFLINE}>
            {OFFLINE}
          </span>
        </Notice>
      )}
    </>
  );
}

const OFFLINE = "No network: what you change is kept in this browser.";

function draftSays(revision: number, newest: number): string {
  return revision === newest
    ? "This is your draft, kept in this browser."
    : `This is your draft, kept in this browser and begun from revision ${revision}; the shelf has revision ${newest} now.`;
}

function Notice({ children }: { children: ReactNode }) {
  return (
    <div role="status" className="flex min-w-0 items-center gap-2 text-[13px]">
      {children}
    </div>
  );
}
