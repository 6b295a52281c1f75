/** A wet place's neighbourhood in plain numbers, row by row, 0…1 each. */
export interface WetGround {
  readonly width: number;
  readonly height: number;
  /** How much of each place is wet, 0 where it is dry. */
  readonly volumes: Float64Array;
  /** The same blurred: it falls towards dry edges. */
  readonly edge: Float64Array;
  readonly heights: Float64Array;
  readonly mottle: Float64Array;
}

/** How pigment moves; `pull` in shares a step where `edge` falls by one in a px, the others 0…1. */
export interface WetMoves {
  readonly pull: number;
  readonly spread: number;
  readonly granulation: number;
}

/** What floats in water and what has settled. */
export interface Pigment {
  readonly floats: Float64Array;
  readonly settled: Float64Array;
}

/**
 * One step of pigment in water, as the kernels take it: to each wet neighbour goes a share of what floats, by itself and with
 * the water, which is drawn to edges and into valleys; then some settles.
 * @param rate how fast it moves, 0…1
 */
export function washStep(
  ground: WetGround,
  { pull, spread, granulation }: WetMoves,
  { floats, settled }: Pigment,
  rate: number,
): Pigment {
  const { width, height, volumes, edge, heights, mottle } = ground;
  const next = floats.slice();
  const exchange = (i: number, j: number) => {
    const narrow = Math.min(volumes[i], volumes[j]);
    if (narrow === 0) return;
    const drawn = pull * (edge[i] - edge[j]) * (0.55 + 0.45 * (mottle[i] + mottle[j]));
    const sinks = 0.06 * granulation * (heights[i] - heights[j]);
    const carried = Math.min(0.12, Math.max(-0.12, drawn + sinks));
    const wanders = 0.11 * spread * (0.5 + 0.25 * (heights[i] + heights[j]));
    const there = (narrow / volumes[i]) * (wanders + Math.max(carried, 0)) * floats[i];
    const back = (narrow / volumes[j]) * (wanders + Math.max(-carried, 0)) * floats[j];
    next[i] -= rate * (there - back);
    next[j] += rate * (there - back);
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (x + 1 < width) exchange(i, i + 1);
      if (y + 1 < height) exchange(i, i + width);
    }
  }
  const sunk = settled.slice();
  for (let i = 0; i < next.length; i++) {
    if (volumes[i] === 0) continue;
    const settles = 0.02 * Math.max(0.1, 1 + granulation * (0.5 - heights[i])) * next[i];
    next[i] -= settles;
    sunk[i] += settles;
  }
  return { floats: next, settled: sunk };
}

/** A transparent film of these densities over a colour that was multiplied by its cover, on a sheet: what one sees through it. */
export function filmOver(
  [r, g, b, alpha]: readonly [number, number, number, number],
  densities: readonly [number, number, number],
  sheet: readonly [number, number, number],
): readonly [number, number, number] {
  const seen = [r, g, b].map((c, i) => (c + (1 - alpha) * sheet[i]) * Math.exp(-densities[i]));
  return [seen[0], seen[1], seen[2]];
}
