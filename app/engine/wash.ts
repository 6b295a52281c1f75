import { type Brush, parseBrush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import type { Room } from "@core/hand/simulate";

/** A plain brush that lays the colour under the "over wet colour" proof. */
export function washBrush(size: number): Brush {
  return parseBrush({
    level: 1,
    name: "wash",
    tip: { size: Math.min(2000, Math.max(1, size)), hardness: 0.9 },
    trail: { spacing: 0.05 },
    paint: { build: "even" },
  });
}

export function washStrokes({ left, top, width, height }: Room): Sample[][] {
  const y = top + height / 2;
  const inset = height * 0.5;
  return [
    [
      { x: left + inset, y, time: 0, pressure: 1 },
      { x: left + width - inset, y, time: 100, pressure: 1 },
    ],
  ];
}
