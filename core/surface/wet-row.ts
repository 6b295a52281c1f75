import type { Rgb } from "../colour/srgb";
import type { Kernels } from "../kernels/load";
import { toQ15 } from "../kernels/memory/q15";
import { TILE } from "../kernels/memory/tile-size";
import { BAND } from "./changed-tiles";
import type { CoverOnLayer } from "./wet";

/** A wet tile and where its picture goes. */
export interface WetTile {
  /** Address of the picture of the tile's first row, also when that row is not shown. */
  readonly out: number;
  /** Eights of px that are shown of a row. */
  readonly groups: number;
  /** The rows that are shown: from the first up to one past the last. */
  readonly from: number;
  readonly to: number;
  readonly wet: CoverOnLayer;
}

/**
 * Shows wet tiles that lie side by side. They are shown eight rows at a time, all across: the picture is then written in
 * long runs, which memory takes half as fast again as a tile after the other.
 */
export class WetRow {
  private readonly tiles: WetTile[] = [];

  /** @param stride bytes of a row of the picture */
  constructor(
    private readonly kernels: Kernels,
    private readonly stride: number,
    private readonly paper: Rgb,
  ) {}

  /** Adds a tile of the row; its memory must stay as it is until `show`. */
  add(tile: WetTile): void {
    this.tiles.push(tile);
  }

  /** Shows what was added, and forgets it. */
  show(): void {
    for (let band = 0; band < TILE; band += BAND)
      for (const tile of this.tiles) {
        const from = Math.max(band, tile.from);
        const to = Math.min(band + BAND, tile.to);
        if (from < to) this.showRows(tile, from, to);
      }
    this.tiles.length = 0;
  }

  /** Shows one tile at once. */
  showAlone(tile: WetTile): void {
    this.showRows(tile, tile.from, tile.to);
  }

  private showRows({ out, groups, wet }: WetTile, from: number, to: number): void {
    const { paper, stride } = this;
    const down = from * TILE * 2;
    const [r, g, b] = wet.colour;
    const layer = wet.layer && wet.layer + down;
    this.kernels.run.showWet(
      out + from * stride,
      stride,
      groups,
      to - from,
      layer,
      wet.cover + down,
      toQ15(r),
      toQ15(g),
      toQ15(b),
      toQ15(paper[0]),
      toQ15(paper[1]),
      toQ15(paper[2]),
    );
  }
}
