import type { Blend } from "../kernels/blend-modes";
import type { Kernels } from "../kernels/load";
import { Tiles } from "../kernels/memory/tiles";

/** What a layer is made of: paint, how thick it stands, how much of it is hidden, and where it is wet what moves there. */
export type LayerSheet = "tiles" | "heights" | "mask" | "pool";

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
  /** Where water has not dried: tiles as `core/stroke/laying/water/pool.ts` has them. */
  pool: Tiles | undefined;
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
    if (sheet === "tiles") return this.tiles;
    if (sheet === "heights") return this.makeHeights();
    return sheet === "mask" ? this.makeMask() : this.makePool();
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

  /** The pool, made when there is none. */
  makePool(): Tiles {
    this.pool ??= new Tiles(this.kernels, this.columns, this.rows, 10);
    return this.pool;
  }

  release(): void {
    this.tiles.release();
    this.pool?.release();
    this.heights?.release();
    this.mask?.release();
  }
}
