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
