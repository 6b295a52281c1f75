import type { Brush } from "@core/brush";
import { qualityRow } from "@core/qualities/table";
import { writeValue } from "@core/quality/write-value";
import { ChevronDown, ChevronUp } from "lucide-react";
import { Segments } from "~/ui/segments";
import { Tool } from "~/ui/tool";
import { Bodies } from "./bodies/bodies";
import { FindPanel } from "./bodies/find-panel";
import { HeldBar } from "./compare/held-bar";
import { digitStops } from "./keys/digit-stops";
import { PaintersPanel } from "./painters/painters-panel";
import { ResponseTable } from "./responses/response-table";
import { ScorePanel } from "./score/score-panel";
import { SizesChoice } from "./sizes-choice";
import { useBench, useRun } from "./state/use-bench";
import { type BenchView, panels } from "./state/view";
import { showPanel, toggleFolded } from "./state/view-commands";

/** What lies below the paper: the bodies of the brush, the score of its main stroke, the table of its responses, or what is looked for. */
export function BelowPaper({ madeFrom }: { readonly madeFrom: Brush | undefined }) {
  const panel = useBench(({ view }) => view.panel);
  const held = useBench(({ view }) => view.held);
  const folded = useBench(({ view }) => view.folded);
  const run = useRun();
  return (
    <>
      <div className="-my-1.5 flex shrink-0 flex-wrap items-center gap-2">
        <Segments
          label="Below the paper"
          name="panel"
          options={panels}
          value={panel}
          onPick={(next) => run(showPanel(next))}
          className="shrink-0 capitalize"
        />
        <Tool
          label={folded ? "Fold out what lies below the paper (D)" : "Fold away what lies below the paper (D)"}
          onClick={() => run(toggleFolded)}
        >
          {folded ? <ChevronUp aria-hidden size={16} /> : <ChevronDown aria-hidden size={16} />}
        </Tool>
        <SizesChoice />
        {held ? <HeldBar held={held} /> : !folded && panel === "bodies" && <DigitNote />}
      </div>
      {!folded && <Panel panel={panel} madeFrom={madeFrom} />}
    </>
  );
}

/** What the digits take now. */
function DigitNote() {
  const touched = useBench(({ view }) => view.touched);
  const brush = useBench((state) => state.brush);
  const keys = useBench(({ settings }) => settings.keys);
  const { label, unit } = qualityRow(touched);
  if (!keys) return null;
  const values = digitStops(brush, touched).map((value) => writeValue(value, unit));
  return (
    <p className="min-w-0 truncate text-[12.5px] text-soft max-lg:hidden">
      Digits take the stops of what you touched last: {label} {values.join(" · ")}
    </p>
  );
}

function Panel({ panel, madeFrom }: { readonly panel: BenchView["panel"]; readonly madeFrom: Brush | undefined }) {
  return (
    <>
      {panel === "responses" && <ResponseTable />}
      {panel === "score" && <ScorePanel />}
      {panel === "find" && <FindPanel madeFrom={madeFrom} />}
      {panel === "painters" && <PaintersPanel />}
      {panel === "bodies" && <Bodies />}
    </>
  );
}
