import { type Plane, reducedTo } from "../plane";

/** The side at which repeats are looked for, px, and the shifts that are too short to be one. */
const SIDE = 64;
const NEAR = 6;

/** The strongest likeness of a tile with itself, moved along and down, as a circular autocorrelation. */
export interface Repeat {
  /** −1…1; above about 0.5 it is seen. */
  readonly strength: number;
  /** The move, px of the tile. */
  readonly dx: number;
  readonly dy: number;
}

/** Looks for a part of a tile that comes again within it. */
export function repeatOf(plane: Plane): Repeat {
  const small = reducedTo(plane, SIDE, SIDE);
  const n = SIDE * SIDE;
  let mean = 0;
  for (const v of small.data) mean += v;
  mean /= n;
  const v = small.data.map((value) => value - mean);
  let power = 0;
  for (const value of v) power += value * value;
  let best: Repeat = { strength: 0, dx: 0, dy: 0 };
  if (power < 1e-9) return best;
  for (let dy = 0; dy <= SIDE / 2; dy++) {
    for (let dx = -SIDE / 2; dx <= SIDE / 2; dx++) {
      if (dx * dx + dy * dy < NEAR * NEAR || (dy === 0 && dx < 0)) continue;
      let sum = 0;
      for (let y = 0; y < SIDE; y++) {
        const row = ((y + dy) % SIDE) * SIDE;
        for (let x = 0; x < SIDE; x++) sum += v[y * SIDE + x] * v[row + ((x + dx + SIDE) % SIDE)];
      }
      if (sum / power > best.strength)
        best = { strength: sum / power, dx: (dx * plane.width) / SIDE, dy: (dy * plane.height) / SIDE };
    }
  }
  return best;
}
