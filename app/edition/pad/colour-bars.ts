import { type Brush, parseBrush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import { bedPaint } from "@core/stroke/bed";

/** The hash by which the pad's acts name the brush that lays its bars; no brush of an edition has it. */
export const BARS = "0".repeat(64);

const colours = ["#d9a441", "#1d6b57", "#9b2038", "#2f5d9b"] as const;

/** A plain brush that lays a bar of colour, as high as this, px. */
export function barBrush(): Brush {
  return parseBrush({
    level: 1,
    name: "bars of colour",
    tip: { size: 120, hardness: 0.92 },
    trail: { spacing: 0.05 },
    paint: { build: "even" },
  });
}

/** Bars of colour across a pad, to paint and smudge over with a brush. */
export function colourBars({ width, height }: { readonly width: number; readonly height: number }, brush: Brush) {
  const high = height / (colours.length * 1.35);
  return colours.map((colour, n) => {
    const y = (height * (n + 0.5)) / colours.length;
    const samples: readonly Sample[] = [0, 1, 2, 3].map((i) => ({
      x: high * 0.7 + ((width - high * 1.4) * i) / 3,
      y,
      time: i * 40,
      pressure: 1,
    }));
    return { colour, values: { size: high, ...bedPaint(brush) }, samples };
  });
}
