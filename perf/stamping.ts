import { type Brush, parseBrush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import { createKernels, type Kernels } from "@core/kernels/load";
import { MARK_BYTES, MARK_WORDS, roundingThresholds } from "@core/kernels/mark-record";
import { ONE, toQ15 } from "@core/kernels/memory/q15";
import { Tiles } from "@core/kernels/memory/tiles";
import { noPictures } from "@core/picture/picture";
import { MarkMaker } from "@core/stroke/make-marks";
import { MARK_NUMBERS, markField } from "@core/stroke/mark-list";
import { Surface } from "@core/surface/surface";
import { maskField } from "@core/tip/mask/mask-table";
import { snapPlace, snapSize, TipMasks } from "@core/tip/mask/masks";
import { createCanvas } from "@napi-rs/canvas";
import { SIDE, toAndFro } from "./hand";
import { strokeWork } from "./stroke";
import { bestOfTurns, type Work } from "./timing";

const HARDNESS = 0.5;
const FLOW = 0.2;
const RUNS = 12;

/** How works of one run compare. */
export function ratiosOf({ size, along, about }: StampRow) {
  return {
    size,
    along: {
      coverToSkia: along.cover / along.skia,
      tintToSkia: along.tint / along.skia,
      strokeToSkia: along.stroke / along.skia,
      strokeToCover: along.stroke / along.cover,
      wholeToCover: along.whole / along.cover,
    },
    about: { coverToSkia: about.cover / about.skia, tintToSkia: about.tint / about.skia },
  };
}

export interface StampRow {
  readonly size: number;
  readonly marks: number;
  /** Marks one after the other along a stroke; Mpx/s: marks × size² ÷ time. `stroke` is shown as it is drawn, `whole` once at its end. */
  readonly along: {
    readonly cover: number;
    readonly tint: number;
    readonly stroke: number;
    readonly whole: number;
    readonly skia: number;
  };
  /** As many marks scattered over the sheet. */
  readonly about: { readonly cover: number; readonly tint: number; readonly skia: number };
}

interface Place {
  readonly x: number;
  readonly y: number;
}

/** The same marks of a soft round tip, along a stroke and scattered: our bare kernels, our whole stroke, and Skia's drawImage. */
export function measureStamping(size: number): StampRow {
  const brush = parseBrush({
    level: 1,
    name: "perf",
    tip: { size, hardness: HARDNESS },
    trail: { spacing: 0.1 },
    paint: { flow: FLOW },
  });
  const samples = toAndFro(Math.min(40_000, Math.max(150, 1.2e8 / (size * size))), size);
  const stroke = strokeWork(brush, samples);
  const whole = strokeWork(brush, samples, noPictures, Number.POSITIVE_INFINITY);
  bestOfTurns(0, [stroke]);
  const marks = stroke.marks();
  const along = placesOf(brush, samples);
  const about = scattered(along.length, size);
  const works = [
    kernelWork("coverBuild", brush, along),
    kernelWork("tintBuild", brush, along),
    stroke,
    whole,
    skiaWork(brush, along),
    kernelWork("coverBuild", brush, about),
    kernelWork("tintBuild", brush, about),
    skiaWork(brush, about),
  ];
  const [cover, tint, drawn, atOnce, skia, coverAbout, tintAbout, skiaAbout] = bestOfTurns(RUNS, works).map(
    (ms) => (marks * size * size) / ms / 1000,
  );
  return {
    size,
    marks,
    along: { cover, tint, stroke: drawn, whole: atOnce, skia },
    about: { cover: coverAbout, tint: tintAbout, skia: skiaAbout },
  };
}

/** The marks of a stroke that fall on the sheet, as the walker makes them. */
function placesOf(brush: Brush, samples: readonly Sample[]): Place[] {
  const maker = new MarkMaker(brush, 1);
  maker.push(samples);
  maker.end();
  const { values, count } = maker.marks;
  return Array.from({ length: count }, (_, i) => ({
    x: values[i * MARK_NUMBERS + markField.x],
    y: values[i * MARK_NUMBERS + markField.y],
  }));
}

/** Places all over the sheet. */
function scattered(count: number, size: number): Place[] {
  return Array.from({ length: count }, (_, n) => ({
    x: size / 2 + ((n * 37.7) % (SIDE - size)),
    y: size / 2 + ((n * 61.3) % (SIDE - size)),
  }));
}

/** The marks as the kernels take them, with the mask of each one's sub-pixel place. */
function batchOf(kernels: Kernels, brush: Brush, places: readonly Place[]): number {
  const { tip } = brush;
  const masks = new TipMasks(kernels);
  const size = snapSize(tip.size);
  const batch = kernels.heap.take(places.length * MARK_BYTES);
  const ask = {
    shape: tip.shape,
    pictures: noPictures,
    picture: 0,
    size,
    roundness: 1,
    angle: 0,
    hardness: tip.hardness,
    opened: 1,
    mirrorX: 0,
    mirrorY: 0,
    fx: 0,
    fy: 0,
  };
  places.forEach((place, n) => {
    const [x, y] = [snapPlace(place.x, size), snapPlace(place.y, size)];
    ask.fx = x - Math.floor(x);
    ask.fy = y - Math.floor(y);
    const mask = masks.of(ask);
    if (!mask) throw new Error("no mask");
    const where = [
      mask.mask,
      mask.spans,
      mask.stride,
      Math.floor(x) + mask.left,
      Math.floor(y) + mask.top,
      mask.width,
      mask.height,
    ];
    const colour = [(n * 97) % ONE, (n * 31) % ONE, (n * 53) % ONE];
    const row = masks.find(ask);
    const strengthened = masks.strengthen(row, toQ15(FLOW));
    const strengths = strengthened
      ? [masks.rows[row + maskField.strengths], masks.rows[row + maskField.strong]]
      : [0, 0];
    kernels.heap.i32.set(
      [...where, toQ15(FLOW), ONE, roundingThresholds(n), ...colour, 0, 0, 0, 0, 0, 0, 0, ...strengths, 1, 0],
      batch / 4 + n * MARK_WORDS,
    );
  });
  return batch;
}

function kernelWork(law: "coverBuild" | "tintBuild", brush: Brush, places: readonly Place[]): Work {
  const kernels = createKernels();
  const surface = new Surface(kernels, SIDE, SIDE);
  const tiles = new Tiles(kernels, surface.columns, surface.rows, law === "coverBuild" ? 1 : 4);
  const batch = batchOf(kernels, brush, places);
  kernels.onTile((index) => tiles.make(index));
  return {
    run: () => kernels.run[law](batch, places.length, tiles.table, surface.columns, surface.rows, surface.dirty),
  };
}

function skiaWork(brush: Brush, places: readonly Place[]): Work {
  const { size } = brush.tip;
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
  return {
    run: () => {
      // Whole pixels: Skia's quickest way.
      for (const { x, y } of places) context.drawImage(tip, Math.floor(x - size / 2), Math.floor(y - size / 2));
      // Reading a pixel makes sure that everything has been drawn.
      context.getImageData(0, 0, 1, 1);
    },
  };
}
