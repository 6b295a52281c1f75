import type { Rgb } from "../colour/srgb";
import type { Kernels } from "../kernels/load";
import { PLANE } from "../kernels/memory/tile-size";
import type { Composer, WetOn } from "./compose";
import type { Drying } from "./wet";

/** How often at most a stroke that dries is shown on its way. */
const SHOWN = 8;

/** A stroke that is laid and dries on its layer: at any time it looks as if it had dried so far. */
export class DryingStroke {
  /** Its tiles as they were before it; 0 where there was none. */
  private readonly befores: ReadonlyMap<number, number>;
  private shown = 0;

  /** @param indices the tiles of its layer that it is about to become part of @param sheet as `Wet.join` has it */
  constructor(
    private readonly kernels: Kernels,
    readonly wetOn: WetOn,
    readonly drying: Drying,
    private readonly indices: readonly number[],
    private readonly sheet: Rgb | undefined,
  ) {
    const { heap } = kernels;
    const { tiles } = wetOn.layer;
    this.befores = new Map(
      indices.map((index) => {
        const tile = tiles.at(index);
        if (!tile) return [index, 0];
        const copy = heap.take(4 * PLANE);
        heap.u8.copyWithin(copy, tile, tile + 4 * PLANE);
        return [index, copy];
      }),
    );
  }

  /**
   * Dries on. @param goOn is asked after each step; false stops
   * @returns the tiles that look otherwise now, and whether that was all
   */
  goOn(composer: Composer, goOn: () => boolean): { readonly changed: readonly number[]; readonly over: boolean } {
    const { drying } = this;
    let over = false;
    do over = !drying.step();
    while (!over && goOn());
    if (!over && drying.share < (this.shown + 1) / SHOWN) return { changed: [], over };
    this.shown = Math.floor(drying.share * SHOWN);
    drying.show();
    this.lay(composer);
    return { changed: this.indices, over };
  }

  /** Leaves of it what goes on being wet, and gives its room back. */
  release(settles: boolean): void {
    const { stroke, layer } = this.wetOn;
    if (settles) for (const index of this.indices) stroke.settle?.(layer, index);
    for (const copy of this.befores.values()) if (copy) this.kernels.heap.give(copy, 4 * PLANE);
    stroke.release();
  }

  private lay(composer: Composer): void {
    const { heap } = this.kernels;
    const { tiles } = this.wetOn.layer;
    for (const [index, before] of this.befores) {
      const tile = tiles.at(index);
      if (!tile) continue;
      if (before) heap.u8.copyWithin(tile, before, before + 4 * PLANE);
      else heap.u8.fill(0, tile, tile + 4 * PLANE);
      composer.join(tile, index, this.wetOn, this.sheet);
    }
  }
}
