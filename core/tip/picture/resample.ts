import type { Sheet } from "./sheet";

/** A sheet of half the sides, rounded up: each pixel the mean of what it covers. */
export function halved({ width, height, planes }: Sheet): Sheet {
  const w = Math.ceil(width / 2);
  const h = Math.ceil(height / 2);
  return { width: w, height: h, planes: planes.map((plane) => shrink(plane, width, height, w, h)) };
}

/** Makes a plane smaller, each pixel the mean of the area it covers. */
export function shrink(
  plane: Uint16Array,
  width: number,
  height: number,
  toWidth: number,
  toHeight: number,
): Uint16Array {
  if (width === toWidth && height === toHeight) return plane;
  const across = toWidth === width ? plane : shrinkRows(plane, width, height, toWidth);
  if (toHeight === height) return across;
  const out = new Uint16Array(toWidth * toHeight);
  const step = height / toHeight;
  const sums = new Float64Array(toWidth);
  for (let y = 0; y < toHeight; y++) {
    const from = y * step;
    const to = Math.min(height, from + step);
    sums.fill(0);
    for (let i = Math.floor(from); i < to; i++) {
      const weight = Math.min(i + 1, to) - Math.max(i, from);
      const row = i * toWidth;
      for (let x = 0; x < toWidth; x++) sums[x] += weight * across[row + x];
    }
    for (let x = 0; x < toWidth; x++) out[y * toWidth + x] = sums[x] / (to - from) + 0.5;
  }
  return out;
}

function shrinkRows(plane: Uint16Array, width: number, height: number, toWidth: number): Uint16Array {
  const out = new Uint16Array(toWidth * height);
  const step = width / toWidth;
  for (let x = 0; x < toWidth; x++) {
    const from = x * step;
    const to = Math.min(width, from + step);
    const first = Math.floor(from);
    const last = Math.ceil(to) - 1;
    const firstWeight = Math.min(first + 1, to) - from;
    const lastWeight = to - last;
    for (let y = 0; y < height; y++) {
      const row = y * width;
      let sum = firstWeight * plane[row + first];
      for (let i = first + 1; i < last; i++) sum += plane[row + i];
      if (last > first) sum += lastWeight * plane[row + last];
      out[y * toWidth + x] = sum / (to - from) + 0.5;
    }
  }
  return out;
}
