import { type Brush, scaledBrush } from "@core/brush";
import { lightToHeavy, type SimulatedHand, slowSwell, wave } from "@core/hand/simulate";
import type { Pictures } from "@core/picture/picture";
import { bedFor } from "@core/stroke/bed";
import { type StripScene, stripScene } from "@core/stroke/strip-scene";
import { type PaintLook, paint } from "./vignettes";

/** Pieces lower than this, px, have room for one stroke only. */
const LOW_PIECE = 120;

/** The hands of a piece, one below the other, and how high the room of each is, px. */
function handsOf(height: number): { readonly hands: readonly SimulatedHand[]; readonly each: number } {
  return height < LOW_PIECE
    ? { hands: [slowSwell], each: height }
    : { hands: [lightToHeavy, slowSwell, wave], each: height / 3 };
}

/** How many times as large as it is a brush may be shown in a piece of this size, px, so that none of its marks is cut; 1 at most. */
export function pieceScale(brush: Brush, pictures: Pictures, width: number, height: number): number {
  const { hands, each } = handsOf(height);
  const sizes = hands.map((hand) => stripScene(brush, width, each, pictures, hand).brush.tip.size);
  return Math.min(1, ...sizes.map((size) => size / brush.tip.size));
}

/**
 * The strokes of a brush at a scale in which none of its marks is cut: light to heavy, a slow swell and a wave, one below the other.
 * @param beside all brushes that are seen beside one another: what lies below is the same for them
 */
export function stripPiece(
  brush: Brush,
  pictures: Pictures,
  width: number,
  height: number,
  scale: number,
  look: PaintLook,
  beside: readonly Brush[],
): Promise<ImageBitmap> {
  const { hands, each } = handsOf(height);
  const shown = scaledBrush(brush, scale);
  const scenes: readonly StripScene[] = hands.map((hand) => stripScene(shown, width, each, pictures, hand));
  const strokes = scenes.flatMap((scene, n) =>
    scene.strokes.map((stroke) => stroke.map((sample) => ({ ...sample, y: sample.y + each * n }))),
  );
  const bed = bedFor(beside, { left: 0, top: height * 0.05, width, height: height * 0.9 });
  return paint(shown, pictures, strokes, width, height, look, { bed });
}
