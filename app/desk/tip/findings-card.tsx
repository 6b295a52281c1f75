import type { TipFinding } from "@core/desk/tip/findings";
import { Button } from "~/ui/button";
import { Card } from "../shared/card";
import type { TipDeskEngine } from "./use-tip-desk";

/** What may be wrong with the tip, each with the step that mends it. */
export function TipFindingsCard({
  findings,
  engine,
}: {
  findings: readonly TipFinding[] | undefined;
  engine: TipDeskEngine;
}) {
  return (
    <Card title="Findings">
      {!findings && (
        <p role="status" className="text-soft">
          Looking…
        </p>
      )}
      {findings?.length === 0 && <p>Nothing to mend.</p>}
      <ul className="space-y-1.5">
        {findings?.map(({ kind, says, mend }) => (
          <li key={kind} className="flex items-start justify-between gap-2">
            <span>{says}</span>
            {mend && (
              <Button className="h-7 shrink-0 px-2" onClick={() => engine.tell("step", mend.step)}>
                {mend.label}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </Card>
  );
}
