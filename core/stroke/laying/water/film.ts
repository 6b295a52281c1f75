import type { Rgb } from "../../../colour/srgb";
import type { Kernels } from "../../../kernels/load";
import { PLANE, TILE } from "../../../kernels/memory/tile-size";
import { Tiles } from "../../../kernels/memory/tiles";
import { ln } from "../../../numeric/power";
import type { Layer } from "../../../surface/layer";
import type { Surface } from "../../../surface/surface";
import { type Cover, type Drying, type Finish, LIGHT_REACH, type Wet, type WetBody } from "../../../surface/wet";
import { joinClear, leaveWet, type MetPool } from "./pool";

const WHITE: Rgb = [1, 1, 1];
/** The darkest that a channel is taken to be, as in the kernels. */
const DARKEST = 1 / 64;

/** How a stroke stays wet: how much of each place is wet, how much of it by the stroke itself, and that for so many ms from a time on. */
interface Wetness {
  readonly volumes: Tiles;
  readonly fresh: Tiles;
  readonly time: number;
  readonly long: number;
}

/** A stroke that lies as a film of thinned paint: what lies below shows through, each channel by the film's density there. */
export class FilmStroke implements Wet {
  readonly adds = true;
  readonly plain = false;
  readonly lies = true;
  readonly reach: number;
  colour: Rgb;
  /** The share of the film that is clear; the rest covers. */
  water: number;
  /** What the film has become where it has dried. */
  private dried: Tiles | undefined;
  /** What its water does, once all of it is laid. */
  drying: (Drying & { release(): void }) | undefined;
  /** What lies below it, where that is not what the layer has: below pools that have become part of it, and what stays wet. */
  private readonly unders: Tiles;
  private wetness: Wetness | undefined;
  /** The pools that have become part of it, and the shares of their films and its own that are clear there. */
  private met: ReadonlyMap<number, MetPool> = new Map();
  private readonly clears: Tiles;
  private readonly room: number;
  private readonly kernels: Kernels;

  /** @param tiles the stroke's own, of one plane in one colour or four in theirs @param finish what is made of their edges */
  constructor(
    private readonly surface: Surface,
    readonly tiles: Tiles,
    colour: Rgb,
    water: number,
    private readonly finish: Finish | undefined,
    readonly body: WetBody | undefined,
  ) {
    this.colour = colour;
    this.water = water;
    this.reach = Math.max(body ? LIGHT_REACH : 0, finish?.reach ?? 0);
    this.kernels = surface.kernels;
    this.unders = new Tiles(this.kernels, surface.columns, surface.rows, 4);
    this.clears = new Tiles(this.kernels, surface.columns, surface.rows, 1);
    this.room = this.kernels.heap.take(4 * PLANE);
  }

  has(index: number): boolean {
    return this.tiles.at(index) !== 0 || this.unders.at(index) !== 0;
  }

  present(): number[] {
    return [...new Set([...this.tiles.present(), ...this.unders.present()])].sort((a, b) => a - b);
  }

  coverAt(): Cover | undefined {
    return undefined;
  }

  /** The address of a tile of the stroke as its edges look; good until the next call. */
  look(index: number): number {
    return this.finish?.rows(index, 0, TILE) ?? this.tiles.at(index);
  }

  /** The densities of the stroke's colour, in one colour. */
  get density(): Rgb {
    const [r, g, b] = this.colour.map((c) => -ln(Math.min(1, Math.max(DARKEST, c))));
    return [r, g, b];
  }

  /** The film that a tile of the stroke is, while nothing has moved; good until the next call. */
  unmoved(index: number): number {
    this.kernels.run.strokeFilm(this.look(index), this.tiles.planes, ...this.density, this.room);
    return this.room;
  }

  /** Takes pools up: it then lies on what lies below them. @param fresh how much of each place it wets itself */
  meet(pools: ReadonlyMap<number, MetPool>, fresh: Tiles): void {
    this.met = pools;
    for (const [index, pool] of pools) {
      this.layUnder(index, pool.under);
      joinClear(this.kernels, this.clears.enter(index), pool, fresh.at(index), this.water);
    }
  }

  /** Makes the film what it dried to: from then on it looks so. */
  dryTo(films: Tiles): void {
    this.dried?.release();
    this.dried = films;
  }

  /** Has it leave its tiles wet. @param wetness what is its drying's, and lasts as long as that */
  stayWet(wetness: Wetness): void {
    for (const index of wetness.volumes.present())
      if (!this.unders.at(index)) this.layUnder(index, this.surface.active.tiles.at(index));
    this.wetness = wetness;
  }

  join(tile: number, index: number, sheet: Rgb = WHITE): void {
    const { run, heap } = this.kernels;
    const under = this.unders.at(index);
    if (under) heap.u8.copyWithin(tile, under, under + 4 * PLANE);
    const film = this.dried?.at(index) || this.unmoved(index);
    run.layFilm(tile, film, this.water, this.clears.at(index), ...sheet);
  }

  settle(layer: Layer, index: number): void {
    const { wetness, kernels } = this;
    const [under, film, volumes] = [this.unders.at(index), this.dried?.at(index) ?? 0, wetness?.volumes.at(index) ?? 0];
    if (!wetness || !under || !film || !volumes) return;
    const met = this.met.get(index);
    const fresh = wetness.fresh.at(index);
    const left = { under, film, volumes, fresh, water: this.water, waters: this.clears.at(index), met };
    leaveWet(kernels, layer.makePool(), index, left, layer.tiles.at(index), wetness.time, wetness.long);
  }

  /** Keeps what lies below a tile. @param tile the address of a layer's tile, 0 for nothing */
  private layUnder(index: number, tile: number): void {
    if (!tile) {
      this.unders.make(index);
      return;
    }
    const to = this.unders.at(index) || this.unders.enter(index);
    this.kernels.heap.u8.copyWithin(to, tile, tile + 4 * PLANE);
  }

  release(): void {
    this.tiles.release();
    this.finish?.release();
    this.body?.tiles.release();
    this.dried?.release();
    this.drying?.release();
    this.unders.release();
    this.clears.release();
    this.kernels.heap.give(this.room, 4 * PLANE);
  }
}
