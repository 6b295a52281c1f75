import { type Brush, brushText, parseBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { writeRgba } from "@core/formats/png/png";
import { stripHand } from "@core/hand/proof";
import { renderHand } from "@core/stroke/render";

/** A picture of a brush's stroke on nothing, as shelves and specimens show it. */
export interface StripJob {
  /** The brush as canonical text, so that equal jobs are equal texts. */
  readonly brush: string;
  readonly width: number;
  readonly height: number;
  readonly colour: string;
}

export function stripJob(brush: Brush, width: number, height: number, colour: string): StripJob {
  return { brush: brushText(brush), width, height, colour };
}

/** Paints the strip and encodes it as PNG. A brush larger than the strip is shown smaller, keeping its proportions. */
export function paintStrip({ brush, width, height, colour }: StripJob): Uint8Array {
  const value = parseBrush(JSON.parse(brush));
  // What strays to the sides must fit too.
  const size = Math.min(value.tip.size, (height * 0.6) / (1 + 2 * value.trail.scatter));
  const strip = { ...value, tip: { ...value.tip, size } };
  const pixels = renderHand({
    brush: strip,
    strokes: stripHand(width, height).strokes,
    width,
    height,
    ink: { colour: hexToRgb(colour), second: hexToRgb("#ffffff") },
    paper: null,
    seed: 1,
  });
  return writeRgba(pixels, width, height);
}
