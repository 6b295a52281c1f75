import type { Plane } from "./plane";

/** Three boxes of this radius blur nearly as a Gaussian of σ = radius. */
const BOXES = 3;

/** A plane blurred by three boxes; beyond its border it goes on as at the border. */
export function blurredWide({ width, height, data }: Plane, radius: number): Plane {
  const r = Math.max(1, Math.round(radius));
  let from = data;
  for (let pass = 0; pass < BOXES; pass++) {
    const along = boxLines(from, height, width, width, 1, r);
    from = boxLines(along, width, height, 1, width, r);
  }
  return { width, height, data: from };
}

/** The mean over `2r + 1` places along each of `lines` lines of `count` places. */
function boxLines(from: Float32Array<ArrayBuffer>, lines: number, count: number, lineStep: number, step: number, r: number): Float32Array<ArrayBuffer> {
  const out = new Float32Array(from.length);
  const weight = 1 / (2 * r + 1);
  for (let line = 0; line < lines; line++) {
    const base = line * lineStep;
    const at = (i: number) => from[base + Math.min(count - 1, Math.max(0, i)) * step];
    let sum = 0;
    for (let i = -r; i <= r; i++) sum += at(i);
    for (let i = 0; i < count; i++) {
      out[base + i * step] = sum * weight;
      sum += at(i + r + 1) - at(i - r);
    }
  }
  return out;
}

/** Takes away what changes only over wide distances, the fall of the light, and keeps the mean. @param radius px: what is finer stays */
export function evenlyLit(plane: Plane, radius: number): Plane {
  const { width, height, data } = plane;
  const light = blurredWide(plane, radius).data;
  let mean = 0;
  for (const v of data) mean += v;
  mean /= data.length;
  return { width, height, data: data.map((v, i) => Math.min(1, Math.max(0, v - light[i] + mean))) };
}

/** How uneven the light is: the range of the plane blurred widely, 0…1. */
export function unevenLight(plane: Plane): number {
  const light = blurredWide(plane, Math.min(plane.width, plane.height) / 8).data;
  let low = 1;
  let high = 0;
  for (const v of light) {
    low = Math.min(low, v);
    high = Math.max(high, v);
  }
  return high - low;
}
