import type { Tiles } from "../../kernels/memory/tiles";
import type { Surface } from "../../surface/surface";

/**
 * Lets moved paint that found no room run back to where a stroke took it off: there is no more of it elsewhere than was taken here.
 * @param heights what the layer's become @param much in full heights of a px
 */
export function runBack(surface: Surface, heights: Tiles, much: number): void {
  const { run } = surface.kernels;
  const before = (index: number) => surface.active.at("heights", index);
  const present = heights.present();
  const taken = present.reduce((sum, index) => sum + run.scrapedOff(before(index), heights.at(index)), 0);
  if (taken === 0) return;
  for (const index of present) run.runBack(before(index), heights.at(index), Math.min(1, much / taken));
}
