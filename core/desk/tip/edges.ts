import { blurredBy } from "../grain/even-light";
import { type Plane, planeOf } from "../plane";
import { depthWithin } from "./distance";

/** Up to this strength a px counts as outside. */
export const NEARLY_NOTHING = 0.02;

/** A plane blurred nearly as by a Gaussian; beyond its border there is nothing. @param sigma px */
export function blurredTip(plane: Plane, sigma: number): Plane {
  const pad = Math.ceil(3 * sigma) + 2;
  const { width, height } = plane;
  const blurred = blurredBy(onLarger(plane, pad), sigma);
  return planeOf(width, height, (x, y) => blurred.data[(y + pad) * blurred.width + x + pad]);
}

function onLarger({ width, height, data }: Plane, pad: number): Plane {
  const out = {
    width: width + 2 * pad,
    height: height + 2 * pad,
    data: new Float32Array((width + 2 * pad) * (height + 2 * pad)),
  };
  for (let y = 0; y < height; y++) out.data.set(data.subarray(y * width, (y + 1) * width), (y + pad) * out.width + pad);
  return out;
}

/** Adds what a blur of 2 px takes away, `amount` times; the border counts as going on. */
export function sharpened(plane: Plane, amount: number): Plane {
  const soft = blurredBy(plane, 2).data;
  return { ...plane, data: plane.data.map((v, i) => Math.min(1, Math.max(0, v + amount * (v - soft[i])))) };
}

/** Fades the edge inwards over a distance. @param radius px */
export function feathered(plane: Plane, radius: number): Plane {
  const { width, height, data } = plane;
  const depth = depthWithin(width, height, (i) => data[i] > NEARLY_NOTHING).data;
  return { ...plane, data: data.map((v, i) => v * eased(Math.min(1, depth[i] / (radius + 1)))) };
}

function eased(t: number): number {
  return t * t * (3 - 2 * t);
}

/** Grows a tip by a distance, or shrinks it by a negative one: each px becomes the strongest or weakest within a disc. @param by px, whole */
export function grown(plane: Plane, by: number): Plane {
  if (by === 0) return plane;
  if (by < 0) return turnedOver(grown(turnedOver(plane), -by));
  const { width, height, data } = plane;
  const out = data.slice();
  const row = new Float32Array(width);
  for (let dy = 0; dy <= by; dy++) {
    const half = Math.floor(Math.sqrt(by * by - dy * dy));
    for (let y = 0; y < height; y++) {
      strongestWithin(data.subarray(y * width, (y + 1) * width), half, row);
      for (const to of dy === 0 ? [y] : [y - dy, y + dy]) {
        if (to < 0 || to >= height) continue;
        for (let x = 0; x < width; x++) if (row[x] > out[to * width + x]) out[to * width + x] = row[x];
      }
    }
  }
  return { width, height, data: out };
}

function turnedOver(plane: Plane): Plane {
  return { ...plane, data: plane.data.map((v) => 1 - v) };
}

/** The greatest of `2·half + 1` neighbours: running maxima of blocks from both ends (M. van Herk, 1992). */
function strongestWithin(from: Float32Array, half: number, to: Float32Array): void {
  const n = from.length;
  const block = 2 * half + 1;
  const total = n + 2 * half;
  const at = (i: number) => (i < half || i >= n + half ? 0 : from[i - half]);
  const forward = new Float32Array(total);
  const backward = new Float32Array(total);
  for (let i = 0; i < total; i++) forward[i] = i % block === 0 ? at(i) : Math.max(forward[i - 1], at(i));
  for (let i = total - 1; i >= 0; i--)
    backward[i] = i === total - 1 || (i + 1) % block === 0 ? at(i) : Math.max(backward[i + 1], at(i));
  for (let x = 0; x < n; x++) to[x] = Math.max(backward[x], forward[x + block - 1]);
}

/** Full above a strength and nothing below it, with a soft step a tenth wide so that the edge keeps its smoothness. */
export function cutOff(plane: Plane, at: number): Plane {
  return { ...plane, data: plane.data.map((v) => Math.min(1, Math.max(0, (v - at) * 10 + 0.5))) };
}
