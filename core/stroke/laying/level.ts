import { Tiles } from "../../kernels/memory/tiles";
import type { Surface } from "../../surface/surface";

/** How many addresses a tile's turn needs: of itself and its four neighbours, twice. */
const ADDRESSES = 10;

/**
 * Lets paint that was moved level.
 * @param heights as a stroke has made them @param before the address of the tile as it was before the stroke, 0 for none: where they
 * differ they were moved @param times how often, an even number
 */
export function levelMoved(surface: Surface, heights: Tiles, before: (index: number) => number, times: number): void {
  const { kernels, columns, rows } = surface;
  const { heap, run } = kernels;
  const present = heights.present();
  const moved = new Tiles(kernels, columns, rows, 1);
  const others = new Tiles(kernels, columns, rows, 1);
  for (const index of present) {
    run.noteMoved(before(index), heights.at(index), surface.active.driedHeights(index), moved.enter(index));
    others.enter(index);
  }
  const room = heap.take(ADDRESSES * 4);
  const around = (tiles: Tiles, index: number): number[] => {
    const column = index % columns;
    return [
      tiles.at(index),
      column > 0 ? tiles.at(index - 1) : 0,
      column + 1 < columns ? tiles.at(index + 1) : 0,
      index >= columns ? tiles.at(index - columns) : 0,
      index + columns < columns * rows ? tiles.at(index + columns) : 0,
    ];
  };
  for (let turn = 0; turn < times; turn++) {
    const [from, to] = turn % 2 === 0 ? [heights, others] : [others, heights];
    for (const index of present) {
      heap.u32.set([...around(from, index), ...around(moved, index)], room / 4);
      run.levelTile(room, to.at(index));
    }
  }
  heap.give(room, ADDRESSES * 4);
  moved.release();
  others.release();
}
