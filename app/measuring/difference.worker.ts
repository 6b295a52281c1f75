import type { Brush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import type { Sample } from "@core/hand/sample";
import { pictureDifference } from "@core/measure/picture-difference";
import { renderHand } from "@core/stroke/render";
import { fetchPictures } from "~/engine/fetch-pictures";
import type { PaperColours } from "~/engine/protocol";

/** Two brushes that are to be compared on the same strokes. */
export interface DifferenceAsk {
  readonly turn: number;
  readonly from: Brush;
  readonly to: Brush;
  readonly strokes: readonly (readonly Sample[])[];
  readonly width: number;
  readonly height: number;
  readonly colours: PaperColours;
}

export type DifferenceTell =
  | {
      readonly kind: "found";
      readonly turn: number;
      readonly picture: ImageBitmap;
      readonly mean: number;
      readonly most: number;
      readonly changed: number;
    }
  | { readonly kind: "fault"; readonly turn: number; readonly message: string };

let newest = 0;

async function compare({ turn, from, to, strokes, width, height, colours }: DifferenceAsk): Promise<void> {
  const paper = hexToRgb(colours.paper);
  const ink = { colour: hexToRgb(colours.ink), second: hexToRgb(colours.second) };
  const paint = async (brush: Brush) =>
    renderHand({
      brush,
      strokes,
      width,
      height,
      ink,
      paper,
      seed: 1,
      pictures: await fetchPictures(brush),
      bed: { left: 0, top: height * 0.1, width, height: height * 0.8 },
    });
  const before = await paint(from);
  await new Promise((resolve) => setTimeout(resolve));
  if (turn !== newest) return;
  const { pixels, mean, most, changed } = pictureDifference(before, await paint(to), paper);
  const picture = await createImageBitmap(new ImageData(pixels, width, height));
  const tell: DifferenceTell = { kind: "found", turn, picture, mean, most, changed };
  postMessage(tell, { transfer: [picture] });
}

addEventListener("message", ({ data }: MessageEvent<DifferenceAsk>) => {
  newest = data.turn;
  compare(data).catch((error: unknown) => {
    const tell: DifferenceTell = {
      kind: "fault",
      turn: data.turn,
      message: error instanceof Error ? error.message : String(error),
    };
    postMessage(tell);
  });
});
