import { type Response, responseSchema } from "../response/model";
import { tipSchema } from "../tip/model";
import type { OverTip } from "../tip/over";
import type { Brush } from "./schema";

/** The brush that a brush's second tip is: its marks go along the same hand, as large as the first tip says, and cover. */
export function secondTipBrush(brush: Brush, over: OverTip): Brush {
  const { tip, trail, paint } = brush;
  const { shape } = over;
  return {
    ...brush,
    tip: tipSchema.parse({
      shape: shape.kind === "image" ? { ...shape, laid: "stamped", colour: "ink" } : shape,
      size: Math.min(2000, Math.max(0.5, tip.size * over.size)),
      angle: over.angle,
      roundness: over.roundness,
      hardness: over.hardness,
    }),
    trail: {
      ...trail,
      spacing: over.spacing,
      scatter: over.scatter,
      scatterAlong: over.scatter,
      count: over.count,
      keepStrength: false,
      perSecond: 0,
    },
    ground: null,
    paint: { ...paint, flow: 1, opacity: 1, load: null, build: "build-up" },
    responses: [...brush.responses.filter(({ quality, muted }) => quality === "size" && !muted), ...chances(over)],
  };
}

/** How its marks differ by chance. */
function chances({ sizeChance, turnChance }: OverTip): Response[] {
  const turn = 180 * turnChance;
  return [
    ...(sizeChance > 0
      ? [responseSchema.parse({ quality: "size", source: "chance", low: 1 - sizeChance, high: 1 })]
      : []),
    ...(turn > 0 ? [responseSchema.parse({ quality: "angle", source: "chance", low: -turn, high: turn })] : []),
  ];
}
