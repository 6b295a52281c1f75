import type { Plane } from "../plane";

/** straight: from one line to another; round: from a middle outward. */
export const fadeShapes = ["straight", "round"] as const;

/** How a tip fades on its sheet, px. */
export interface Fade {
  readonly shape: (typeof fadeShapes)[number];
  /** Where it begins: a place on the first line, or the middle … */
  readonly x0: number;
  readonly y0: number;
  /** … and where nothing is left: a place on the last line, or on the rim. */
  readonly x1: number;
  readonly y1: number;
  /** The share of the way that stays as it is, 0…1. */
  readonly full: number;
  /** The other way round: nothing where it begins. */
  readonly turned: boolean;
}

/** What a fade leaves of the strength at a place, 0…1: eased at both ends, t²(3 − 2t). */
export function fadeAt({ shape, x0, y0, x1, y1, full, turned }: Fade, x: number, y: number): number {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const square = dx * dx + dy * dy;
  if (square === 0) return 1;
  const way =
    shape === "straight"
      ? ((x - x0) * dx + (y - y0) * dy) / square
      : Math.sqrt(((x - x0) ** 2 + (y - y0) ** 2) / square);
  const t = Math.min(1, Math.max(0, full < 1 ? (way - full) / (1 - full) : way < 1 ? 0 : 1));
  const gone = t * t * (3 - 2 * t);
  return turned ? gone : 1 - gone;
}

/** A plane that fades; a place is a px's middle. */
export function faded({ width, height, data }: Plane, fade: Fade): Plane {
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (data[i] > 0) out[i] = data[i] * fadeAt(fade, x + 0.5, y + 0.5);
    }
  return { width, height, data: out };
}
