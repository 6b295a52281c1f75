import type { Kernels } from "../kernels/load";
import { ONE } from "../kernels/marks";
import type { Form } from "./forms";

/** Empty pixels on either side of a mask's row. */
export const PAD = 16;
/** The bytes of a row's spans. */
export const SPAN_BYTES = 8;
/** The most columns of a mask that is sampled finely. */
export const MOST_COLUMNS = 1024;
/** Ellipses below this size on their short side are drawn four times as large and averaged, so that hairlines keep their weight … */
const DRAWN_LARGER_BELOW = 4;
const LARGER = 4;
/** … unless they are long: a long thin tip would cost too much. */
const LARGER_TIP = 64;

/** Room for a mask in the kernels' memory, and how the tip lies in it. */
export interface Blank {
  readonly mask: number;
  readonly spans: number;
  readonly stride: number;
  readonly width: number;
  readonly height: number;
  readonly planes: number;
  readonly planeBytes: number;
  /** The tip's middle, in mask pixels. */
  readonly cx: number;
  readonly cy: number;
  /** The direction of the tip's long side, y downward. */
  readonly c: number;
  readonly s: number;
}

/** Draws an ellipse of half axes rx ≥ ry, px. */
export function drawEllipse(kernels: Kernels, blank: Blank, size: number, roundness: number, rx: number, ry: number, hardness: number): void {
  const { mask, spans, stride, width, height, cx, cy, c, s } = blank;
  if (size < LARGER_TIP && size * roundness < DRAWN_LARGER_BELOW) drawLarger(kernels, blank, rx, ry, hardness);
  else kernels.run.maskEllipse(mask, spans, stride, width, height, cx, cy, rx, ry, c, s, hardness);
}

function drawLarger({ heap, run }: Kernels, { mask, spans, stride, width, height, cx, cy, c, s }: Blank, rx: number, ry: number, hardness: number): void {
  const columns = width * LARGER;
  const rows = height * LARGER;
  const largeStride = Math.ceil(columns / 8) * 8 + PAD;
  const bytes = largeStride * rows * 2 + PAD * 4 + rows * SPAN_BYTES;
  const block = heap.takeCleared(bytes);
  const large = block + PAD * 2;
  run.maskEllipse(large, block + largeStride * rows * 2 + PAD * 4, largeStride, columns, rows, cx * LARGER, cy * LARGER, rx * LARGER, ry * LARGER, c, s, hardness);
  const words = heap.u16;
  words.fill(0, mask / 2 - PAD, mask / 2 + stride * height);
  words.fill(0, spans / 2, spans / 2 + (height * SPAN_BYTES) / 2);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let dy = 0; dy < LARGER; dy++) for (let dx = 0; dx < LARGER; dx++) sum += words[large / 2 + (y * LARGER + dy) * largeStride + x * LARGER + dx];
      words[mask / 2 + y * stride + x] = Math.round(sum / (LARGER * LARGER));
    }
    words[spans / 2 + y * 4 + 1] = width;
  }
  heap.give(block, bytes);
}

/**
 * Samples a form into a mask.
 * @param mirror 1 left-right, 2 top-bottom, 3 both @param rx @param ry half the sides it is drawn with, px
 * @param gain how much weaker it is for being drawn wider than it is @param offsets room for `MOST_COLUMNS` numbers of 32 bits
 */
export function samplePicture(kernels: Kernels, blank: Blank, form: Form, mirror: number, rx: number, ry: number, gain: number, offsets: number): void {
  const { mask, spans, stride, width, height, planes, planeBytes, cx, cy, c, s } = blank;
  const level = form.levels.for(2 * rx, 2 * ry);
  // Level pixels a mask pixel, along the tip's sides.
  const across = (level.width / (2 * rx)) * (mirror & 1 ? -1 : 1);
  const down = (level.height / (2 * ry)) * (mirror & 2 ? -1 : 1);
  const xx = c * across;
  const xy = s * across;
  const yx = -s * down;
  const yy = c * down;
  const ox = (level.width - 1) / 2 + (0.5 - cx) * xx + (0.5 - cy) * xy;
  const oy = (level.height - 1) / 2 + (0.5 - cx) * yx + (0.5 - cy) * yy;
  const strength = Math.min(ONE, Math.round(gain * ONE));
  const room = level.fine ? offsets : 0;
  kernels.run.maskSample(mask, spans, stride, width, height, planes, planeBytes, ox, oy, xx, xy, yx, yy, level.at, level.width, level.height, level.planeBytes, strength, room);
}
