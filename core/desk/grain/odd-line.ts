import { type Plane, reducedTo } from "../plane";

/** The longest side at which lines are looked for, px, and how far directions are from one another, degrees. */
const SIDE = 256;
const STEP = 1.5;
/** Shorter lines than this share of the side are none. */
const SHORTEST = 0.5;
/** A line is odd that is so many times as far off as this share of those beside it, the same way. */
const MOST = 0.9;
/** px over which a line is compared with what lies beside it. */
const BESIDE = 12;

/** A line that runs through a grain alone: repeated, it would be seen as bars. */
export interface OddLine {
  /** How much darker (below 0) or lighter it is than what lies beside it, −1…1. */
  readonly by: number;
  /** How many times as much as lines of its kind usually are. */
  readonly times: number;
  /** Its direction, degrees, counter-clockwise as seen; 0 lies across. */
  readonly direction: number;
}

/**
 * The line through a plane that differs most from what lies beside it, as a Radon transform finds it (J. Radon, 1917): means along lines
 * of all directions, each against the middle of its neighbours'. Weaves and wood have many such, so that none is odd.
 */
export function oddLine(plane: Plane): OddLine {
  const side = Math.min(SIDE, plane.width, plane.height);
  const { data } = reducedTo(plane, side, side);
  let found: OddLine = { by: 0, times: 0, direction: 0 };
  for (let direction = 0; direction < 180; direction += STEP) {
    const means = projected(data, side, direction);
    const offs = means.map((mean, n) =>
      mean === undefined ? 0 : mean - middleOf(means.slice(Math.max(0, n - BESIDE), n + BESIDE + 1)),
    );
    const by = offs.reduce((most, off) => (Math.abs(off) > Math.abs(most) ? off : most), 0);
    const usual = quantile(offs.map(Math.abs), MOST);
    const times = usual > 0 ? Math.abs(by) / usual : 0;
    if (times > found.times) found = { by, times, direction };
  }
  return found;
}

/** Means along all lines of a direction, from one side to the other; undefined where a line is short. */
function projected(data: Float32Array, side: number, direction: number): (number | undefined)[] {
  const [across, down] = [Math.sin((direction * Math.PI) / 180), Math.cos((direction * Math.PI) / 180)];
  const half = (side - 1) / 2;
  const reach = Math.ceil(side * Math.SQRT1_2);
  const sums = new Float64Array(2 * reach + 1);
  const counts = new Uint32Array(2 * reach + 1);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const bin = reach + Math.round((x - half) * across + (y - half) * down);
      sums[bin] += data[y * side + x];
      counts[bin]++;
    }
  return Array.from(sums, (sum, n) => (counts[n] >= SHORTEST * side ? sum / counts[n] : undefined));
}

function middleOf(values: readonly (number | undefined)[]): number {
  return quantile(
    values.filter((value) => value !== undefined),
    0.5,
  );
}

function quantile(values: readonly number[], share: number): number {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.floor(share * (sorted.length - 1))] ?? 0;
}
