import { useMeasures } from "~/measuring/use-measures";
import { useBench, useRun } from "../state/use-bench";
import { lookAt } from "../state/view-commands";
import { BuildUpChart } from "./build-up-chart";
import { CharacterCard, EdgeCard } from "./character-card";
import { InkBudgetCard } from "./ink-budget-card";
import { ScoreLanes } from "./score-lanes";

/** What happens along the main stroke, and why it looks as it does. */
export function ScorePanel() {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  const paper = useBench((state) => state.paper.size);
  const settings = useBench((state) => state.settings);
  const { score, budget, ripple, character, fault } = useMeasures(brush, paper, settings);
  const ratio = window.devicePixelRatio || 1;
  const onSpot = (place: number | undefined) => run(lookAt(place === undefined ? undefined : score?.places[place]));
  return (
    <section
      aria-label="Score"
      className="min-h-0 shrink-0 overflow-y-auto rounded-lg border border-line bg-panel max-lg:overflow-visible"
    >
      {fault && (
        <p role="alert" className="m-3 text-danger">
          This brush could not be measured: {fault}
        </p>
      )}
      <div className="sheet overflow-hidden border-line border-b">
        {score && paper && score.places.length > 0 ? (
          <ScoreLanes brush={brush} score={score} width={paper.width / ratio} ratio={ratio} onSpot={onSpot} />
        ) : (
          <p role="status" className="p-3 text-soft">
            {score ? "This stroke leaves no mark." : "Reading the stroke…"}
          </p>
        )}
      </div>
      <div className="grid divide-line max-lg:divide-y sm:max-lg:grid-cols-2 lg:grid-cols-4 lg:divide-x">
        <InkBudgetCard budget={budget} blends={brush.paint.mixing === 1} />
        <BuildUpChart coverage={budget?.coverage} />
        <CharacterCard character={character} />
        <EdgeCard brush={brush} score={score} ripple={ripple} />
      </div>
    </section>
  );
}
