import type { Brush } from "@core/brush";
import { slowSwell } from "@core/hand/simulate";
import { listMarks } from "@core/stroke/make-marks";
import { useMemo } from "react";

const WIDTH = 380;
const HEIGHT = 52;
const MOST = 160;

/** Marks of which at least this many are shown, and the smallest that is seen, px. */
const LEAST_MARKS = 6;
const LEAST_SIZE = 1.6;
/** Lengths of a path in its sizes, at the widest, for so many marks. */
const ROOM = WIDTH - 48;

/** The outlines of a stroke's marks as they lie along the path; a large tip, and one that strays or is laid far apart, is shown smaller. */
export function TrailFigure({ brush }: { brush: Brush }) {
  const marks = useMemo(() => sketchOf(brush), [brush]);
  const every = Math.ceil(marks.length / MOST);
  const boxed = brush.tip.shape.kind === "rectangle" || brush.tip.shape.kind === "rake";
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label="Marks along the path" className="size-full">
      {marks
        .filter((_, i) => i % every === 0)
        .map((m) => {
          const outline = { fill: "none", stroke: "currentColor", strokeWidth: 0.6, opacity: 0.75 };
          const [rx, ry] = [m.size / 2, (m.size * m.roundness) / 2];
          const transform = `rotate(${-m.angle} ${m.x} ${m.y})`;
          return boxed ? (
            <rect
              key={m.number}
              x={m.x - rx}
              y={m.y - ry}
              width={2 * rx}
              height={2 * ry}
              {...outline}
              transform={transform}
            />
          ) : (
            <ellipse key={m.number} cx={m.x} cy={m.y} rx={rx} ry={ry} {...outline} transform={transform} />
          );
        })}
    </svg>
  );
}

/** The marks of a slow swell, fitted to the figure; there are always some. */
export function sketchOf(brush: Brush): readonly Record<string, number>[] {
  const { trail } = brush;
  const spacing = Math.max(trail.spacing, 0.12);
  const stray = 1 + 2 * trail.scatter;
  const size = Math.min(brush.tip.size, (HEIGHT * 0.4) / Math.min(stray, 4), ROOM / (LEAST_MARKS * spacing));
  const hand = slowSwell({ left: 24, top: 14, width: ROOM, height: HEIGHT - 28 });
  const shown = { ...brush, tip: { ...brush.tip, size }, trail: { ...trail, spacing } };
  return listMarks(shown, hand.strokes[0], 1)
    .slice(0, MOST * 4)
    .map((mark) => ({ ...mark, size: Math.max(LEAST_SIZE, mark.size), roundness: Math.max(0.08, mark.roundness) }));
}
