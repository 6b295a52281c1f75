import type { Brush } from "@core/brush";
import { slowSwell } from "@core/hand/simulate";
import { listMarks } from "@core/stroke/make-marks";
import { useMemo } from "react";

const WIDTH = 380;
const HEIGHT = 52;
const MOST = 160;

/** The outlines of a stroke's marks as they lie along the path; a large tip is shown smaller. */
export function TrailFigure({ brush }: { brush: Brush }) {
  const marks = useMemo(() => {
    const size = Math.min(brush.tip.size, HEIGHT * 0.4);
    const hand = slowSwell({ left: 24, top: 14, width: WIDTH - 48, height: HEIGHT - 28 });
    const spacing = Math.max(brush.trail.spacing, 0.12);
    return listMarks(
      { ...brush, tip: { ...brush.tip, size }, trail: { ...brush.trail, spacing } },
      hand.strokes[0],
      1,
    ).slice(0, MOST * 4);
  }, [brush]);
  const every = Math.ceil(marks.length / MOST);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label="Marks along the path" className="size-full">
      {marks
        .filter((_, i) => i % every === 0)
        .map((m) => (
          <ellipse
            key={m.number}
            cx={m.x}
            cy={m.y}
            rx={m.size / 2}
            ry={(m.size * m.roundness) / 2}
            transform={`rotate(${-m.angle} ${m.x} ${m.y})`}
            fill="none"
            stroke="currentColor"
            strokeWidth={0.6}
            opacity={0.75}
          />
        ))}
    </svg>
  );
}
