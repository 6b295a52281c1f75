import { type Brush, scaledBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { handOf } from "@core/hand/drawn";
import { wave } from "@core/hand/simulate";
import { noPictures, type Picture, type Pictures } from "@core/picture/picture";
import { bedFor, bedRoom, wholeBedFor } from "@core/stroke/bed";
import { type RenderJob, renderHand } from "@core/stroke/render";
import { type StripScene, stripScene } from "@core/stroke/strip-scene";
import { tableLight } from "@core/surface/light";
import { inkOf } from "~/engine/ink-of";
import type { Below, StrokeAsk } from "./protocol";

/** What would not be seen on white paper is seen on this. */
const GREY = "#8a9296";
/** Making ink lighter by more leaves little to see on white. */
const PALE = 0.5;
const lightening: readonly string[] = ["screen", "lighten", "color-dodge", "plus-lighter"];

function lightens({ paint }: Brush): boolean {
  return lightening.includes(paint.blend) || paint.lightness > PALE;
}

/** The colour of what lies below. */
const UNDER = "#d8963c";

/** Paints a brush's strokes on paper. @param under the pictures of what lies below */
export function strokePicture(ask: StrokeAsk, pictures: Pictures, under: Pictures = noPictures): Promise<ImageBitmap> {
  const { width, height } = ask;
  return createImageBitmap(new ImageData(strokePixels(ask, pictures, under), width, height));
}

/** As `strokePicture`, its RGBA. */
export function strokePixels(ask: StrokeAsk, pictures: Pictures, under: Pictures): Uint8ClampedArray<ArrayBuffer> {
  const { width, height, colours, below } = ask;
  const paper = hexToRgb(lightens(ask.brush) ? GREY : colours.paper);
  const ink = inkOf(colours);
  const scene = sceneOf(ask, pictures);
  return renderHand({
    ...scene,
    ...(below ? laidBelow(below, width, height, under) : {}),
    width,
    height,
    ink,
    paper,
    seed: 1,
    light: tableLight,
    pictures,
  });
}

function sceneOf({ brush, width, height, hand, scale }: StrokeAsk, pictures: Pictures): StripScene {
  const draw = hand && handOf(hand);
  return stripScene(scale === undefined ? brush : scaledBrush(brush, scale), width, height, pictures, draw);
}

/** What lies below strokes in a picture of this size, px. @param pictures those of the paint that lies there */
export function laidBelow(
  below: Below,
  width: number,
  height: number,
  pictures: Pictures,
): Pick<RenderJob, "bed" | "under"> {
  if (below.kind === "needed") return { bed: bedFor(below.brushes, bedRoom(width, height)) };
  if (below.kind === "bed") return { bed: wholeBedFor(below.brushes, bedRoom(width, height)) };
  if (below.kind === "paint") return { bed: undefined, under: wavePicture(below.brush, pictures, width, height) };
  return { bed: undefined };
}

/** Another brush's wave, as a picture that lies below. */
function wavePicture(brush: Brush, pictures: Pictures, width: number, height: number): Picture {
  const scene = stripScene(brush, width, height, pictures, wave);
  const ink = { colour: hexToRgb(UNDER), second: hexToRgb("#ffffff") };
  const data = renderHand({ ...scene, width, height, ink, paper: null, seed: 2, pictures });
  return { width, height, channels: 4, data: new Uint8Array(data.buffer), full: 255 };
}
