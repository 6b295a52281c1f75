import { chance } from "../../chance/counter";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import { cloud, each, GRAIN_SIDE, place, type Sheet } from "./sheet";

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
