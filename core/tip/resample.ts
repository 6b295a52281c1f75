import type { Sheet } from "./read-picture";

/** A sheet of half the sides, rounded up: each pixel the mean of what it covers. */
export function halved({ width, height, planes }: Sheet): Sheet {
  const w = Math.ceil(width / 2);
  const h = Math.ceil(height / 2);
  return { width: w, height: h, planes: planes.map((plane) => shrink(plane, width, height, w, h)) };
}

/** Makes a plane smaller, each pixel the mean of the area it covers. */
export function shrink(plane: Uint16Array, width: number, height: number, toWidth: number, toHeight: number): Uint16Array {
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

/** A plane made larger, linearly between its pixels' middles; beyond the outermost ones it stays as they are. */
export function enlarged(plane: Uint16Array, width: number, height: number, toWidth: number, toHeight: number): Uint16Array {
  if (width === toWidth && height === toHeight) return plane;
  const out = new Uint16Array(toWidth * toHeight);
  const across = places(width, toWidth);
  const down = places(height, toHeight);
  // Each row of the plane is stretched once, and lies between the rows that need it.
  let [above, below] = [new Float64Array(toWidth), new Float64Array(toWidth)];
  let [aboveRow, belowRow] = [-1, -1];
  const stretch = (row: Float64Array, y: number) => {
    const from = y * width;
    for (let x = 0; x < toWidth; x++) {
      const left = plane[from + across.first[x]];
      row[x] = left + across.share[x] * (plane[from + across.second[x]] - left);
    }
  };
  for (let y = 0; y < toHeight; y++) {
    const [upper, lower, share] = [down.first[y], down.second[y], down.share[y]];
    if (upper === belowRow && upper !== aboveRow) {
      [above, below] = [below, above];
      [aboveRow, belowRow] = [belowRow, aboveRow];
    }
    if (upper !== aboveRow) stretch(above, upper);
    if (lower !== belowRow) stretch(below, lower);
    aboveRow = upper;
    belowRow = lower;
    const to = y * toWidth;
    for (let x = 0; x < toWidth; x++) out[to + x] = above[x] + share * (below[x] - above[x]) + 0.5;
  }
  return out;
}

/** For each place of a longer side, the two pixels of the shorter one around it, and how far it lies towards the second. */
function places(side: number, toSide: number): { readonly first: Int32Array; readonly second: Int32Array; readonly share: Float64Array } {
  const first = new Int32Array(toSide);
  const second = new Int32Array(toSide);
  const share = new Float64Array(toSide);
  for (let i = 0; i < toSide; i++) {
    const inside = Math.min(side - 1, Math.max(0, (i + 0.5) * (side / toSide) - 0.5));
    first[i] = Math.floor(inside);
    second[i] = Math.min(side - 1, first[i] + 1);
    share[i] = inside - first[i];
  }
  return { first, second, share };
}

/** How many pixels of a level there are for one of a mask, each way. */
export type Fineness = 1 | 2 | 4 | 8;

/**
 * A plane with a border on all sides, blurred to the mean over `fineness` pixels each way: what one pixel of a mask sees of
 * a level that is so much finer. 1 blurs nothing.
 */
export function blurred(plane: Uint16Array, width: number, height: number, border: number, fineness: Fineness): Uint16Array {
  const stride = width + 2 * border;
  const rows = height + 2 * border;
  const out = new Uint16Array(stride * rows);
  for (let y = 0; y < height; y++) out.set(plane.subarray(y * width, (y + 1) * width), (y + border) * stride + border);
  if (fineness === 1) return out;
  const once = new Uint16Array(stride * rows);
  const half = fineness / 2;
  meanAcross(out, once, half);
  meanDown(once, out, stride, rows, half);
  return out;
}

/** The mean over `half` whole places and half a place more on both sides of the middle one, less half: 2·half in all, along rows. */
function meanAcross(from: Uint16Array, to: Uint16Array, half: number): void {
  // 4·half is a power of two.
  const shift = 33 - Math.clz32(half);
  const rounding = 2 * half;
  let whole = 0;
  for (let i = 0; i < 2 * half; i++) whole += from[i];
  for (let i = half; i < from.length - half; i++) {
    whole += from[i + half];
    // The two at the ends count half.
    to[i] = (2 * whole - from[i - half] - from[i + half] + rounding) >> shift;
    whole -= from[i - half];
  }
}

/** As `meanAcross`, along columns: all columns of a row at a time. */
function meanDown(from: Uint16Array, to: Uint16Array, stride: number, rows: number, half: number): void {
  // 4·half is a power of two.
  const shift = 33 - Math.clz32(half);
  const rounding = 2 * half;
  const wholes = new Int32Array(stride);
  for (let y = 0; y < 2 * half; y++) for (let x = 0; x < stride; x++) wholes[x] += from[y * stride + x];
  for (let y = half; y < rows - half; y++) {
    const first = (y - half) * stride;
    const last = (y + half) * stride;
    const row = y * stride;
    for (let x = 0; x < stride; x++) {
      const whole = wholes[x] + from[last + x];
      to[row + x] = (2 * whole - from[first + x] - from[last + x] + rounding) >> shift;
      wholes[x] = whole - from[first + x];
    }
  }
}
