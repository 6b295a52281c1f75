import type { Kernels } from "../kernels/load";

/** A tile of which something changed. */
export interface DirtyTile {
  readonly index: number;
  /** A bit for each eight rows of it, the lowest for the topmost. */
  readonly bands: number;
}

/** The rows of a band. */
export const BAND = 8;

/** The bands of a tile that changed all over. */
export const ALL_BANDS = 0xff;

/** Which tiles of a surface are to be shown anew, and which rows of them. */
export class ChangedTiles {
  /** Of one byte a tile, in the kernels' memory: a bit for each eight rows. */
  readonly address: number;

  constructor(
    private readonly kernels: Kernels,
    private readonly columns: number,
    private readonly rows: number,
  ) {
    this.address = kernels.heap.takeCleared(columns * rows);
  }

  markAll(): void {
    this.flags().fill(ALL_BANDS);
  }

  /** @param lit whether the neighbours look different, too, for light falls on thick paint */
  mark(indices: readonly number[], bands: number, lit: boolean): void {
    const flags = this.flags();
    for (const index of indices) {
      flags[index] |= bands;
      if (lit) this.around(index, (neighbour) => (flags[neighbour] = ALL_BANDS));
    }
  }

  /** Makes neighbours of changed tiles changed ones. @param far how far from a change something looks another way, px @param looks whether a tile may */
  spread(far: number, looks: (index: number) => boolean): void {
    const reach = Math.ceil(far / BAND);
    if (reach === 0) return;
    const flags = this.flags();
    for (const { index, bands } of this.found(flags)) {
      // The bands of the tile above, of its own row and of the tile below, from the lowest bit on.
      let seen = 0;
      for (let k = -reach; k <= reach; k++) seen |= k < 0 ? (bands << 8) >> -k : (bands << 8) << k;
      this.around(index, (neighbour, down) => {
        const here = (seen >> ((down + 1) * 8)) & ALL_BANDS;
        if (here && looks(neighbour)) flags[neighbour] |= here;
      });
    }
  }

  /** The tiles that changed since the last call. */
  take(): DirtyTile[] {
    const flags = this.flags();
    const found = this.found(flags);
    flags.fill(0);
    return found;
  }

  release(): void {
    this.kernels.heap.give(this.address, this.columns * this.rows);
  }

  private flags(): Uint8Array {
    return this.kernels.heap.u8.subarray(this.address, this.address + this.columns * this.rows);
  }

  private found(flags: Uint8Array): DirtyTile[] {
    const found: DirtyTile[] = [];
    for (let i = 0; i < flags.length; i++) if (flags[i]) found.push({ index: i, bands: flags[i] });
    return found;
  }

  /** Calls with a tile and those around it, and how many rows of tiles each lies below it. */
  private around(index: number, each: (neighbour: number, down: number) => void): void {
    const { columns, rows } = this;
    const [column, row] = [index % columns, Math.floor(index / columns)];
    for (let r = Math.max(0, row - 1); r <= Math.min(rows - 1, row + 1); r++)
      for (let c = Math.max(0, column - 1); c <= Math.min(columns - 1, column + 1); c++) each(r * columns + c, r - row);
  }
}
