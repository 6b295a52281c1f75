import { chance } from "../../chance/counter";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import { cloud, each, GRAIN_SIDE, place, type Sheet } from "./sheet";

/**
 * A planed board, flat-sawn: rings that run along it and close in long arches, hard late wood standing out from soft early
 * wood; pores along the grain, and the streaks of the plane.
 */
export function board(rings: number, wander: number, seed: number): Sheet {
  const arch = cloud(seed, 120, 34);
  const sway = cloud(seed + 1, 90, 9);
  const fibre = cloud(seed + 2, 22, 0.7);
  const streak = cloud(seed + 3, 70, 1.6);
  const sheet = each((x, y) => {
    const i = y * GRAIN_SIDE + x;
    const ring = (y / GRAIN_SIDE) * rings + wander * rings * 0.16 * arch[i] + wander * 0.22 * sway[i];
    const n = Math.floor(ring);
    const own = 0.6 + 0.4 * chance(seed, ((n % rings) + rings) % rings, 4);
    return own * lateWood(ring - n) + 0.24 * fibre[i] + 0.16 * streak[i];
  });
  pores(sheet, seed);
  return sheet;
}

/** The height across one year: soft and even, rising late, and ending within a tenth. */
function lateWood(year: number): number {
  const rise = Math.min(1, Math.max(0, (year - 0.35) / 0.5));
  const end = Math.min(1, Math.max(0, (1 - year) / 0.12));
  return rise * rise * (3 - 2 * rise) * end * end * (3 - 2 * end);
}

function pores(sheet: Sheet, seed: number): void {
  for (let n = 0; n < 800; n++) {
    const x = chance(seed, n, 21) * GRAIN_SIDE;
    const y = chance(seed, n, 22) * GRAIN_SIDE;
    const long = 4 + 22 * chance(seed, n, 23);
    const way = (chance(seed, n, 24) - 0.5) * 8;
    for (let step = 0; step < long; step++) {
      const thin = Math.min(1, Math.min(step, long - step) / 3);
      place(
        sheet,
        x + step * cosDegrees(way),
        y + step * sinDegrees(way),
        0.35 + 0.35 * thin,
        (now, covered) => now - 0.3 * covered * thin,
      );
    }
  }
}

/** Pen hatching: strokes of a hand, side by side and row upon row; a second set crosses them where that is asked for. */
export function hatch(lines: number, crossed: boolean, unevenness: number, seed: number): Sheet {
  const ink = each(() => 0);
  penStrokes(ink, lines, unevenness, seed, 0);
  if (crossed) penStrokes(ink, lines, unevenness, seed + 700, 1);
  const paper = cloud(seed + 5, 0.8);
  // Between the lines the sheet is high: paint fills it, and the lines stay.
  return each((x, y) => 1 - ink[y * GRAIN_SIDE + x] + 0.03 * paper[y * GRAIN_SIDE + x]);
}

/** @param turn 0: rising to the right, 1: falling */
function penStrokes(ink: Sheet, lines: number, unevenness: number, seed: number, turn: 0 | 1): void {
  const pitch = GRAIN_SIDE / lines;
  const rows = 4;
  const long = (GRAIN_SIDE / rows) * 1.5;
  for (let row = 0; row < rows; row++) {
    for (let n = 0; n < lines; n++) {
      const key = row * lines + n;
      const swerve = unevenness * (chance(seed, key, 1) - 0.5);
      const begin = unevenness * long * 0.3 * (chance(seed, key, 2) - 0.5);
      const slant = 45 + 9 * swerve;
      const bow = unevenness * 9 * (chance(seed, key, 3) - 0.5);
      const weight = (0.7 + 0.03 * pitch) * (1 - 0.5 * unevenness * chance(seed, key, 4));
      const steps = Math.round(long * (1 + 0.3 * swerve) * 1.5);
      for (let step = 0; step < steps; step++) {
        const u = step / steps;
        const along = begin + u * long;
        const off = bow * (1 - (2 * u - 1) * (2 * u - 1)) + pitch * 0.5 * swerve;
        const x = n * pitch + along * cosDegrees(slant) + off * sinDegrees(slant);
        const y = row * (GRAIN_SIDE / rows) - along * sinDegrees(slant) + off * cosDegrees(slant);
        const press = Math.min(1, u * 9) * (1 - 0.55 * u);
        place(ink, turn ? GRAIN_SIDE - x : x, y, weight * (0.35 + 0.65 * press), (now, covered) =>
          Math.max(now, covered),
        );
      }
    }
  }
}
