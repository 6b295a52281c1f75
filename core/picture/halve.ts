/** An 8-bit RGBA picture whose rows are `stride` px long. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly stride: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

/** An empty picture of half the size; odd sides are rounded up. */
export function halfOf({ width, height }: { readonly width: number; readonly height: number }): Pixels {
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  return { width: w, height: h, stride: w, data: new Uint8ClampedArray(w * h * 4) };
}

/** Writes px `left`, `top` … `right`, `bottom` of a half-sized picture: each the mean of four. Opaque pictures, or premultiplied ones. */
export function halve(from: Pixels, to: Pixels, left = 0, top = 0, right = to.width, bottom = to.height): void {
  const [source, target] = [from.data, to.data];
  for (let y = top; y < bottom; y++) {
    const above = Math.min(from.height - 1, 2 * y) * from.stride;
    const below = Math.min(from.height - 1, 2 * y + 1) * from.stride;
    for (let x = left; x < right; x++) {
      const a = Math.min(from.width - 1, 2 * x);
      const b = Math.min(from.width - 1, 2 * x + 1);
      const [p, q, r, s] = [(above + a) * 4, (above + b) * 4, (below + a) * 4, (below + b) * 4];
      const at = (y * to.stride + x) * 4;
      for (let c = 0; c < 4; c++)
        target[at + c] = (source[p + c] + source[q + c] + source[r + c] + source[s + c] + 2) >> 2;
    }
  }
}

/** A picture halved until no side is longer than this, px. */
export function halvedTo(longest: number, picture: Pixels): Pixels {
  let now = picture;
  while (Math.max(now.width, now.height) > longest) {
    const half = halfOf(now);
    halve(now, half);
    now = half;
  }
  return now;
}
