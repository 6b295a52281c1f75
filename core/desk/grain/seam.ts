import type { Plane } from "../plane";

/** px of a border, and of any other row or column, that are looked at together: a short cut must not be lost in a long border. */
const PIECE = 32;
/** Of the pieces of all rows and columns, so many have smaller steps than those the border's worst is compared with. */
const USUAL_WORST = 0.995;

/**
 * How much a tile's border is seen: the mean step across it ÷ the mean step between neighbouring rows and columns inside, or the same of
 * its worst piece and the worst that are usual inside, whichever is more. About 1 is unseen.
 */
export function seamOf({ width, height, data }: Plane): number {
  const steps = new PieceMeans();
  const border = new PieceMeans();
  for (let y = 0; y < height; y++) {
    const into = (y + 1) % height === 0 ? border : steps;
    for (let x = 0; x < width; x++) into.add(Math.abs(data[((y + 1) % height) * width + x] - data[y * width + x]));
    into.end();
  }
  for (let x = 0; x < width; x++) {
    const into = (x + 1) % width === 0 ? border : steps;
    for (let y = 0; y < height; y++) into.add(Math.abs(data[y * width + ((x + 1) % width)] - data[y * width + x]));
    into.end();
  }
  if (steps.mean === 0) return border.mean > 0 ? Number.POSITIVE_INFINITY : 1;
  return Math.max(border.mean / steps.mean, border.worst(1) / (steps.worst(USUAL_WORST) || steps.mean));
}

/** Means of steps by pieces, and of all. */
class PieceMeans {
  private readonly pieces: number[] = [];
  private sum = 0;
  private count = 0;
  private piece = 0;
  private inPiece = 0;

  add(step: number): void {
    this.sum += step;
    this.count++;
    this.piece += step;
    if (++this.inPiece === PIECE) this.close();
  }

  /** A row or column is over: what is left of it is no whole piece, and counts where there is none. */
  end(): void {
    if (this.pieces.length === 0 && this.inPiece > 0) this.close();
    this.piece = 0;
    this.inPiece = 0;
  }

  get mean(): number {
    return this.count > 0 ? this.sum / this.count : 0;
  }

  /** The mean of a piece of which a share has smaller ones. */
  worst(share: number): number {
    const sorted = Float64Array.from(this.pieces).sort();
    return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
  }

  private close(): void {
    this.pieces.push(this.piece / this.inPiece);
    this.piece = 0;
    this.inPiece = 0;
  }
}
