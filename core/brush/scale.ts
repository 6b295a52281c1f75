import { qualityRow } from "../quality/table";
import type { Brush } from "./schema";

/** The brush with everything that is measured in px that many times as large: as it is seen from nearer or farther. */
export function scaledBrush(brush: Brush, times: number): Brush {
  if (times === 1) return brush;
  const { tip, trail, ground, paint } = brush;
  const within = (name: "size" | "grainScale", value: number) =>
    Math.min(qualityRow(name).high, Math.max(qualityRow(name).low, value));
  const { taper, steady } = trail;
  return {
    ...brush,
    tip: { ...tip, size: within("size", tip.size * times) },
    trail: {
      ...trail,
      taper: taper.unit === "px" ? { ...taper, start: taper.start * times, end: taper.end * times } : taper,
      steady: steady.kind === "string" ? { ...steady, length: steady.length * times } : steady,
    },
    ground: ground && { ...ground, grainScale: within("grainScale", ground.grainScale * times) },
    paint: {
      ...paint,
      rim: paint.rim.unit === "px" ? { ...paint.rim, width: Math.min(28, paint.rim.width * times) } : paint.rim,
    },
    responses: brush.responses.map((response) =>
      response.source === "distance" ? { ...response, over: Math.max(1, response.over * times) } : response,
    ),
  };
}
