import { halfOf, halve, type Pixels } from "@core/picture/halve";
import type { Area } from "@core/surface/picture";

/** How often a picture is halved: an eighth is the smallest. */
export const HALVINGS = 3;

/** A picture at half its size, a quarter and an eighth, for looking at it from afar. */
export class Halves {
  private readonly levels: Pixels[] = [];

  constructor(width: number, height: number) {
    for (let n = 0; n < HALVINGS; n++) this.levels.push(halfOf(this.levels[n - 1] ?? { width, height }));
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
