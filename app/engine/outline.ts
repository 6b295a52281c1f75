import type { Brush } from "@core/brush";
import { paintSchema } from "@core/paint/model";
import type { Pictures } from "@core/picture/picture";
import { renderHand } from "@core/stroke/render";
import { trailSchema } from "@core/trail/model";
import { contours } from "d3-contour";

/** The side of the picture in which the outline is found, and the tip's size there, px. */
const SIDE = 192;
const SIZE = 88;
const COVERED = 0.25;

/** The outline of one mark at full pressure, where a quarter is covered, as an SVG path about (0, 0) for a tip of 1 px. */
export function tipOutline(brush: Brush, pictures: Pictures): string {
  const still = {
    ...brush,
    tip: { ...brush.tip, size: SIZE },
    // Scattered by nothing that is seen: hairs stand still, instead of leaving lines.
    trail: trailSchema.parse({ scatter: 1e-6 }),
    ground: null,
    paint: paintSchema.parse({}),
    responses: [],
  };
  const pixels = renderHand({
    brush: still,
    strokes: [[{ x: SIDE / 2, y: SIDE / 2, time: 0, pressure: 1 }]],
    width: SIDE,
    height: SIDE,
    ink: { colour: [0, 0, 0], second: [0, 0, 0] },
    paper: null,
    seed: 1,
    pictures,
  });
  const alpha = Array.from({ length: SIDE * SIDE }, (_, i) => pixels[i * 4 + 3] / 255);
  const [found] = contours().size([SIDE, SIDE]).thresholds([COVERED])(alpha);
  const place = (v: number) => ((v - SIDE / 2) / SIZE).toFixed(3);
  return found.coordinates
    .flatMap((polygon) => polygon.map((ring) => `M${ring.map(([x, y]) => `${place(x)},${place(y)}`).join("L")}Z`))
    .join("");
}
