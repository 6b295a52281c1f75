import { withValue } from "./quality-of";
import type { Brush } from "./schema";

/** The brush with everything that is measured in px that many times as large: as it is seen from nearer or farther. */
export function scaledBrush(brush: Brush, times: number): Brush {
  if (times === 1) return brush;
  const { trail, paint } = brush;
  const sized = withValue(brush, "size", brush.tip.size * times);
  const { taper, steady } = trail;
  return {
    ...(brush.ground ? withValue(sized, "grainScale", brush.ground.grainScale * times) : sized),
    trail: {
      ...trail,
      taper: taper.unit === "px" ? { ...taper, start: taper.start * times, end: taper.end * times } : taper,
      steady: steady.kind === "string" ? { ...steady, length: steady.length * times } : steady,
    },
    paint: {
      ...paint,
      rim: paint.rim.unit === "px" ? { ...paint.rim, width: Math.min(28, paint.rim.width * times) } : paint.rim,
    },
    responses: brush.responses.map((response) =>
      response.source === "distance" ? { ...response, over: Math.max(1, response.over * times) } : response,
    ),
  };
}
