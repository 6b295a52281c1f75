import type { Kernels } from "../load";
import { PLANE } from "./tile-size";

export type TilePlanes = 1 | 2 | 4 | 5 | 17;

/**
 * The tiles of one surface or stroke: a table of addresses in the kernels' memory, 0 where nothing was painted. Each
 * tile is `planes` planes of 64×64 Q15 numbers, premultiplied red, green, blue, alpha; coverage or heights alone; heights and what goes with them; paint that has dried and its heights; or a pool of water.
 */
export class Tiles {
  readonly table: number;
  private readonly entries: number;

  constructor(
    private readonly kernels: Kernels,
    readonly columns: number,
    readonly rows: number,
    readonly planes: TilePlanes,
  ) {
    this.entries = columns * rows;
    this.table = kernels.heap.takeCleared(this.entries * 4);
  }

  /** The tile's address, 0 when it does not exist. */
  at(index: number): number {
    return this.kernels.heap.u32[this.table / 4 + index];
  }

  /** The tile's address; a new one is empty. */
  make(index: number): number {
    const present = this.at(index);
    if (present) return present;
    const tile = this.enter(index);
    this.kernels.heap.u8.fill(0, tile, tile + this.planes * PLANE);
    return tile;
  }

  /** The address of a new tile in which anything may lie: whoever asks writes all of it. */
  enter(index: number): number {
    const tile = this.kernels.heap.take(this.planes * PLANE);
    this.kernels.heap.u32[this.table / 4 + index] = tile;
    return tile;
  }

  /** Gives one tile back, where there is one. */
  drop(index: number): void {
    const tile = this.at(index);
    if (!tile) return;
    this.kernels.heap.give(tile, this.planes * PLANE);
    this.kernels.heap.u32[this.table / 4 + index] = 0;
  }

  /** The indices of all tiles that exist. */
  present(): number[] {
    const first = this.table / 4;
    const words = this.kernels.heap.u32;
    const found: number[] = [];
    for (let i = 0; i < this.entries; i++) if (words[first + i]) found.push(i);
    return found;
  }

  /** Gives all tiles back; the table stays usable. */
  clear(): void {
    for (const index of this.present()) this.drop(index);
  }

  /** Gives everything back. */
  release(): void {
    this.clear();
    this.kernels.heap.give(this.table, this.entries * 4);
  }
}
