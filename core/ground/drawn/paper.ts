import { chance, drift } from "../../chance/counter";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import { blurred, cloud, each, GRAIN_SIDE, place, type Sheet } from "./sheet";

/** Clouds of `octaves` sizes, each half as large and half as high. */
export function noise(octaves: number, seed: number): Sheet {
  const sheets = Array.from({ length: octaves }, (_, k) => cloud(seed + k * 101, 12 / 2 ** k));
  return each((x, y) => sheets.reduce((sum, one, k) => sum + one[y * GRAIN_SIDE + x] / 2 ** k, 0));
}

/** Cold-press: the hollows of a felt that was pressed into it, with rounded hills between them, and fibres on all. */
export function coldPress(roughness: number, seed: number): Sheet {
  const felt = cloud(seed, 2);
  const hills = cloud(seed + 1, 4.5);
  const fine = cloud(seed + 2, 1);
  const fibre = cloud(seed + 3, 0.6);
  return each((x, y) => {
    const i = y * GRAIN_SIDE + x;
    return 0.9 - Math.abs(felt[i]) + (0.05 + 0.5 * roughness) * hills[i] + 0.5 * fine[i] + 0.15 * fibre[i];
  });
}

/** Hot-press: nearly flat; fibres, and the faint unevenness of the sheet. */
export function hotPress(roughness: number, seed: number): Sheet {
  const fibre = cloud(seed, 0.6);
  const mat = cloud(seed + 1, 1.3);
  const sheet = cloud(seed + 2, 9);
  return each((x, y) => {
    const i = y * GRAIN_SIDE + x;
    return 0.7 * fibre[i] + (0.3 + 0.6 * roughness) * mat[i] + 0.25 * sheet[i];
  });
}

/** Laid: close wires, never quite straight or alike, and the chains that held them, beside which the pulp lies thicker. */
export function laid(wires: number, chains: number, seed: number): Sheet {
  const bend = cloud(seed, 60, 14);
  const pulp = cloud(seed + 1, 5);
  const fibre = cloud(seed + 2, 0.8);
  const chainBend = cloud(seed + 3, 10, 80);
  return each((x, y) => {
    const i = y * GRAIN_SIDE + x;
    const wire = (y / GRAIN_SIDE) * wires + 0.12 * bend[i];
    const n = Math.floor(wire);
    const strength = 0.55 + 0.9 * chance(seed, ((n % wires) + wires) % wires, 5);
    const along = (x / GRAIN_SIDE) * chains + 0.012 * chainBend[i];
    const off = ((along - Math.floor(along) - 0.5) * GRAIN_SIDE) / chains;
    const chain = Math.max(0, 1 - Math.abs(off) / 1.6);
    const shadow = Math.max(0, 1 - Math.abs(off) / 14);
    return (
      -0.7 * strength * cosDegrees(360 * (wire - n)) -
      1.6 * chain +
      0.7 * shadow * shadow +
      0.35 * pulp[i] +
      0.4 * fibre[i]
    );
  });
}

/** Pulp: a felt of long thin fibres that lie over and under one another in every direction. */
export function fibres(count: number, long: number, seed: number): Sheet {
  const sheet = each(() => 0);
  const steps = Math.round(40 + 220 * long);
  for (let n = 0; n < count * 3; n++) {
    let x = chance(seed, n, 1) * GRAIN_SIDE;
    let y = chance(seed, n, 2) * GRAIN_SIDE;
    const way = chance(seed, n, 3) * 360;
    const wide = 0.5 + 0.9 * chance(seed, n, 5);
    const high = (chance(seed, n, 6) - 0.35) * 0.5;
    for (let step = 0; step < steps; step++) {
      const end = Math.min(1, Math.min(step, steps - step) / 6);
      place(sheet, x, y, wide * (0.5 + 0.5 * end), (now, covered) => now + high * covered * 0.5);
      const heading = way + 140 * (drift(seed + n, step / 46, 7) - 0.5);
      x += cosDegrees(heading);
      y += sinDegrees(heading);
    }
  }
  const mat = cloud(seed + 4, 1.1);
  const soft = blurred(sheet, 0.6);
  return each((x, y) => soft[y * GRAIN_SIDE + x] + 0.18 * mat[y * GRAIN_SIDE + x]);
}

/** Grey board: coarse flecks and short straws in pressed pulp, with the faint waves of its flutes. */
export function cardboard(flutes: number, flecks: number, seed: number): Sheet {
  const pulp = cloud(seed, 2.2, 1.4);
  const fine = cloud(seed + 1, 0.7);
  const bend = cloud(seed + 2, 50);
  const sheet = each((x, y) => {
    const i = y * GRAIN_SIDE + x;
    const wave = flutes > 0 ? 0.45 * cosDegrees(360 * ((y / GRAIN_SIDE) * flutes + 0.02 * bend[i])) : 0;
    return 0.8 * pulp[i] + 0.4 * fine[i] + wave;
  });
  const count = Math.round(flecks * 900);
  for (let n = 0; n < count; n++) {
    let x = chance(seed, n, 1) * GRAIN_SIDE;
    let y = chance(seed, n, 2) * GRAIN_SIDE;
    const way = chance(seed, n, 3) * 360;
    const high = (chance(seed, n, 4) - 0.5) * 3;
    const steps = 4 + Math.floor(chance(seed, n, 5) * 26);
    for (let step = 0; step < steps; step++) {
      place(sheet, x, y, 0.7, (now, covered) => now + (high - now) * 0.35 * covered);
      x += cosDegrees(way);
      y += sinDegrees(way);
    }
  }
  return sheet;
}
