import { ONE } from "../../../kernels/memory/q15";
import { PLANE, TILE } from "../../../kernels/memory/tile-size";
import type { Tiles } from "../../../kernels/memory/tiles";
import type { Surface } from "../../../surface/surface";
import type { FilmStroke } from "./film";

/** A place is wet where it has so much of what lies around it, smoothed over so many px, lest the rounds of marks leave dots: faint skirts of soft tips are not. */
const WET_SHARE = 0.35;
export const CLOSE = 1;
/** And not beyond a firm edge: it has so much itself of what lies close to it. */
const OWN_SHARE = 0.4;
const LEAST_WET = 0.003;

/**
 * Notes what covers the wet places of a tile: those with paint, not much less than around them, and on a layer that keeps its alpha
 * inside its shapes. @param around @param close the addresses of what lies about each place, wider and within `CLOSE` px
 */
export function findWet(
  surface: Surface,
  film: FilmStroke,
  index: number,
  around: number,
  close: number,
  wet: Tiles,
): void {
  const { heap } = surface.kernels;
  const shape = surface.active.keepsAlpha ? surface.active.tiles.at(index) : undefined;
  if (shape === 0) return;
  const cover = film.look(index) + (film.tiles.planes - 1) * PLANE;
  let words = heap.u16;
  let to = 0;
  for (let i = 0; i < TILE * TILE; i++) {
    const amount = words[cover / 2 + i];
    const near = words[close / 2 + i];
    if (amount < LEAST_WET * ONE || amount < OWN_SHARE * near || near < WET_SHARE * words[around / 2 + i]) continue;
    if (shape && words[shape / 2 + 3 * TILE * TILE + i] === 0) continue;
    if (to === 0) {
      to = wet.make(index) / 2;
      words = heap.u16;
    }
    words[to + i] = amount;
  }
}

/** Some tiles and those around them. */
export function neighbours(indices: readonly number[], columns: number, rows: number): Set<number> {
  const found = new Set<number>();
  for (const index of indices) {
    const [column, row] = [index % columns, Math.floor(index / columns)];
    for (let r = Math.max(0, row - 1); r <= Math.min(rows - 1, row + 1); r++)
      for (let c = Math.max(0, column - 1); c <= Math.min(columns - 1, column + 1); c++) found.add(r * columns + c);
  }
  return found;
}
