import { parseBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { blendNames } from "@core/kernels/blend-modes";
import { createKernels } from "@core/kernels/load";
import { paintHand, StrokePainter } from "@core/stroke/painter";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import { type Canvas, createCanvas, type GlobalCompositeOperation } from "@napi-rs/canvas";
import { unlessSmall } from "./small";
import { bestOf, bestOfTurns } from "./timing";

const LAYERS = unlessSmall(10, 2);
const ink = { colour: hexToRgb("#1f4fa0"), second: hexToRgb("#ffffff") };

export interface LayersSpeed {
  /** Ten layers of 4000×3000 px flattened to RGBA8, ms. */
  readonly ours: number;
  readonly skia: number;
  /** From a stroke's marks to shown tiles on ten layers of 6000×4500 px, ms, for brushes of 100 and 1000 px; and how many tiles that were. */
  readonly shown: readonly { readonly size: number; readonly ms: number; readonly tiles: number }[];
}

/** Ten painted layers with three blend modes among them: flattened whole, beside Skia; and shown after one stroke. */
export function measureLayers(): LayersSpeed {
  const { ours, skia } = flattening();
  return { ours, skia, shown: unlessSmall([100, 1000], [100]).map(showing) };
}

function flattening(): { ours: number; skia: number } {
  const [width, height] = unlessSmall([4000, 3000], [400, 300]);
  const surface = new Surface(createKernels(), width, height, LAYERS);
  const canvases: Canvas[] = [];
  const brush = parseBrush({
    level: 1,
    name: "perf",
    tip: { size: 900, hardness: 0 },
    trail: { spacing: 0.3 },
    paint: { flow: 0.3 },
  });
  surface.layers.forEach((layer, n) => {
    layer.blend = n > 0 && n % 3 === 0 ? blendNames[n / 3] : "source-over";
    layer.opacity = n % 2 ? 0.8 : 1;
    surface.paintOn(n);
    const rows = Array.from({ length: 6 }, (_, r) =>
      Array.from({ length: 30 }, (_, i) => ({ x: (i * width) / 29, y: 250 + r * 500, time: i * 8, pressure: 1 })),
    );
    paintHand(surface, brush, { ...ink, colour: [n / LAYERS, 0.5, 1 - n / LAYERS] }, rows, n);
    const canvas = createCanvas(width, height);
    const context = canvas.getContext("2d");
    context.fillStyle = `rgba(${n * 25}, 120, ${255 - n * 25}, 0.7)`;
    context.fillRect(0, 0, width, height);
    canvases.push(canvas);
  });
  surface.dry();
  const picture = new Picture(surface, hexToRgb("#ffffff"));
  const target = createCanvas(width, height);
  const context = target.getContext("2d");
  const [ours, skia] = bestOfTurns(3, [
    { run: () => picture.showAll() },
    {
      run: () => {
        context.globalAlpha = 1;
        context.globalCompositeOperation = "source-over";
        context.fillStyle = "#ffffff";
        context.fillRect(0, 0, width, height);
        canvases.forEach((canvas, n) => {
          context.globalAlpha = surface.layers[n].opacity;
          context.globalCompositeOperation = surface.layers[n].blend as GlobalCompositeOperation;
          context.drawImage(canvas, 0, 0);
        });
        // Skia may draw later: reading makes it finish.
        context.getImageData(0, 0, width, height);
      },
    },
  ]);
  picture.release();
  surface.release();
  return { ours, skia };
}

function showing(size: number): { size: number; ms: number; tiles: number } {
  const surface = new Surface(createKernels(), 6000, 4500, LAYERS);
  const cover = parseBrush({ level: 1, name: "cover", tip: { size: 1000, hardness: 0 }, trail: { spacing: 0.5 } });
  for (let n = 0; n < LAYERS; n++) {
    surface.paintOn(n);
    paintHand(
      surface,
      cover,
      ink,
      [Array.from({ length: 12 }, (_, i) => ({ x: 400 + i * 450, y: 2250, time: i * 8, pressure: 1 }))],
      1,
    );
  }
  const picture = new Picture(surface, hexToRgb("#ffffff"));
  picture.show(surface.takeDirty());
  const brush = parseBrush({ level: 1, name: "perf", tip: { size }, trail: { spacing: 0.1 }, paint: { flow: 0.3 } });
  let tiles = 0;
  const ms = bestOf(4, () => {
    const painter = new StrokePainter(surface, brush, ink, 1);
    painter.push([
      { x: 2000, y: 2250, time: 0, pressure: 1 },
      { x: 2060, y: 2250, time: 16, pressure: 1 },
      { x: 2120, y: 2250, time: 32, pressure: 1 },
    ]);
    const dirty = surface.takeDirty();
    tiles = dirty.length;
    picture.show(dirty);
    painter.end();
    surface.takeDirty();
  });
  surface.release();
  return { size, ms, tiles };
}
