import type { Blend } from "../kernels/blend-modes";
import type { Kernels } from "../kernels/load";
import { Tiles } from "../kernels/memory/tiles";

/** What a layer is made of: paint, how thick it stands, how much of it is hidden. */
export type LayerSheet = "tiles" | "heights" | "mask";

/** One sheet of paint. How it is seen may be changed at any time; whoever changes it has the surface shown anew. */
export class Layer {
  name = "";
  blend: Blend = "source-over";
  /** 0…1 */
  opacity = 1;
  visible = true;
  /** Nothing can be painted on it. */
  locked = false;
  /** Paint changes the colour of what is there, and never how much covers. */
  keepsAlpha = false;
  /** How much of it is hidden: one-plane tiles. */
  mask: Tiles | undefined;
  /** How thick its paint stands: one-plane tiles. */
  heights: Tiles | undefined;
  readonly tiles: Tiles;

  constructor(
    private readonly kernels: Kernels,
    private readonly columns: number,
    private readonly rows: number,
  ) {
    this.tiles = new Tiles(kernels, columns, rows, 4);
  }

  /** Whether it lies on what is below as it is. */
  get plain(): boolean {
    return this.blend === "source-over" && this.opacity === 1 && !this.mask;
  }

  /** The mask, made when there is none. */
  makeMask(): Tiles {
    this.mask ??= new Tiles(this.kernels, this.columns, this.rows, 1);
    return this.mask;
  }

  /** One of its sheets, made when there is none. */
  make(sheet: LayerSheet): Tiles {
    return sheet === "tiles" ? this.tiles : sheet === "heights" ? this.makeHeights() : this.makeMask();
  }

  /** Shows all of it again. */
  dropMask(): void {
    this.mask?.release();
    this.mask = undefined;
  }

  /** The heights, made when there are none. */
  makeHeights(): Tiles {
    this.heights ??= new Tiles(this.kernels, this.columns, this.rows, 1);
    return this.heights;
  }

  release(): void {
    this.tiles.release();
    this.heights?.release();
    this.mask?.release();
  }
}
