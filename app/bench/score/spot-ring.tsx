import type { Score } from "@core/measure/score";
import { useBench } from "../state/use-bench";

/** A ring on the paper around the mark that the score points out. */
export function SpotRing({
  spot: { x, y, size },
  mirrored,
}: {
  readonly spot: Score["places"][number];
  readonly mirrored: boolean;
}) {
  const paper = useBench((state) => state.paper.size);
  if (!paper) return null;
  const across = Math.max(6, size) + 6;
  return (
    <svg
      aria-hidden
      viewBox={`0 0 ${paper.width} ${paper.height}`}
      className="pointer-events-none absolute inset-0 size-full text-act"
    >
      <circle
        cx={mirrored ? paper.width - x : x}
        cy={y}
        r={across / 2}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.5}
      />
    </svg>
  );
}
