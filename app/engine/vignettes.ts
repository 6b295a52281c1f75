import { type Brush, parseBrush, scaledBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import type { Sample } from "@core/hand/sample";
import { lightToHeavy, type Room, slowSwell, wave } from "@core/hand/simulate";
import { paintSchema } from "@core/paint/model";
import { noPictures, type Pictures } from "@core/picture/picture";
import { bedRoom } from "@core/stroke/bed";
import { renderHand } from "@core/stroke/render";
import { type StripScene, stripScene } from "@core/stroke/strip-scene";
import { tableLight } from "@core/surface/relief";
import { trailSchema } from "@core/trail/model";
import type { PaperColours } from "./protocol";

const PASSES = 7;
const MIDDLE: [number, number] = [0, 0];
/** One mark a tap, where it is tapped. */
const plainTrail = trailSchema.parse({});

/** Scattered by nothing that is seen: hairs stand still on the picture, instead of leaving lines. */
const stillTrail = trailSchema.parse({ scatter: 1e-6 });

/** One mark of the tip at full pressure, as large as the picture lets it be. */
export function tipVignette(
  brush: Brush,
  pictures: Pictures,
  width: number,
  height: number,
  colours: PaperColours,
): Promise<ImageBitmap> {
  const size = Math.min(brush.tip.size, height * 0.86);
  const still = {
    ...brush,
    tip: { ...brush.tip, size, pivot: MIDDLE },
    trail: stillTrail,
    ground: null,
    paint: paintSchema.parse({}),
    responses: [],
  };
  return paint(still, pictures, [[{ x: width / 2, y: height / 2, time: 0, pressure: 1 }]], width, height, colours);
}

/** Pieces lower than this, px, have room for one stroke only. */
const LOW_PIECE = 120;

/** Three strokes of a brush one below the other, light to heavy, a slow swell and a wave, none of whose marks is cut. */
export function stripPiece(
  brush: Brush,
  pictures: Pictures,
  width: number,
  height: number,
  colours: PaperColours,
): Promise<ImageBitmap> {
  const {
    brush: shown,
    strokes,
    bed,
  } = height < LOW_PIECE ? stripScene(brush, width, height, pictures) : threeStrokes(brush, width, height, pictures);
  return paint(shown, pictures, strokes, width, height, colours, bed);
}

/** As a strip's scene, in three rooms. */
function threeStrokes(brush: Brush, width: number, height: number, pictures: Pictures): StripScene {
  const third = height / 3;
  const hands = [lightToHeavy, slowSwell, wave];
  const scenes = hands.map((hand) => stripScene(brush, width, third, pictures, hand));
  // All three at the size of the one that had to be smallest.
  const smallest = Math.min(...scenes.map((scene) => scene.brush.tip.size));
  const shown = scaledBrush(brush, smallest / brush.tip.size);
  const strokes = hands.flatMap((hand, n) =>
    stripScene(shown, width, third, pictures, hand).strokes.map((stroke) =>
      stroke.map((sample) => ({ ...sample, y: sample.y + third * n })),
    ),
  );
  const bed = bedRoom(brush, { left: 0, top: height * 0.05, width, height: height * 0.9 });
  return { brush: shown, strokes, bed };
}

/** The grain as the brush meets it, pressed harder and harder: with its own flow and hardness, and what drives its press and depth. */
export function groundVignette(
  brush: Brush,
  pictures: Pictures,
  width: number,
  height: number,
  colours: PaperColours,
): Promise<ImageBitmap> {
  const size = height * 1.6;
  const ground = brush.ground && { ...brush.ground, anchor: "surface" as const };
  const shown = parseBrush({
    level: 1,
    name: "ground",
    trail: { spacing: 0.05 },
    ground,
    ...(ground
      ? {
          tip: { size, hardness: brush.tip.hardness },
          paint: { flow: brush.paint.flow, opacity: brush.paint.opacity },
          responses: brush.responses.filter(({ quality }) => quality === "press" || quality === "depth"),
        }
      : {
          tip: { size, hardness: 0 },
          paint: { flow: 0.12 },
          responses: [{ quality: "flow", source: "pressure", low: 0.1 }],
        }),
  });
  const samples = Array.from({ length: 30 }, (_, i) => ({
    x: (width * i) / 29,
    y: height / 2,
    time: i * 8,
    pressure: i / 29,
  }));
  return paint(shown, pictures, [samples], width, height, colours);
}

/** What one to seven strokes over the same place leave. */
export function paintVignette(
  brush: Brush,
  width: number,
  height: number,
  colours: PaperColours,
): Promise<ImageBitmap> {
  const gap = width / PASSES;
  const size = Math.min(gap, height) * 0.8;
  const shown = {
    ...brush,
    tip: {
      ...brush.tip,
      shape: { kind: "ellipse" as const },
      size,
      roundness: 1,
      hardness: Math.max(0.8, brush.tip.hardness),
      pivot: MIDDLE,
    },
    trail: plainTrail,
    ground: null,
    paint: { ...brush.paint, mixing: 0, soften: 0, load: null },
  };
  const taps = Array.from({ length: PASSES }, (_, n) =>
    Array.from({ length: n + 1 }, () => [{ x: gap * (n + 0.5), y: height / 2, time: 0, pressure: 1 }]),
  ).flat();
  return paint(shown, noPictures, taps, width, height, colours);
}

function paint(
  brush: Brush,
  pictures: Pictures,
  strokes: readonly (readonly Sample[])[],
  width: number,
  height: number,
  colours: PaperColours,
  bed?: Room,
): Promise<ImageBitmap> {
  const pixels = renderHand({
    brush,
    strokes,
    width,
    height,
    ink: { colour: hexToRgb(colours.ink), second: hexToRgb(colours.second) },
    paper: hexToRgb(colours.paper),
    seed: 1,
    light: tableLight,
    bed,
    pictures,
  });
  return createImageBitmap(new ImageData(pixels, width, height));
}
