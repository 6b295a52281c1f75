import type { Score } from "@core/measure/score";
import type { PaperSize } from "~/measuring/use-measures";

/** A ring on the paper around the mark that the score points out. */
export function SpotRing({
  spot: { x, y, size },
  paper,
  mirrored,
}: {
  spot: Score["places"][number];
  paper: PaperSize;
  mirrored: boolean;
}) {
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
