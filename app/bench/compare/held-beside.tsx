import type { Brush } from "@core/brush";
import { takeBrush } from "../state/commands";
import { useBench, useRun } from "../state/use-bench";
import { showBeside } from "../state/view-commands";
import { StrokeSheet } from "./stroke-sheet";

/** What is held and what is now, the same strokes side by side; a click takes what is held. */
export function HeldBeside({ held }: { readonly held: Brush }) {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  const same = JSON.stringify(held) === JSON.stringify(brush);
  const close = () => void run(showBeside(false));
  const take = () => void run(takeBrush(held, "back to held"));
  const entries = [
    { key: "held", label: "held", brush: held, now: same, onPick: take },
    { key: "now", label: "on the bench", brush, now: !same, onPick: close },
  ];
  return (
    <StrokeSheet
      name="Comparison: held and now"
      title="Held and now"
      says="The same strokes. Click one to go on with it."
      entries={entries}
      columns={2}
      onClose={close}
    />
  );
}
