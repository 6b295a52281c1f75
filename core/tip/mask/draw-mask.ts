import type { Kernels } from "../../kernels/load";
import { ONE } from "../../kernels/memory/q15";
import { length } from "../../numeric/length";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import type { Form } from "../picture/forms";

/** Empty pixels on either side of a mask's row. */
export const PAD = 16;
/** The bytes of a row's spans. */
export const SPAN_BYTES = 8;
/** The most columns of a mask that is sampled finely. */
export const MOST_COLUMNS = 1024;
/** A mask that is about to be drawn. The same object is used for all, so that a mark costs no allocation. */
export class Drawing {
  // What is asked for: px, the tip's long side turned by `angle` degrees, its middle's place within its pixel.
  size = 0;
  roundness = 0;
  angle = 0;
  hardness = 0;
  fx = 0;
  fy = 0;
  /** 1 left-right, 2 top-bottom, 3 both. */
  mirror = 0;
  // Its room in the kernels' memory.
  mask = 0;
  spans = 0;
  stride = 0;
  width = 0;
  height = 0;
  planes = 1;
  planeBytes = 0;
  /** From the pixel that holds the tip's middle to the mask's top left pixel. */
  left = 0;
  top = 0;
  /** Half the tip's sides as they are drawn, px, and how much weaker it is for being drawn wider than it is. */
  rx = 0;
  ry = 0;
  gain = 1;
  /** The direction of the tip's long side, y downward. */
  c = 1;
  s = 0;

  /** Finds how large a mask must be from what is asked for. */
  measure(form: Form | undefined): void {
    // What is thinner than a pixel is drawn as wide as one, and weaker: a picture's mask, or an ellipse's marks.
    const rx = (this.size / 2) * (form ? form.halfWidth : 1);
    const ry = (this.size / 2) * (form ? form.halfHeight : 1) * this.roundness;
    this.rx = Math.max(rx, 0.5);
    this.ry = Math.max(ry, 0.5);
    this.gain = form ? (rx / this.rx) * (ry / this.ry) : 1;
    this.c = cosDegrees(this.angle);
    this.s = -sinDegrees(this.angle);
    // A picture reaches into its corners, an ellipse does not.
    const reachX =
      (form ? this.rx * Math.abs(this.c) + this.ry * Math.abs(this.s) : length(this.rx * this.c, this.ry * this.s)) + 1;
    const reachY =
      (form ? this.rx * Math.abs(this.s) + this.ry * Math.abs(this.c) : length(this.rx * this.s, this.ry * this.c)) + 1;
    this.left = Math.floor(this.fx - reachX);
    this.top = Math.floor(this.fy - reachY);
    this.width = Math.ceil(this.fx + reachX) - this.left;
    this.height = Math.ceil(this.fy + reachY) - this.top;
    this.planes = form ? form.levels.sheet.planes.length : 1;
    this.stride = Math.ceil(this.width / 8) * 8 + PAD;
    this.planeBytes = this.stride * this.height * 2 + PAD * 4;
  }

  /** Bytes that the mask takes, once it is measured. */
  get bytes(): number {
    return this.planeBytes * this.planes + this.height * SPAN_BYTES;
  }

  /** Says where it is to be drawn. */
  settleAt(address: number): void {
    this.mask = address + PAD * 2;
    this.spans = address + this.planeBytes * this.planes;
  }
}

/** Draws an ellipse. */
export function drawEllipse(kernels: Kernels, d: Drawing): void {
  kernels.run.maskEllipse(
    d.mask,
    d.spans,
    d.stride,
    d.width,
    d.height,
    d.fx - d.left,
    d.fy - d.top,
    d.rx,
    d.ry,
    d.c,
    d.s,
    d.hardness,
  );
}

/** Samples a form into a mask. @param offsets room for `MOST_COLUMNS` numbers of 32 bits */
export function samplePicture(kernels: Kernels, d: Drawing, form: Form, offsets: number): void {
  const level = form.levels.for(2 * d.rx, 2 * d.ry);
  // Level pixels a mask pixel, along the tip's sides.
  const across = (level.width / (2 * d.rx)) * (d.mirror & 1 ? -1 : 1);
  const down = (level.height / (2 * d.ry)) * (d.mirror & 2 ? -1 : 1);
  const xx = d.c * across;
  const xy = d.s * across;
  const yx = -d.s * down;
  const yy = d.c * down;
  const dx = 0.5 - (d.fx - d.left);
  const dy = 0.5 - (d.fy - d.top);
  const ox = (level.width - 1) / 2 + dx * xx + dy * xy;
  const oy = (level.height - 1) / 2 + dx * yx + dy * yy;
  const strength = Math.min(ONE, Math.round(d.gain * ONE));
  const room = level.fine ? offsets : 0;
  const { at, width, height, planeBytes } = level;
  kernels.run.maskSample(
    d.mask,
    d.spans,
    d.stride,
    d.width,
    d.height,
    d.planes,
    d.planeBytes,
    ox,
    oy,
    xx,
    xy,
    yx,
    yy,
    at,
    width,
    height,
    planeBytes,
    strength,
    room,
  );
}
