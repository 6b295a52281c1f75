import type { PublicationState } from "@server/publishing/repository";
import { Progress } from "radix-ui";
import { useEffect } from "react";
import { Form, Link } from "react-router";
import { Button } from "~/ui/button";
import { usePublication } from "./use-publication";

interface Props {
  readonly begun: Pick<PublicationState, "id" | "version">;
  /** Is told, once, of the edition that came of it. */
  readonly onDone: (editionId: string) => void;
}

/** How far a publication is. It goes on when this page is closed. */
export function PublicationProgress({ begun, onDone }: Props) {
  const state = usePublication(begun);
  const done = state?.state === "done" ? state.editionId : null;
  useEffect(() => {
    if (done) onDone(done);
  }, [done, onDone]);
  if (done)
    return (
      <p role="status">
        Edition {begun.version} is published:{" "}
        <Link to={`/editions/${done}`} className="text-act underline underline-offset-4">
          its page
        </Link>
      </p>
    );
  if (state?.state === "failed")
    return (
      <div role="alert" className="space-y-2 rounded-md border border-danger px-3 py-2">
        <p>
          Edition {begun.version} was not published. {state.fault}
        </p>
        <Form method="post" action={`/publications/${begun.id}.json`} navigate={false}>
          <Button type="submit" className="h-7">
            Put this away
          </Button>
        </Form>
      </div>
    );
  const share = state?.share ?? 0;
  return (
    <div className="space-y-1.5">
      <p role="status">
        Publishing edition {begun.version}: <span className="text-soft">{state?.step || "waiting for its turn"}…</span>
      </p>
      <Progress.Root
        value={Math.round(share * 100)}
        aria-label="How much of it is done"
        className="h-1.5 overflow-hidden rounded bg-line"
      >
        <Progress.Indicator className="h-full bg-act" style={{ width: `${share * 100}%` }} />
      </Progress.Root>
      <p className="text-[13px] text-soft">You may close this page; the work goes on.</p>
    </div>
  );
}
