import { parseBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { createKernels } from "@core/kernels/load";
import { MARK_BYTES, MARK_WORDS, ONE, roundingThresholds, toQ15 } from "@core/kernels/marks";
import { StrokePainter } from "@core/stroke/painter";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import { Tiles } from "@core/surface/tiles";
import { TipMasks } from "@core/tip/masks";
import { noPictures } from "@core/tip/picture";
import { createCanvas } from "@napi-rs/canvas";
import { timed } from "./median";

const SIDE = 2048;
const HARDNESS = 0.5;
const FLOW = 0.2;

export interface StampRow {
  readonly size: number;
  readonly marks: number;
  /** Mpx/s: marks × size² ÷ time. */
  readonly cover: number;
  readonly tint: number;
  readonly stroke: number;
  readonly skia: number;
}

/** The same marks of one soft round tip: our kernels, a whole stroke of ours, and Skia's drawImage. */
export function measureStamping(size: number): StampRow {
  const marks = Math.round(Math.min(60_000, Math.max(200, 1.2e8 / (size * size))));
  const places = Array.from({ length: marks }, (_, n) => ({ x: size / 2 + ((n * 37.7) % (SIDE - size)), y: size / 2 + ((n * 61.3) % (SIDE - size)) }));
  const speed = (ms: number) => (marks * size * size) / ms / 1000;
  return {
    size,
    marks,
    cover: speed(timeKernel("coverBuild", size, places)),
    tint: speed(timeKernel("tintBuild", size, places)),
    stroke: strokeSpeed(size),
    skia: speed(timeSkia(size, places)),
  };
}

interface Place {
  readonly x: number;
  readonly y: number;
}

function timeKernel(law: "coverBuild" | "tintBuild", size: number, places: readonly Place[]): number {
  const kernels = createKernels();
  const surface = new Surface(kernels, SIDE, SIDE);
  const tiles = new Tiles(kernels, surface.columns, surface.rows, law === "coverBuild" ? 1 : 4);
  const mask = new TipMasks(kernels).of({
    shape: { kind: "ellipse" },
    pictures: noPictures,
    picture: 0,
    size,
    roundness: 1,
    angle: 0,
    hardness: HARDNESS,
    opened: 1,
    mirrorX: 0,
    mirrorY: 0,
    fx: 0,
    fy: 0,
  });
  if (!mask) throw new Error("no mask");
  const batch = kernels.heap.take(places.length * MARK_BYTES);
  places.forEach(({ x, y }, n) => {
    const row = [
      mask.mask,
      mask.spans,
      mask.stride,
      Math.floor(x) + mask.left,
      Math.floor(y) + mask.top,
      mask.width,
      mask.height,
      toQ15(FLOW),
      ONE,
      roundingThresholds(n),
      (n * 97) % ONE,
      (n * 31) % ONE,
      (n * 53) % ONE,
    ];
    kernels.heap.i32.set(row, batch / 4 + n * MARK_WORDS);
  });
  kernels.onTile((index) => tiles.make(index));
  return timed(() => kernels.run[law](batch, places.length, tiles.table, surface.columns, surface.rows, surface.dirty));
}

/** Samples to shown pixels: conditioning, walking, responses, tip, laying, and the dirty tiles as RGBA8. */
function strokeSpeed(size: number): number {
  const brush = parseBrush({ level: 1, name: "perf", tip: { size, hardness: HARDNESS }, trail: { spacing: 0.1 }, paint: { flow: FLOW } });
  const ink = { colour: hexToRgb("#1f2a30"), second: hexToRgb("#ffffff") };
  const kernels = createKernels();
  const wanted = Math.min(40_000, 1.2e8 / (size * size));
  const rows = Math.max(1, Math.round((wanted * size * 0.1) / SIDE));
  // A hand that goes to and fro over the sheet, 12 px between readings, in batches as a screen delivers them.
  const samples = Array.from({ length: rows * 170 }, (_, i) => {
    const row = Math.floor(i / 170);
    const along = (i % 170) * 12;
    return { x: row % 2 ? SIDE - along : along, y: ((row * 29) % SIDE) + (i % 170) * 0.05, time: i * 4, pressure: 0.5 };
  });
  let painted = 0;
  const ms = timed(() => {
    const surface = new Surface(kernels, SIDE, SIDE);
    const picture = new Picture(surface, hexToRgb("#ffffff"));
    const painter = new StrokePainter(surface, brush, ink, 1);
    for (let i = 0; i < samples.length; i += 40) {
      painter.push(samples.slice(i, i + 40));
      picture.show(surface.takeDirty());
    }
    painter.end();
    picture.show(surface.takeDirty());
    painted = painter.painted;
    picture.release();
    surface.release();
  }, 5);
  return (painted * size * size) / ms / 1000;
}

function timeSkia(size: number, places: readonly Place[]): number {
  const tip = createCanvas(size, size);
  const drawing = tip.getContext("2d");
  const fade = drawing.createRadialGradient(size / 2, size / 2, (size / 2) * HARDNESS, size / 2, size / 2, size / 2);
  fade.addColorStop(0, "rgba(31, 42, 48, 1)");
  fade.addColorStop(1, "rgba(31, 42, 48, 0)");
  drawing.fillStyle = fade;
  drawing.fillRect(0, 0, size, size);
  const canvas = createCanvas(SIDE, SIDE);
  const context = canvas.getContext("2d");
  context.globalAlpha = FLOW;
  return timed(() => {
    for (const { x, y } of places) context.drawImage(tip, Math.floor(x - size / 2), Math.floor(y - size / 2));
    // Reading a pixel makes sure that everything has been drawn.
    context.getImageData(0, 0, 1, 1);
  });
}
