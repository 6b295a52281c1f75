import { Button } from "~/ui/button";
import { Card } from "../shared/card";

type Pivot = readonly [number, number];

const nineNames = [
  ["the top left corner", "the middle of the top", "the top right corner"],
  ["the middle of the left side", "the middle", "the middle of the right side"],
  ["the bottom left corner", "the middle of the bottom", "the bottom right corner"],
] as const;

/** The place about which the tip turns: one of nine, or its weight's centre. @param centre in half sides from the sheet's middle */
export function PivotCard({
  pivot,
  centre,
  onPivot,
}: {
  pivot: Pivot;
  centre: Pivot | undefined;
  onPivot: (pivot: Pivot) => void;
}) {
  return (
    <Card title="Pivot">
      <div className="flex items-center gap-3">
        <div className="grid shrink-0 grid-cols-[repeat(3,auto)] gap-1">
          {[-1, 0, 1].flatMap((v) =>
            [-1, 0, 1].map((u) => (
              <button
                key={`${u} ${v}`}
                type="button"
                aria-label={`Turn about ${nineNames[v + 1][u + 1]}`}
                aria-pressed={pivot[0] === u && pivot[1] === v}
                className="size-[24px] rounded border border-edge bg-raised aria-pressed:bg-act pointer-coarse:size-10"
                onClick={() => onPivot([u, v])}
              />
            )),
          )}
        </div>
        <div className="space-y-1.5 text-[13px] text-soft">
          <p>The place that lies on the path, and about which the tip turns.</p>
          <Button className="h-7 text-ink" disabled={!centre} onClick={() => centre && onPivot(centre)}>
            Its weight’s centre
          </Button>
        </div>
      </div>
    </Card>
  );
}
