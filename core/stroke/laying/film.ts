import type { Rgb } from "../../colour/srgb";
import type { Kernels } from "../../kernels/load";
import { PLANE } from "../../kernels/memory/tile-size";
import type { Tiles } from "../../kernels/memory/tiles";
import { ln } from "../../numeric/power";
import { type Cover, type Finish, LIGHT_REACH, type Wet, type WetBody } from "../../surface/wet";

const WHITE: Rgb = [1, 1, 1];
/** The darkest that a channel is taken to be, as in the kernels. */
const DARKEST = 1 / 64;

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
  private readonly room: number;

  /** @param tiles the stroke's own, of one plane in one colour or four in theirs @param finish what is made of their edges */
  constructor(
    private readonly kernels: Kernels,
    readonly tiles: Tiles,
    colour: Rgb,
    water: number,
    private readonly finish: Finish | undefined,
    readonly body: WetBody | undefined,
  ) {
    this.colour = colour;
    this.water = water;
    this.reach = Math.max(body ? LIGHT_REACH : 0, finish?.reach ?? 0);
    this.room = kernels.heap.take(4 * PLANE);
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

  /** The address of a tile of the stroke as its edges look; good until the next call. */
  look(index: number): number {
    return this.finish?.rows(index, 0, 64) ?? this.tiles.at(index);
  }

  /** The densities of the stroke's colour, in one colour. */
  get density(): Rgb {
    const [r, g, b] = this.colour.map((c) => -ln(Math.min(1, Math.max(DARKEST, c))));
    return [r, g, b];
  }

  /** Makes the film what it dried to: from then on it looks so. */
  dryTo(films: Tiles): void {
    this.dried = films;
  }

  join(tile: number, index: number, sheet: Rgb = WHITE): void {
    const { run } = this.kernels;
    let film = this.dried?.at(index) ?? 0;
    if (!film) {
      film = this.room;
      run.strokeFilm(this.look(index), this.tiles.planes, ...this.density, film);
    }
    run.layFilm(tile, film, this.water, ...sheet);
  }

  release(): void {
    this.tiles.release();
    this.finish?.release();
    this.body?.tiles.release();
    this.dried?.release();
    this.kernels.heap.give(this.room, 4 * PLANE);
  }
}
