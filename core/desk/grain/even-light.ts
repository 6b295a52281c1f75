import { type Plane, reduced } from "../plane";

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
  const larger = Math.min(
    BOXES,
    Math.max(0, Math.round((sigma * sigma - BOXES * variance(small)) / (variance(small + 1) - variance(small)))),
  );
  return boxed(
    plane,
    Array.from({ length: BOXES }, (_, n) => (n < larger ? small + 1 : small)),
  );
}

function boxed({ width, height, data }: Plane, radii: readonly number[]): Plane {
  let from = data;
  for (const r of radii) if (r > 0) from = boxDown(boxAcross(from, width, r), width, height, r);
  return { width, height, data: from };
}

/** The mean over `2r + 1` px of each row. */
function boxAcross(from: Float32Array<ArrayBuffer>, width: number, r: number): Float32Array<ArrayBuffer> {
  const out = new Float32Array(from.length);
  const weight = 1 / (2 * r + 1);
  const last = width - 1;
  for (let row = 0; row < from.length; row += width) {
    let sum = 0;
    for (let x = -r; x <= r; x++) sum += from[row + Math.min(last, Math.max(0, x))];
    for (let x = 0; x < width; x++) {
      out[row + x] = sum * weight;
      sum += from[row + Math.min(last, x + r + 1)] - from[row + Math.max(0, x - r)];
    }
  }
  return out;
}

/** The mean over `2r + 1` px of each column; the columns go down together, for memory is read by rows. */
function boxDown(from: Float32Array<ArrayBuffer>, width: number, height: number, r: number): Float32Array<ArrayBuffer> {
  const out = new Float32Array(from.length);
  const sums = new Float64Array(width);
  const weight = 1 / (2 * r + 1);
  const rowAt = (y: number) => Math.min(height - 1, Math.max(0, y)) * width;
  for (let y = -r; y <= r; y++) {
    const row = rowAt(y);
    for (let x = 0; x < width; x++) sums[x] += from[row + x];
  }
  for (let y = 0; y < height; y++) {
    const [row, coming, going] = [y * width, rowAt(y + r + 1), rowAt(y - r)];
    for (let x = 0; x < width; x++) {
      out[row + x] = sums[x] * weight;
      sums[x] += from[coming + x] - from[going + x];
    }
  }
  return out;
}

/** Takes away what changes only over wide distances, the fall of the light, and keeps the mean. @param radius px: what is finer stays */
export function evenlyLit(plane: Plane, radius: number): Plane {
  const { width, height, data } = plane;
  const light = blurredWide(plane, radius).data;
  let mean = 0;
  for (let i = 0; i < data.length; i++) mean += data[i];
  mean /= data.length;
  const out = new Float32Array(data.length);
  for (let i = 0; i < data.length; i++) out[i] = Math.min(1, Math.max(0, data[i] - light[i] + mean));
  return { width, height, data: out };
}

/** The side at which light is looked at: what changes over wide distances is there in a small picture too. */
const LIGHT_SIDE = 256;

/** How uneven the light is: the range of the plane blurred widely, 0…1. */
export function unevenLight(plane: Plane): number {
  const small = reduced(plane, LIGHT_SIDE);
  const light = blurredWide(small, Math.min(small.width, small.height) / 8).data;
  let low = 1;
  let high = 0;
  for (const v of light) {
    low = Math.min(low, v);
    high = Math.max(high, v);
  }
  return high - low;
}
