import type { Brush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import type { Ground } from "@core/ground/model";
import type { Sample } from "@core/hand/sample";
import { paintSchema } from "@core/paint/model";
import type { Pictures } from "@core/picture/picture";
import type { Quality } from "@core/qualities/table";
import { bedRoom, wholeBedFor } from "@core/stroke/bed";
import { type RenderJob, renderHand } from "@core/stroke/render";
import type { Light } from "@core/surface/light";
import { trailSchema } from "@core/trail/model";
import { inkOf } from "./ink-of";
import type { PaperColours } from "./protocol";

const PASSES = 7;
const MIDDLE: [number, number] = [0, 0];
/** One mark a tap, where it is tapped. */
const plainTrail = trailSchema.parse({});

/** Scattered by nothing that is seen: hairs stand still on the picture, instead of leaving lines. */
const stillTrail = trailSchema.parse({ scatter: 1e-6 });

/** In which colours small pictures are painted, and by which light they are shown. */
export interface PaintLook {
  readonly colours: PaperColours;
  /** null for flat */
  readonly light: Light | null;
}

/** What small pictures are painted on, and with. */
export interface VignetteLook extends PaintLook {
  /** The paper's own grain. */
  readonly grain: Ground | undefined;
}

/** One mark of the tip at full pressure, as large as the picture lets it be. */
export function tipVignette(
  brush: Brush,
  pictures: Pictures,
  width: number,
  height: number,
  look: VignetteLook,
): Promise<ImageBitmap> {
  const still = {
    ...brush,
    tip: { ...brush.tip, size: Math.min(brush.tip.size, height * 0.86), pivot: MIDDLE, over: null },
    trail: stillTrail,
    ground: null,
    paint: paintSchema.parse({}),
    responses: [],
  };
  return paint(still, pictures, [[{ x: width / 2, y: height / 2, time: 0, pressure: 1 }]], width, height, look);
}

/** What of a brush decides how it meets a grain. */
const meeting: readonly Quality[] = ["press", "depth", "grainScale", "flow", "opacity", "hardness"];

/**
 * A stroke over the grain, pressed harder and harder, as wide as the picture: with the brush's own tip, marks and paint, and all that
 * drives how it meets the ground. On a smooth one the same stroke is smooth.
 */
export function groundVignette(
  brush: Brush,
  pictures: Pictures,
  width: number,
  height: number,
  look: VignetteLook,
): Promise<ImageBitmap> {
  const { flow, opacity, build } = brush.paint;
  const shown: Brush = {
    ...brush,
    tip: { ...brush.tip, size: height * 1.3, pivot: MIDDLE },
    trail: { ...plainTrail, spacing: Math.min(0.5, brush.trail.spacing), keepStrength: brush.trail.keepStrength },
    ground: brush.ground && { ...brush.ground, anchor: "surface" },
    paint: { ...paintSchema.parse({}), flow, opacity, build },
    responses: brush.responses.filter(({ quality }) => meeting.includes(quality)),
  };
  const samples = Array.from({ length: 30 }, (_, i) => ({
    x: (width * i) / 29,
    y: height / 2,
    time: i * 8,
    pressure: i / 29,
  }));
  return paint(shown, pictures, [samples], width, height, look, { grain: look.grain });
}

/** What one to seven taps of the tip over the same place leave; over wet paint where the brush takes some. */
export function paintVignette(
  brush: Brush,
  pictures: Pictures,
  width: number,
  height: number,
  look: VignetteLook,
): Promise<ImageBitmap> {
  const gap = width / PASSES;
  const shown = {
    ...brush,
    tip: { ...brush.tip, size: Math.min(gap, height) * 0.8, pivot: MIDDLE, over: null },
    trail: stillTrail,
    ground: null,
    paint: { ...brush.paint, load: null },
  };
  const taps = Array.from({ length: PASSES }, (_, n) =>
    Array.from({ length: n + 1 }, () => [{ x: gap * (n + 0.5), y: height / 2, time: 0, pressure: 1 }]),
  ).flat();
  const wet = brush.paint.mixing > 0 || brush.paint.soften > 0;
  const bed = wet ? wholeBedFor([brush], bedRoom(width, height)) : undefined;
  return paint(shown, pictures, taps, width, height, look, { bed });
}

/** Paints strokes as a picture. */
export function paint(
  brush: Brush,
  pictures: Pictures,
  strokes: readonly (readonly Sample[])[],
  width: number,
  height: number,
  { colours, light }: PaintLook,
  below: Pick<RenderJob, "bed" | "grain"> = {},
): Promise<ImageBitmap> {
  const pixels = renderHand({
    brush,
    strokes,
    width,
    height,
    ink: inkOf(colours),
    paper: hexToRgb(colours.paper),
    seed: 1,
    light: light ?? undefined,
    ...below,
    pictures,
  });
  return createImageBitmap(new ImageData(pixels, width, height));
}
