import type { Area } from "@core/surface/picture";

/** An 8-bit RGBA picture whose rows are `stride` px long. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly stride: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

/** How often a picture is halved: an eighth is the smallest. */
export const HALVINGS = 3;

/** A picture at half its size, a quarter and an eighth: each px the mean of four, for looking at it from afar. */
export class Halves {
  private readonly levels: Pixels[] = [];

  constructor(width: number, height: number) {
    let [w, h] = [width, height];
    for (let n = 0; n < HALVINGS; n++) {
      [w, h] = [Math.ceil(w / 2), Math.ceil(h / 2)];
      this.levels.push({ width: w, height: h, stride: w, data: new Uint8ClampedArray(w * h * 4) });
    }
  }

  /** The picture halved so often, 1 … 3 times. */
  at(level: number): Pixels {
    return this.levels[level - 1];
  }

  /** Takes over a part of the whole picture that has changed. */
  refresh(whole: Pixels, area: Area): void {
    let from = whole;
    let { left, top, right, bottom } = area;
    for (const level of this.levels) {
      [left, top] = [left >> 1, top >> 1];
      [right, bottom] = [Math.min(level.width, (right + 1) >> 1), Math.min(level.height, (bottom + 1) >> 1)];
      halve(from, level, left, top, right, bottom);
      from = level;
    }
  }
}

function halve(from: Pixels, to: Pixels, left: number, top: number, right: number, bottom: number): void {
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
