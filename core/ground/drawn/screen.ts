import { each, GRAIN_SIDE, type Sheet } from "./sheet";

/** How far a px lies from the nearest dot one way, in cells: −½…½. */
function fromDot(px: number, across: number): number {
  const at = ((px + 0.5) / GRAIN_SIDE) * across;
  return at - Math.round(at);
}

/** A halftone screen of round dots: a tone grows them from their middles. */
export function dots(across: number): Sheet {
  return each((x, y) => {
    const u = fromDot(x, across);
    const v = fromDot(y, across);
    return 1 - Math.sqrt(u * u + v * v);
  });
}

/** A screen of lines. */
export function lines(across: number): Sheet {
  return each((_, y) => 1 - Math.abs(fromDot(y, across)));
}

/** A screen of two sets of lines that cross. */
export function crosses(across: number): Sheet {
  return each((x, y) => 1 - Math.min(Math.abs(fromDot(x, across)), Math.abs(fromDot(y, across))));
}
