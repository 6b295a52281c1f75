import type { Brush } from "@core/brush";
import { Segments } from "~/ui/segments";
import { Bodies } from "./bodies/bodies";
import { FindPanel } from "./bodies/find-panel";
import { PaintersPanel } from "./painters/painters-panel";
import { ResponseTable } from "./responses/response-table";
import { ScorePanel } from "./score/score-panel";
import { useBench, useRun } from "./state/use-bench";
import { panels } from "./state/view";
import { showPanel } from "./state/view-commands";

/** What lies below the paper: the bodies of the brush, the score of its main stroke, the table of its responses, or what is looked for. */
export function BelowPaper({ madeFrom }: { readonly madeFrom: Brush | undefined }) {
  const panel = useBench(({ view }) => view.panel);
  const run = useRun();
  return (
    <>
      <Segments
        label="Below the paper"
        name="panel"
        options={panels}
        value={panel}
        onPick={(next) => run(showPanel(next))}
        className="-my-1.5 shrink-0 capitalize"
      />
      {panel === "responses" && <ResponseTable />}
      {panel === "score" && <ScorePanel />}
      {panel === "find" && <FindPanel madeFrom={madeFrom} />}
      {panel === "painters" && <PaintersPanel />}
      {panel === "bodies" && <Bodies />}
    </>
  );
}
