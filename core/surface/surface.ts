import type { Rgb } from "../colour/srgb";
import type { Kernels } from "../kernels/load";
import { PLANE, TILE, toQ15 } from "../kernels/marks";
import { type Blend, blendNumber } from "./blend";
import { Tiles } from "./tiles";

/** The longest side of a surface in px. */
export const MAX_SIDE = 16_384;

/** A tile of which something changed. */
export interface DirtyTile {
  readonly index: number;
  /** A bit for each eight rows of it, the lowest for the topmost. */
  readonly bands: number;
}

/** The bands of a tile that changed all over. */
export const ALL_BANDS = 0xff;

/** What an unfinished stroke looks like from outside: tiles that lie on the layer in one colour or in their own. */
export interface Wet {
  readonly tiles: Tiles;
  /** The colour of one-plane tiles. */
  readonly colour: Rgb;
  /** How it joins its layer; erasing takes its coverage away. */
  readonly joins: Blend | "erase";
}

/** A painted area of `width`×`height` px: layers of 16-bit premultiplied tiles, bottom first, and a wet stroke while painting. */
export class Surface {
  readonly columns: number;
  readonly rows: number;
  readonly layers: readonly Tiles[];
  /** One byte a tile: a bit for each eight rows in which something changed since `takeDirty`. */
  readonly dirty: number;
  wet: Wet | undefined;
  private active = 0;
  private readonly scratch: number;
  private readonly mixing: number;
  private readonly empty: number;

  /** @throws RangeError unless both sides are whole numbers from 1 to 16384 */
  constructor(
    readonly kernels: Kernels,
    readonly width: number,
    readonly height: number,
    layers = 1,
  ) {
    for (const side of [width, height]) if (!Number.isInteger(side) || side < 1 || side > MAX_SIDE) throw new RangeError(`a surface side is 1 to ${MAX_SIDE} px, not ${side}`);
    this.columns = Math.ceil(width / TILE);
    this.rows = Math.ceil(height / TILE);
    this.layers = Array.from({ length: layers }, () => new Tiles(kernels, this.columns, this.rows, 4));
    this.dirty = kernels.heap.takeCleared(this.columns * this.rows);
    this.scratch = kernels.heap.take(4 * PLANE);
    this.mixing = kernels.heap.take(4 * PLANE);
    this.empty = kernels.heap.takeCleared(4 * PLANE);
  }

  /** The tiles that changed since the last call. */
  takeDirty(): DirtyTile[] {
    const flags = this.kernels.heap.u8.subarray(this.dirty, this.dirty + this.columns * this.rows);
    const found: DirtyTile[] = [];
    for (let i = 0; i < flags.length; i++) if (flags[i]) found.push({ index: i, bands: flags[i] });
    flags.fill(0);
    return found;
  }

  /** Chooses the layer that strokes are painted on; a wet stroke is dried on the one it was begun on. */
  paintOn(layer: number): void {
    this.dry();
    this.active = layer;
  }

  /** Makes the wet stroke part of its layer. */
  dry(): void {
    if (!this.wet) return;
    const layer = this.layers[this.active];
    for (const index of this.wet.tiles.present()) {
      // There is nothing to erase where nothing was painted.
      const tile = this.wet.joins === "erase" ? layer.at(index) : layer.make(index);
      if (tile) this.mergeWet(tile, index, this.wet);
    }
    this.wet.tiles.release();
    this.wet = undefined;
  }

  /** Forgets everything painted on one layer, dry and wet. */
  clear(layer: number): void {
    if (layer === this.active) {
      this.wet?.tiles.release();
      this.wet = undefined;
    }
    const tiles = this.layers[layer];
    const flags = this.kernels.heap.u8;
    for (const index of tiles.present()) flags[this.dirty + index] = ALL_BANDS;
    tiles.clear();
  }

  /** The address of a tile as it looks now, all layers and the wet stroke together; good until the next call. */
  tileToShow(index: number): number {
    const present = this.layers.filter((layer) => layer.at(index));
    const wet = this.wet?.tiles.at(index) ? this.wet : undefined;
    if (present.length === 0 && !wet) return this.empty;
    if (present.length === 1 && !wet) return present[0].at(index);
    this.copyTile(this.empty, this.scratch);
    this.layers.forEach((layer, n) => {
      const tile = layer.at(index);
      if (wet && n === this.active && wet.joins !== "source-over") {
        // Such a stroke changes its own layer alone, whatever lies below.
        this.copyTile(tile || this.empty, this.mixing);
        this.mergeWet(this.mixing, index, wet);
        this.kernels.run.mergeTint(this.scratch, this.mixing);
        return;
      }
      if (tile) this.kernels.run.mergeTint(this.scratch, tile);
      if (wet && n === this.active) this.mergeWet(this.scratch, index, wet);
    });
    return this.scratch;
  }

  private copyTile(from: number, to: number): void {
    this.kernels.heap.u8.copyWithin(to, from, from + 4 * PLANE);
  }

  /** A wet stroke in one colour laid plainly over one layer's tile or none: the common case while painting, which can be shown at once. */
  wetAlone(index: number): { readonly layer: number; readonly cover: number; readonly colour: Rgb } | undefined {
    const cover = this.wet?.tiles.planes === 1 && this.wet.joins === "source-over" ? this.wet.tiles.at(index) : 0;
    if (!cover || !this.wet) return undefined;
    let layer = 0;
    for (let n = 0; n < this.layers.length; n++) {
      const tile = this.layers[n].at(index);
      if (tile && (layer || n > this.active)) return undefined;
      if (tile) layer = tile;
    }
    return { layer, cover, colour: this.wet.colour };
  }

  /** Gives all memory back; the surface is not usable afterwards. */
  release(): void {
    this.wet?.tiles.release();
    for (const layer of this.layers) layer.release();
    const { heap } = this.kernels;
    heap.give(this.dirty, this.columns * this.rows);
    heap.give(this.scratch, 4 * PLANE);
    heap.give(this.mixing, 4 * PLANE);
    heap.give(this.empty, 4 * PLANE);
  }

  private mergeWet(target: number, index: number, { tiles, colour: [r, g, b], joins }: Wet): void {
    const { run, heap } = this.kernels;
    const stroke = tiles.at(index);
    if (joins === "erase") run.erase(target, stroke);
    else if (joins === "source-over") {
      if (tiles.planes === 1) run.mergeCover(target, stroke, toQ15(r), toQ15(g), toQ15(b));
      else run.mergeTint(target, stroke);
    } else if (tiles.planes === 4) run.blend(target, stroke, blendNumber(joins));
    else {
      const coloured = heap.takeCleared(4 * PLANE);
      run.mergeCover(coloured, stroke, toQ15(r), toQ15(g), toQ15(b));
      run.blend(target, coloured, blendNumber(joins));
      heap.give(coloured, 4 * PLANE);
    }
  }
}
