import { chance } from "../../chance/counter";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import { blurred, cloud, each, GRAIN_SIDE, place, type Sheet, wrapped } from "./sheet";

/** Plaster as it was trowelled: sweeps over one another, each a smooth band with a ridge at its edge, and pits between. */
export function plaster(sweeps: number, roughness: number, seed: number): Sheet {
  const wall = cloud(seed, 26);
  const sheet = each((x, y) => 0.35 * wall[y * GRAIN_SIDE + x]);
  const count = sweeps * 7;
  for (let n = 0; n < count; n++) sweep(sheet, n, seed);
  const sand = cloud(seed + 2, 0.9);
  const grit = cloud(seed + 3, 2.4);
  for (let i = 0; i < sheet.length; i++) {
    const pit = Math.max(0, grit[i] - 2.1 + 0.9 * roughness);
    sheet[i] += 0.1 * roughness * sand[i] - 0.9 * roughness * pit;
  }
  // A wall is even from afar.
  const afar = blurred(sheet, 48);
  for (let i = 0; i < sheet.length; i++) sheet[i] -= 0.7 * afar[i];
  return blurred(sheet, 0.6);
}

/** One pull of the trowel: a bent band that is drawn across the wall and levels what it meets. */
function sweep(sheet: Sheet, n: number, seed: number): void {
  const long = 120 + 260 * chance(seed, n, 3);
  const half = 14 + 26 * chance(seed, n, 4);
  const bend = (chance(seed, n, 5) - 0.5) * 0.7;
  const lift = (chance(seed, n, 6) - 0.5) * 1.2;
  const tilt = (chance(seed, n, 7) - 0.5) * 1.2;
  // Ways that lie evenly around, whatever their number: a wall has no direction.
  let way = 360 * chance(seed, 0, 8) + 55.623 * n;
  let x = chance(seed, n, 1) * GRAIN_SIDE;
  let y = chance(seed, n, 2) * GRAIN_SIDE;
  for (let step = 0; step < long; step++) {
    const c = cosDegrees(way);
    const s = sinDegrees(way);
    const end = Math.min(1, Math.min(step, long - step) / 24);
    for (let a = -half; a <= half; a += 0.5) {
      const across = a / half;
      const line = chance(seed + n, Math.round(a), 9) - 0.5;
      const ridge = Math.max(0, Math.abs(across) - 0.93) * 9;
      const wanted = lift + tilt * across + 0.22 * line + ridge;
      const at = wrapped(Math.floor(x - s * a), Math.floor(y + c * a));
      sheet[at] += (wanted - sheet[at]) * 0.4 * end;
    }
    x += c;
    y += s;
    way += bend;
  }
}

/** A natural sponge: holes of many sizes, the small ones in the walls between the large. */
export function sponge(holes: number, spread: number, seed: number): Sheet {
  const rough = cloud(seed + 1, 1.1);
  const soft = cloud(seed + 2, 7);
  const sheet = each((x, y) => {
    const i = y * GRAIN_SIDE + x;
    return 1 + 0.07 * rough[i] + 0.1 * soft[i];
  });
  for (let n = 0; n < holes * 4; n++) {
    const own = chance(seed, n, 3);
    const radius = (GRAIN_SIDE / Math.sqrt(holes)) * 0.5 * (1 - spread * 0.85 * Math.sqrt(own));
    const deep = 0.6 + 0.5 * chance(seed, n, 4);
    place(sheet, chance(seed, n, 1) * GRAIN_SIDE, chance(seed, n, 2) * GRAIN_SIDE, radius, (now, _, far) => {
      const hollow = Math.max(0, 1 - far * far);
      return Math.min(now, now * 0.35 + 0.65 * (now - deep * Math.sqrt(hollow)));
    });
  }
  return blurred(sheet, 0.7);
}

/** Stone: broken facets of several sizes, pitted. */
export function stone(facets: number, roughness: number, seed: number): Sheet {
  const [large, small] = [facetted(facets, seed), facetted(facets * 3, seed + 50)];
  const wide = cloud(seed + 3, 14);
  const fine = cloud(seed + 4, 0.8);
  return each((x, y) => {
    const i = y * GRAIN_SIDE + x;
    return large[i] + (0.3 + 0.4 * roughness) * small[i] + 0.25 * wide[i] + (0.06 + 0.2 * roughness) * fine[i];
  });
}

/** Planes that tilt each its own way about points of chance: at each px that of the nearest point, softened where two meet. */
function facetted(across: number, seed: number): Sheet {
  const cell = GRAIN_SIDE / across;
  const sheet = each((px, py) => {
    const x = px / cell;
    const y = py / cell;
    let nearest = 9;
    let height = 0;
    for (let j = -1; j <= 1; j++) {
      for (let i = -1; i <= 1; i++) {
        const cx = Math.floor(x) + i;
        const cy = Math.floor(y) + j;
        const key = (((cy % across) + across) % across) * across + (((cx % across) + across) % across);
        const dx = x - cx - chance(seed, key, 1);
        const dy = y - cy - chance(seed, key, 2);
        const far = dx * dx + dy * dy;
        if (far >= nearest) continue;
        nearest = far;
        height =
          chance(seed, key, 3) -
          0.5 +
          dx * 1.2 * (chance(seed, key, 4) - 0.5) +
          dy * 1.2 * (chance(seed, key, 5) - 0.5);
      }
    }
    return height;
  });
  return blurred(sheet, 1);
}

/** Sand: separate corns of many heights. */
export function sand(corns: number, seed: number): Sheet {
  return each((px, py) => {
    const x = ((px + 0.5) / GRAIN_SIDE) * corns;
    const y = ((py + 0.5) / GRAIN_SIDE) * corns;
    let highest = 0;
    for (let j = -1; j <= 1; j++) {
      for (let i = -1; i <= 1; i++) {
        const cx = Math.floor(x) + i;
        const cy = Math.floor(y) + j;
        const key = (((cy % corns) + corns) % corns) * corns + (((cx % corns) + corns) % corns);
        const radius = 0.35 + 0.5 * chance(seed, key, 3);
        const dx = (x - cx - chance(seed, key, 1)) / radius;
        const dy = (y - cy - chance(seed, key, 2)) / radius;
        const square = dx * dx + dy * dy;
        if (square < 1) highest = Math.max(highest, (0.3 + 0.7 * chance(seed, key, 4)) * Math.sqrt(1 - square));
      }
    }
    return highest;
  });
}
