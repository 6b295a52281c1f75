import { parseBrush } from "@core/brush";
import { slowSwell, steadyLine } from "@core/hand/simulate";
import { groundLaws } from "@core/kernels/ground-laws";
import type { Picture } from "@core/picture/picture";
import { renderHand } from "@core/stroke/render";

/** The size of what `grainStrokes` draws, px: a row for each law, a column for each depth. */
export const STROKES_WIDTH = 1080;
export const STROKES_HEIGHT = 270;
export const DEPTHS = [0.3, 0.6, 0.9] as const;

const PATH = "grains/desk.png";
const ink = { colour: [0.12, 0.16, 0.19], second: [1, 1, 1] } as const;
const LINES = 3;

/** What each stroke of a cell is painted with: a dry one, a wash, a slow swell. */
const manners = [
  { tip: { size: 22, hardness: 0.7 }, paint: { flow: 0.25 }, hand: steadyLine },
  { tip: { size: 26, hardness: 0.2 }, paint: { flow: 0.06, opacity: 0.7 }, hand: steadyLine },
  {
    tip: { size: 24, hardness: 0.6 },
    paint: { flow: 0.5 },
    responses: [{ quality: "size", source: "pressure", low: 0.15 }],
    hand: slowSwell,
  },
] as const;

/** A dry stroke, a wash and a slow swell on a grain in all laws at three depths; undefined when nobody waits for it any more. */
export async function grainStrokes(grain: Picture, still: () => Promise<boolean>): Promise<ImageBitmap | undefined> {
  const sheet = new OffscreenCanvas(STROKES_WIDTH, STROKES_HEIGHT);
  const drawing = sheet.getContext("2d");
  if (!drawing) throw new Error("this browser cannot draw outside the page");
  const pictures = new Map([[PATH, grain]]);
  const width = STROKES_WIDTH / DEPTHS.length;
  const height = STROKES_HEIGHT / groundLaws.length / LINES;
  for (const [row, law] of groundLaws.entries()) {
    for (const [column, depth] of DEPTHS.entries()) {
      if (!(await still())) return undefined;
      for (const [line, { hand, ...part }] of manners.entries()) {
        const brush = parseBrush({
          level: 1,
          name: "desk",
          ...part,
          trail: { spacing: 0.06 },
          ground: { grain: { kind: "picture", file: PATH }, law, depth },
        });
        const room = { left: 16, top: height * 0.25, width: width - 32, height: height * 0.5 };
        const pixels = renderHand({
          brush,
          strokes: hand(room).strokes,
          width,
          height,
          ink,
          paper: [0.992, 0.992, 0.992],
          seed: 1,
          pictures,
        });
        drawing.putImageData(
          new ImageData(pixels, width, height),
          column * width,
          row * height * LINES + line * height,
        );
      }
    }
  }
  return sheet.transferToImageBitmap();
}
