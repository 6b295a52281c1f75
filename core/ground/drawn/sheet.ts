import { chance } from "../../chance/counter";

/** The side of a grain, px. */
export const GRAIN_SIDE = 512;
const PX = GRAIN_SIDE * GRAIN_SIDE;

/** Numbers of a grain's px, row by row, a square that tiles. */
export type Sheet = Float64Array<ArrayBuffer>;

/** The sheet whose px (x, y) is `value(x, y)`. */
export function each(value: (x: number, y: number) => number): Sheet {
  const out = new Float64Array(PX);
  for (let y = 0; y < GRAIN_SIDE; y++) for (let x = 0; x < GRAIN_SIDE; x++) out[y * GRAIN_SIDE + x] = value(x, y);
  return out;
}

/** A sheet at a px that may lie outside: it goes on for ever. */
export function wrapped(x: number, y: number): number {
  return (((y % GRAIN_SIDE) + GRAIN_SIDE) % GRAIN_SIDE) * GRAIN_SIDE + (((x % GRAIN_SIDE) + GRAIN_SIDE) % GRAIN_SIDE);
}

/**
 * Noise without any lattice: chance for each px, blurred to a spread of `across`×`down` px, with a mean of 0 and a deviation
 * of 1.
 */
export function cloud(seed: number, across: number, down = across): Sheet {
  const out = blurred(
    each((x, y) => chance(seed, y * GRAIN_SIDE + x, 11) - 0.5),
    across,
    down,
  );
  return evened(out);
}

/** With a mean of 0 and a deviation of 1. */
function evened(sheet: Sheet): Sheet {
  let sum = 0;
  let squares = 0;
  for (const v of sheet) {
    sum += v;
    squares += v * v;
  }
  const mean = sum / PX;
  const deviation = Math.sqrt(Math.max(1e-12, squares / PX - mean * mean));
  for (let i = 0; i < PX; i++) sheet[i] = (sheet[i] - mean) / deviation;
  return sheet;
}

/**
 * Blurs a sheet by three boxes each way, which together are nearly a Gaussian of this deviation (px), and so the same in every
 * direction. P. Kovesi, "Fast almost-Gaussian filtering", DICTA 2010.
 */
export function blurred(sheet: Sheet, across: number, down = across): Sheet {
  let now = sheet;
  for (const width of boxWidths(across)) now = boxed(now, width, 1, GRAIN_SIDE);
  for (const width of boxWidths(down)) now = boxed(now, width, GRAIN_SIDE, 1);
  return now;
}

function boxWidths(deviation: number): readonly number[] {
  const ideal = Math.sqrt(4 * deviation * deviation + 1);
  const low = Math.max(1, 2 * Math.floor((ideal - 1) / 2) + 1);
  const small = Math.round((12 * deviation * deviation - 3 * low * low - 12 * low - 9) / (-4 * low - 4));
  return [0, 1, 2].map((n) => (n < Math.min(3, Math.max(0, small)) ? low : low + 2));
}

function boxed(from: Sheet, width: number, step: number, line: number): Sheet {
  if (width <= 1) return from;
  const out = new Float64Array(PX);
  const half = (width - 1) / 2;
  for (let n = 0; n < GRAIN_SIDE; n++) {
    const start = n * line;
    let sum = 0;
    for (let i = -half; i <= half; i++) sum += from[start + ((i + GRAIN_SIDE * 4) % GRAIN_SIDE) * step];
    for (let i = 0; i < GRAIN_SIDE; i++) {
      out[start + i * step] = sum / width;
      sum +=
        from[start + ((i + half + 1) % GRAIN_SIDE) * step] -
        from[start + ((i - half + GRAIN_SIDE * 4) % GRAIN_SIDE) * step];
    }
  }
  return out;
}

/**
 * Lays a round place of a sheet that wraps, its edge a px wide: `join` says what becomes of a number where the place covers
 * it by 0…1.
 */
export function place(
  sheet: Sheet,
  x: number,
  y: number,
  radius: number,
  join: (now: number, covered: number, fromMiddle: number) => number,
): void {
  const reach = Math.ceil(radius + 1);
  const left = Math.floor(x);
  const top = Math.floor(y);
  for (let j = -reach; j <= reach; j++) {
    for (let i = -reach; i <= reach; i++) {
      const dx = left + i + 0.5 - x;
      const dy = top + j + 0.5 - y;
      const far = Math.sqrt(dx * dx + dy * dy);
      const covered = Math.min(1, Math.max(0, radius + 0.5 - far)) * Math.min(1, 2 * radius);
      if (covered <= 0) continue;
      const at = wrapped(left + i, top + j);
      sheet[at] = join(sheet[at], covered, far / radius);
    }
  }
}

/** Heights 0…1: the sheet spread so that all but a thousandth of it at either end fits. */
export function toHeights(sheet: Sheet): Float32Array {
  const sorted = Float64Array.from(sheet).sort();
  const low = sorted[Math.floor(PX / 1000)];
  const high = sorted[PX - 1 - Math.floor(PX / 1000)];
  const reach = Math.max(1e-9, high - low);
  return Float32Array.from(sheet, (v) => Math.min(1, Math.max(0, (v - low) / reach)));
}
