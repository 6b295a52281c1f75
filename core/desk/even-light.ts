import type { Plane } from "./plane";

/** So many boxes blur nearly as a Gaussian. */
const BOXES = 3;

/** A plane blurred by three boxes of this radius, a little more than a Gaussian of σ = radius; beyond its border it goes on as at the border. */
export function blurredWide(plane: Plane, radius: number): Plane {
  const r = Math.max(1, Math.round(radius));
  return boxed(plane, [r, r, r]);
}

/** A plane blurred as by a Gaussian of this σ, px: boxes of two widths, so that their variances add up to its own. */
export function blurredBy(plane: Plane, sigma: number): Plane {
  // W. M. Wells, "Efficient synthesis of Gaussian filters by cascaded uniform filters" (1986): n boxes of width w have the variance n·(w² − 1)/12.
  const width = Math.sqrt((12 * sigma * sigma) / BOXES + 1);
  const small = Math.max(0, Math.floor((width - 1) / 2));
  const variance = (r: number) => ((2 * r + 1) ** 2 - 1) / 12;
  const larger = Math.min(BOXES, Math.max(0, Math.round((sigma * sigma - BOXES * variance(small)) / (variance(small + 1) - variance(small)))));
  return boxed(
    plane,
    Array.from({ length: BOXES }, (_, n) => (n < larger ? small + 1 : small)),
  );
}

function boxed({ width, height, data }: Plane, radii: readonly number[]): Plane {
  let from = data;
  for (const r of radii) if (r > 0) from = boxLines(boxLines(from, height, width, width, 1, r), width, height, 1, width, r);
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
