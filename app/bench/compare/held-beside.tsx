import type { Brush } from "@core/brush";
import { type Command, takeBrush } from "../state/commands";
import { StrokeSheet } from "./stroke-sheet";

type Place = Pick<Parameters<typeof StrokeSheet>[0], "paper" | "pieces" | "onClose">;

/** What is held and what is now, the same strokes side by side; a click takes what is held. */
export function HeldBeside({
  held,
  brush,
  run,
  ...place
}: { held: Brush; brush: Brush; run: (command: Command) => void } & Place) {
  const same = JSON.stringify(held) === JSON.stringify(brush);
  const entries = [
    { key: "held", label: "held", brush: held, now: same, onPick: () => run(takeBrush(held, "back to held")) },
    { key: "now", label: "on the bench", brush, now: !same, onPick: place.onClose },
  ];
  return (
    <StrokeSheet
      name="Comparison: held and now"
      title="Held and now"
      says="The same strokes. Click one to go on with it."
      entries={entries}
      columns={2}
      {...place}
    />
  );
}
