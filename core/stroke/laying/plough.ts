import { ONE } from "../../kernels/memory/q15";
import { PLANE } from "../../kernels/memory/tile-size";
import { Tiles } from "../../kernels/memory/tiles";
import type { Surface } from "../../surface/surface";
import type { WetBody } from "../../surface/wet";
import { halvedBoxes } from "./rim";
import { runBack } from "./run-back";

/** How far about a place what hairs level is looked for again, px: a few ridges of them. */
const ABOUT = 7;

/**
 * Makes of the heights of a stroke of hairs what the layer's become: what it levels of wet paint stands again in its own ridges, and
 * none is lost. Where no paint stands they are its own.
 * @param body whose tiles become whole @param own the share of what it laid that was its own paint and not taken up, 0…1
 */
export function plough(surface: Surface, { tiles, full, levels }: WetBody, own: number): void {
  const { kernels, columns, rows } = surface;
  const { run, heap } = kernels;
  const present = tiles.present();
  const levelled = new Tiles(kernels, columns, rows, 1);
  const ridges = new Tiles(kernels, columns, rows, 1);
  let taken = 0;
  let laid = 0;
  for (const index of present) {
    const dried = surface.active.driedHeights(index);
    const fresh = tiles.at(index);
    taken += run.levelledBy(surface.active.at("heights", index), dried, fresh, levels, full, levelled.enter(index));
    laid += run.planeSum(fresh);
  }
  const carried = Math.min(taken, (1 - own) * laid);
  let again = 0;
  if (taken > 0) {
    const [first, second] = halvedBoxes(ABOUT);
    const room = heap.take(run.rimRoom());
    const [about, aboutRidges] = [heap.take(PLANE), heap.take(PLANE)];
    for (const index of present) {
      const [column, row] = [index % columns, Math.floor(index / columns)];
      run.blurTile(levelled.table, 1, column, row, columns, rows, first, second, room, about);
      run.blurTile(tiles.table, 1, column, row, columns, rows, first, second, room, aboutRidges);
      again += run.ridgesOf(tiles.at(index), about, aboutRidges, ridges.enter(index));
    }
    heap.give(room, run.rimRoom());
    heap.give(about, PLANE);
    heap.give(aboutRidges, PLANE);
  }
  // What was taken up and is carried stands where it was laid, and all else where it was.
  const laidShare = laid > 0 ? own + carried / laid : 1;
  const againShare = again > 0 ? (taken - carried) / again : 0;
  for (const index of present)
    run.ploughed(
      surface.active.at("heights", index),
      levelled.at(index),
      ridges.at(index) || levelled.at(index),
      tiles.at(index),
      laidShare,
      againShare,
    );
  levelled.release();
  ridges.release();
  // Where paint stands as thick as it can, ridges find no room.
  const sum = (tile: number) => (tile ? run.planeSum(tile) : 0);
  const before = present.reduce((all, index) => all + sum(surface.active.at("heights", index)), 0);
  const now = present.reduce((all, index) => all + sum(tiles.at(index)), 0);
  if (before > now) runBack(surface, tiles, (before - now) / ONE);
}
