import { ONE } from "../kernels/memory/q15";
import { TILE } from "../kernels/memory/tile-size";
import type { Surface } from "./surface";

/** How many places along and across are looked at, and how far apart they are, as a share of the size. */
const PLACES = 5;
const APART = 1 / 6;

/** The mean coverage, 0…1, of the layer that is painted on under a tip of this size, as it was before the wet stroke. */
export function coverageUnder(surface: Surface, x: number, y: number, size: number): number {
  const words = surface.kernels.heap.u16;
  const half = (PLACES - 1) / 2;
  let sum = 0;
  for (let j = -half; j <= half; j++) {
    for (let i = -half; i <= half; i++) {
      const px = Math.floor(x + i * size * APART);
      const py = Math.floor(y + j * size * APART);
      if (!(px >= 0 && py >= 0 && px < surface.width && py < surface.height)) continue;
      const tile = surface.active.tiles.at((py >> 6) * surface.columns + (px >> 6));
      if (tile) sum += words[tile / 2 + 3 * TILE * TILE + (py & 63) * TILE + (px & 63)];
    }
  }
  return sum / (PLACES * PLACES * ONE);
}
