import type { Rgb } from "../colour/srgb";
import { type Blend, blendNumber } from "../kernels/blend-modes";
import type { Kernels } from "../kernels/load";
import { toQ15 } from "../kernels/memory/q15";
import { PLANE, TILE } from "../kernels/memory/tile-size";
import type { Tiles } from "../kernels/memory/tiles";
import type { Layer } from "./layer";

/** Light falls on a px of thick paint by the heights of so many px around it. */
export const LIGHT_REACH = 2;

/** A one-plane tile in one colour. */
export interface Cover {
  readonly cover: number;
  readonly colour: Rgb;
  /** Whether the tile stays as it is when another one is asked for. */
  readonly stays: boolean;
}

/** A cover that lies on one layer's tile, 0 for none. */
export interface CoverOnLayer extends Cover {
  readonly layer: number;
}

/** How thick a stroke lies. */
export interface WetBody {
  readonly tiles: Tiles;
  /** The height of a place that it covers fully, 0…1. */
  readonly full: number;
  /** How far it levels the paint below it, 0…1. */
  readonly levels: number;
  /** Its tiles are what the layer's heights become, and not what comes to them. */
  isWhole?: boolean;
}

/** What an unfinished stroke looks like to its surface. */
export interface Wet {
  /** Whether it has something on this tile. */
  has(index: number): boolean;
  /** The tiles it has something on. */
  present(): number[];
  /** Makes what it has on a tile part of the layer's tile at this address. @param sheet the colour of the opaque sheet on which the layer lies, if it does */
  join(tile: number, index: number, sheet?: Rgb): void;
  /** As `join` for a tile that holds nothing yet, whatever lies at its address; where that is quicker. */
  begin?(tile: number, index: number, sheet?: Rgb): void;
  /** Whether it lies over the paint that is there, so that on a layer that keeps its alpha it lies atop of it. */
  readonly lies?: boolean;
  /** Whether it leaves paint where the layer has none; otherwise it only changes what is there. */
  readonly adds: boolean;
  /** Whether joining it to a composite of layers is the same as joining it to its own layer first. */
  readonly plain: boolean;
  /** How far from a change something may look another way, px; 0 for nowhere else. */
  readonly reach: number;
  /** Its thickness, where it has any. */
  readonly body?: WetBody | undefined;
  /** Its tile, when that is a cover in one colour laid plainly, as its rows `from` … `to` look. */
  coverAt(index: number, from: number, to: number): Cover | undefined;
  /** Is told of each tile of its layer that it has become part of; what of it goes on being wet, it leaves there. */
  settle?(layer: Layer, index: number): void;
  /** What happens to it by itself once it is laid; nothing where nothing does, or where that is over. */
  readonly drying?: Drying | undefined;
  /** Takes what it erases from a tile of heights. */
  wear?(heights: number, index: number): void;
  /** Makes its coverage part of a mask's tile, where it can be painted on masks. */
  joinMask?(mask: number, index: number): void;
  release(): void;
}

/** What happens to a stroke by itself once it is laid, a step after the other: the same steps, whenever they are taken. */
export interface Drying {
  /** How much of it is over, 0…1. */
  readonly share: number;
  /** Takes a step; false after the last one. */
  step(): boolean;
  /** Makes the stroke look as it is by now. */
  show(): void;
}

/** Changes how a stroke's tiles look, and leaves the tiles. */
export interface Finish {
  /** As `Wet.reach`. */
  readonly reach: number;
  /** The address of the tile as its rows `from` … `to` look, good until the next call. */
  rows(index: number, from: number, to: number): number;
  release(): void;
}

/** Joins a tile to another by a blend mode, which meets the sheet below where there is one. */
export function blendOver(
  { run, heap }: Kernels,
  tile: number,
  source: number,
  mode: Blend,
  sheet: Rgb | undefined,
): void {
  if (!sheet) {
    run.blend(tile, source, blendNumber(mode));
    return;
  }
  const room = heap.take(PLANE);
  const [red, green, blue] = sheet.map(toQ15);
  run.blendOnSheet(tile, source, blendNumber(mode), red, green, blue, room);
  heap.give(room, PLANE);
}

/** A stroke on tiles of its own: in one colour or in theirs. */
export class LaidStroke implements Wet {
  readonly adds: boolean;
  readonly plain: boolean;
  readonly reach: number;
  readonly lies = true;

  /** @param colour of one-plane tiles @param joins how it joins its layer; erasing takes its coverage away */
  constructor(
    private readonly kernels: Kernels,
    private readonly tiles: Tiles,
    private readonly joins: Blend | "erase",
    public colour: Rgb,
    private readonly finish?: Finish,
    readonly body?: WetBody,
  ) {
    this.reach = Math.max(body ? LIGHT_REACH : 0, finish?.reach ?? 0);
    this.adds = joins !== "erase";
    this.plain = joins === "source-over";
  }

  has(index: number): boolean {
    return this.tiles.at(index) !== 0;
  }

  present(): number[] {
    return this.tiles.present();
  }

  coverAt(index: number, from: number, to: number): Cover | undefined {
    const cover = this.tiles.planes === 1 && this.plain ? this.look(index, from, to) : 0;
    return cover ? { cover, colour: this.colour, stays: !this.finish } : undefined;
  }

  join(tile: number, index: number, sheet?: Rgb): void {
    const { run, heap } = this.kernels;
    const { tiles, joins } = this;
    const [r, g, b] = this.colour;
    const stroke = this.look(index);
    if (joins === "erase") run.erase(tile, stroke);
    else if (joins === "source-over") {
      if (tiles.planes === 1) run.mergeCover(tile, stroke, toQ15(r), toQ15(g), toQ15(b));
      else run.mergeTint(tile, stroke);
    } else if (tiles.planes === 4) blendOver(this.kernels, tile, stroke, joins, sheet);
    else {
      const coloured = heap.take(4 * PLANE);
      run.coverEmpty(coloured, stroke, toQ15(r), toQ15(g), toQ15(b));
      blendOver(this.kernels, tile, coloured, joins, sheet);
      heap.give(coloured, 4 * PLANE);
    }
  }

  begin(tile: number, index: number, sheet?: Rgb): void {
    const { heap, run } = this.kernels;
    const [r, g, b] = this.colour;
    if (this.tiles.planes === 1 && this.plain) {
      run.coverEmpty(tile, this.look(index), toQ15(r), toQ15(g), toQ15(b));
      return;
    }
    heap.u8.fill(0, tile, tile + 4 * PLANE);
    this.join(tile, index, sheet);
  }

  wear(heights: number, index: number): void {
    if (this.joins === "erase") this.kernels.run.lessen(heights, this.tiles.at(index));
  }

  joinMask(mask: number, index: number): void {
    const { run } = this.kernels;
    if (this.joins === "erase") run.lessen(mask, this.look(index));
    else run.hide(mask, this.look(index));
  }

  release(): void {
    this.tiles.release();
    this.finish?.release();
    this.body?.tiles.release();
  }

  private look(index: number, from = 0, to = TILE): number {
    const tile = this.tiles.at(index);
    return tile && this.finish ? this.finish.rows(index, from, to) : tile;
  }
}
