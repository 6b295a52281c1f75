import { type Brush, scaledBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import type { Sample } from "@core/hand/sample";
import { character, coveragesWithin } from "@core/measure/character";
import type { Pictures } from "@core/picture/picture";
import { renderHand } from "@core/stroke/render";
import { tableLight } from "@core/surface/light";
import { inkOf } from "~/engine/ink-of";
import type { PaperColours } from "~/engine/protocol";
import { type BuildShown, buildPasses } from "./protocol";

/** A brush is shown at this share of the picture's height at most. */
const LARGEST = 0.2;

/** One stroke that goes to and fro and crosses itself on the left, three that cross one another on the right. */
export async function buildShown(
  brush: Brush,
  pictures: Pictures,
  colours: PaperColours,
  width: number,
  height: number,
): Promise<BuildShown> {
  const shown = scaledBrush(brush, Math.min(1, (height * LARGEST) / brush.tip.size));
  const half = width / 2;
  const edge = shown.tip.size / 2 + 6;
  const line = (x0: number, y0: number, x1: number, y1: number, begins: number): Sample[] =>
    Array.from({ length: 24 }, (_, i) => ({
      x: x0 + ((x1 - x0) * i) / 23,
      y: y0 + ((y1 - y0) * i) / 23,
      time: begins + i * 10,
      pressure: 0.8,
    }));
  const ends: [number, number, number, number][] = [
    [edge, height * 0.3, half - edge, height * 0.7],
    [half - edge, height * 0.7, half - edge, height * 0.3],
    [half - edge, height * 0.3, edge, height * 0.7],
    [edge, height * 0.7, half - edge, height * 0.5],
  ];
  const once = ends.flatMap((corners, n) => line(...corners, n * 240));
  const apart = [ends[0], ends[2], ends[3]].map(([x0, y0, x1, y1]) => line(half + x0, y0, half + x1, y1, 0));
  const pixels = renderHand({
    brush: shown,
    strokes: [once, ...apart],
    width,
    height,
    ink: inkOf(colours),
    paper: hexToRgb(colours.paper),
    seed: 1,
    light: tableLight,
    pictures,
  });
  const { builds } = character(brush, pictures);
  return {
    picture: await createImageBitmap(new ImageData(pixels, width, height)),
    within: coveragesWithin(brush, buildPasses, pictures),
    anew: buildPasses.map((passes) => builds[passes - 1]),
  };
}
