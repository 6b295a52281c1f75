import type { Rgb } from "../../../colour/srgb";
import { ONE } from "../../../kernels/memory/q15";
import { PLANE, TILE } from "../../../kernels/memory/tile-size";
import type { Tiles } from "../../../kernels/memory/tiles";
import type { Layer } from "../../../surface/layer";
import type { Surface } from "../../../surface/surface";
import type { Cover, Wet } from "../../../surface/wet";
import type { LayingMeans } from "../laying";
import { MetPool, takeFromPool } from "./pool";

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
  private readonly pools = new Map<number, MetPool | undefined>();
  /** How much is taken up of the film that is wet, and of all that is dry. */
  private readonly shares: number;
  private readonly dryShares: number;
  private readonly film: number;

  /** @param tiles the stroke's own, one plane of how far it covers @param clock says when the stroke began */
  constructor(
    private readonly surface: Surface,
    readonly tiles: Tiles,
    private readonly clock: LayingMeans["clock"],
  ) {
    this.shares = surface.kernels.heap.take(PLANE);
    this.dryShares = surface.kernels.heap.take(PLANE);
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
      run.erase(tile, this.dryShares);
      return;
    }
    heap.u8.copyWithin(tile, pool.under, pool.under + 4 * PLANE);
    heap.u8.copyWithin(this.film, pool.film, pool.film + 4 * PLANE);
    for (let plane = 0; plane < 4; plane++) run.lessen(this.film + plane * PLANE, this.shares);
    run.layFilm(tile, this.film, 0, pool.clear, ...sheet);
    run.erase(tile, this.dryShares);
  }

  /** The pool goes on without what was taken up, water and all. */
  settle(layer: Layer, index: number): void {
    const { kernels } = this.surface;
    const pool = this.poolAt(index);
    if (!pool) return;
    this.findShares(index, pool);
    takeFromPool(kernels, layer.makePool(), pool, this.shares, layer.tiles.at(index));
  }

  release(): void {
    const { heap } = this.surface.kernels;
    this.tiles.release();
    for (const pool of this.pools.values()) pool?.release();
    heap.give(this.shares, PLANE);
    heap.give(this.dryShares, PLANE);
    heap.give(this.film, 4 * PLANE);
  }

  /** How much is taken up at each place of a tile, Q15. */
  private findShares(index: number, pool: MetPool | undefined): void {
    const words = this.surface.kernels.heap.u16;
    const cover = this.tiles.at(index) / 2;
    const [wet, dry] = [this.shares / 2, this.dryShares / 2];
    for (let i = 0; i < PIXELS; i++) {
      const amount = words[cover + i] * this.lift;
      const wetness = pool ? (words[pool.wetness / 2 + i] / ONE) * (words[pool.volumes / 2 + i] / ONE) : 0;
      const share = amount * (OF_DRY + wetness * (1 - OF_DRY));
      const isWet = pool !== undefined && words[pool.wetness / 2 + i] > 0;
      words[wet + i] = isWet && share ? share + 0.5 : 0;
      words[dry + i] = !isWet && share ? share + 0.5 : 0;
    }
  }

  private poolAt(index: number): MetPool | undefined {
    if (!this.pools.has(index)) this.pools.set(index, MetPool.meet(this.surface, index, this.clock.begun));
    return this.pools.get(index);
  }
}
