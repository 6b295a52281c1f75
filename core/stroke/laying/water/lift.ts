import type { Rgb } from "../../../colour/srgb";
import { ONE } from "../../../kernels/memory/q15";
import { PLANE, TILE } from "../../../kernels/memory/tile-size";
import type { Tiles } from "../../../kernels/memory/tiles";
import type { Layer } from "../../../surface/layer";
import type { Surface } from "../../../surface/surface";
import type { Cover, Wet } from "../../../surface/wet";
import type { LayingMeans } from "../laying";
import { stayPool, type WetBefore, wetAt } from "./pool";

const WHITE: Rgb = [1, 1, 1];
/** What of a place that has dried a thirsty tip takes up: the rest stains. */
const OF_DRY = 0.3;
const PIXELS = TILE * TILE;

/** A thirsty tip: it takes up the pigment that floats in wet places, and some of what has dried. What it takes up is water, too. */
export class LiftStroke implements Wet {
  readonly adds = false;
  readonly plain = false;
  readonly reach = 0;
  colour: Rgb = WHITE;
  /** How much it takes up where it covers fully and all is wet, 0…1. */
  lift = 0;
  private readonly pools = new Map<number, WetBefore | undefined>();
  private readonly shares: number;
  private readonly film: number;

  /** @param tiles the stroke's own, one plane of how far it covers @param clock says when the stroke began */
  constructor(
    private readonly surface: Surface,
    readonly tiles: Tiles,
    private readonly clock: LayingMeans["clock"],
  ) {
    this.shares = surface.kernels.heap.take(PLANE);
    this.film = surface.kernels.heap.take(4 * PLANE);
  }

  has(index: number): boolean {
    return this.tiles.at(index) !== 0;
  }

  present(): number[] {
    return this.tiles.present();
  }

  coverAt(): Cover | undefined {
    return undefined;
  }

  join(tile: number, index: number, sheet: Rgb = WHITE): void {
    const { run, heap } = this.surface.kernels;
    const pool = this.poolAt(index);
    this.findShares(index, pool);
    if (!pool) {
      run.erase(tile, this.shares);
      return;
    }
    heap.u8.copyWithin(tile, pool.under, pool.under + 4 * PLANE);
    heap.u8.copyWithin(this.film, pool.film, pool.film + 4 * PLANE);
    for (let plane = 0; plane < 4; plane++) run.lessen(this.film + plane * PLANE, this.shares);
    run.layFilm(tile, this.film, pool.water, ...sheet);
  }

  /** The pool goes on without what was taken up, water and all. */
  settle(layer: Layer, index: number): void {
    const { kernels } = this.surface;
    const pool = this.poolAt(index);
    if (!pool) return;
    this.findShares(index, pool);
    for (let plane = 0; plane < 4; plane++) kernels.run.lessen(pool.film + plane * PLANE, this.shares);
    kernels.run.lessen(pool.volumes, this.shares);
    stayPool(kernels, pool, layer.tiles.at(index));
  }

  release(): void {
    const { heap } = this.surface.kernels;
    this.tiles.release();
    heap.give(this.shares, PLANE);
    heap.give(this.film, 4 * PLANE);
  }

  /** How much is taken up at each place of a tile, Q15. */
  private findShares(index: number, pool: WetBefore | undefined): void {
    const words = this.surface.kernels.heap.u16;
    const cover = this.tiles.at(index) / 2;
    const [to, volumes] = [this.shares / 2, (pool?.volumes ?? 0) / 2];
    const wetness = pool ? (pool.wetness * (1 - OF_DRY)) / ONE : 0;
    for (let i = 0; i < PIXELS; i++) {
      const amount = words[cover + i];
      words[to + i] = amount && amount * this.lift * (OF_DRY + (pool ? wetness * words[volumes + i] : 0)) + 0.5;
    }
  }

  private poolAt(index: number): WetBefore | undefined {
    if (!this.pools.has(index)) this.pools.set(index, wetAt(this.surface, [index], this.clock.begun)[0]);
    return this.pools.get(index);
  }
}
