import type { Blend } from "../kernels/blend-modes";
import type { Kernels } from "../kernels/load";
import { PLANE } from "../kernels/memory/tile-size";
import { type TilePlanes, Tiles } from "../kernels/memory/tiles";

/** What a layer is made of: paint, how thick it stands, how much of it is hidden, where it is wet what moves there, and what of it has dried. */
export const layerSheets = ["tiles", "heights", "mask", "pool", "dried"] as const;

export type LayerSheet = (typeof layerSheets)[number];

/** The planes of a tile of each sheet. */
export const sheetPlanes = { tiles: 4, heights: 1, mask: 1, pool: 17, dried: 5 } as const satisfies Record<
  LayerSheet,
  TilePlanes
>;

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
  /** What has dried: a layer's tile as it was then, and its heights. Paint that came since is wet. */
  dried: Tiles | undefined;
  readonly tiles: Tiles;

  constructor(
    private readonly kernels: Kernels,
    private readonly columns: number,
    private readonly rows: number,
  ) {
    this.tiles = this.newTiles("tiles");
  }

  /** Whether it lies on what is below as it is. */
  get plain(): boolean {
    return this.blend === "source-over" && this.opacity === 1 && !this.mask;
  }

  /** The mask, made when there is none. */
  makeMask(): Tiles {
    this.mask ??= this.newTiles("mask");
    return this.mask;
  }

  /** One of its sheets, made when there is none. */
  make(sheet: LayerSheet): Tiles {
    if (sheet === "tiles") return this.tiles;
    if (sheet === "heights") return this.makeHeights();
    if (sheet === "dried") return this.makeDried();
    return sheet === "mask" ? this.makeMask() : this.makePool();
  }

  /** Shows all of it again. */
  dropMask(): void {
    this.mask?.release();
    this.mask = undefined;
  }

  /** The heights, made when there are none. */
  makeHeights(): Tiles {
    this.heights ??= this.newTiles("heights");
    return this.heights;
  }

  /** The pool, made when there is none. */
  makePool(): Tiles {
    this.pool ??= this.newTiles("pool");
    return this.pool;
  }

  /** What has dried, made when there is nothing. */
  makeDried(): Tiles {
    this.dried ??= this.newTiles("dried");
    return this.dried;
  }

  /** The address of a tile of one of its sheets, 0 for none. */
  at(sheet: LayerSheet, index: number): number {
    return this[sheet]?.at(index) ?? 0;
  }

  /** The address of the heights that have dried on a tile, 0 for none. */
  driedHeights(index: number): number {
    const tile = this.dried?.at(index);
    return tile ? tile + sheetPlanes.tiles * PLANE : 0;
  }

  release(): void {
    this.tiles.release();
    this.pool?.release();
    this.heights?.release();
    this.mask?.release();
    this.dried?.release();
  }

  private newTiles(sheet: LayerSheet): Tiles {
    return new Tiles(this.kernels, this.columns, this.rows, sheetPlanes[sheet]);
  }
}
