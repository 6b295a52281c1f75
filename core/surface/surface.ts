import type { Rgb } from "../colour/srgb";
import type { Ground } from "../ground/model";
import type { Kernels } from "../kernels/load";
import { ONE, PLANE, TILE, toQ15 } from "../kernels/marks";
import { blendNumber } from "./blend";
import { Layer } from "./layer";
import type { CoverOnLayer, Wet } from "./wet";

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

/** A painted area of `width`×`height` px: layers of 16-bit premultiplied tiles, bottom first, and a wet stroke while painting. */
export class Surface {
  readonly columns: number;
  readonly rows: number;
  readonly layers: readonly Layer[];
  /** One byte a tile: a bit for each eight rows in which something changed since `takeDirty`. */
  readonly dirty: number;
  /** The surface's own grain, which every brush meets. */
  paper: Ground | undefined;
  /** What strokes have made of the surface for those after them, by name. */
  readonly kept = new Map<string, { release(): void }>();
  private wetStroke: Wet | undefined;
  private active = 0;
  private readonly scratch: number;
  private readonly joined: number;
  private readonly before: number;
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
    this.layers = Array.from({ length: layers }, () => new Layer(kernels, this.columns, this.rows));
    this.dirty = kernels.heap.takeCleared(this.columns * this.rows);
    this.scratch = kernels.heap.take(4 * PLANE);
    this.joined = kernels.heap.take(4 * PLANE);
    this.before = kernels.heap.take(4 * PLANE);
    this.empty = kernels.heap.takeCleared(4 * PLANE);
  }

  /** The stroke that is being painted. */
  get wet(): Wet | undefined {
    return this.wetStroke;
  }

  /** The tiles that changed since the last call. */
  takeDirty(): DirtyTile[] {
    const flags = this.kernels.heap.u8.subarray(this.dirty, this.dirty + this.columns * this.rows);
    const found: DirtyTile[] = [];
    this.spread(flags);
    for (let i = 0; i < flags.length; i++) if (flags[i]) found.push({ index: i, bands: flags[i] });
    flags.fill(0);
    return found;
  }

  /** Chooses the layer that strokes are painted on; a wet stroke is dried on the one it was begun on. */
  paintOn(layer: number): void {
    this.dry();
    this.active = layer;
  }

  /** Begins a stroke on the layer that is painted on. @throws Error when that is locked */
  wetten(stroke: Wet): void {
    this.dry();
    if (this.layers[this.active].locked) throw new Error("this layer is locked");
    this.wetStroke = stroke;
  }

  /** Makes the wet stroke part of its layer. */
  dry(): void {
    const { wetStroke } = this;
    if (!wetStroke) return;
    this.spread(this.kernels.heap.u8.subarray(this.dirty, this.dirty + this.columns * this.rows));
    const layer = this.layers[this.active];
    const adds = wetStroke.adds && !layer.keepsAlpha;
    for (const index of wetStroke.present()) {
      const tile = adds ? layer.tiles.make(index) : layer.tiles.at(index);
      if (tile) this.join(tile, index, layer);
      this.joinHeights(layer, index, wetStroke);
    }
    wetStroke.release();
    this.wetStroke = undefined;
  }

  /** Forgets everything painted on one layer, dry and wet. */
  clear(layer: number): void {
    if (layer === this.active) {
      this.wetStroke?.release();
      this.wetStroke = undefined;
    }
    const { tiles } = this.layers[layer];
    const flags = this.kernels.heap.u8;
    for (const index of tiles.present()) flags[this.dirty + index] = ALL_BANDS;
    tiles.clear();
    this.layers[layer].heights?.clear();
  }

  /** Fills one layer with an opaque colour, or only what is there when it keeps its alpha. */
  fill(layer: number, [r, g, b]: Rgb): void {
    this.dry();
    const { tiles, keepsAlpha } = this.layers[layer];
    const { heap, run } = this.kernels;
    const whole = heap.take(PLANE);
    heap.u16.fill(ONE, whole / 2, (whole + PLANE) / 2);
    for (let index = 0; index < this.columns * this.rows; index++) {
      const tile = keepsAlpha ? tiles.at(index) : tiles.make(index);
      if (!tile) continue;
      this.copyTile(tile, this.before);
      run.mergeCover(tile, whole, toQ15(r), toQ15(g), toQ15(b));
      if (keepsAlpha) run.keepAlpha(tile, this.before);
      heap.u8[this.dirty + index] = ALL_BANDS;
    }
    heap.give(whole, PLANE);
  }

  /** The address of the tile of the layer that is painted on, as it was before the wet stroke; 0 for none. */
  activeTile(index: number): number {
    return this.layers[this.active].tiles.at(index);
  }

  /** The address of a tile as the layers below the one that is painted on look; good until the next call of this or `tileToShow`. */
  tileBelow(index: number): number {
    return this.compose(index, this.layers.slice(0, this.active), undefined);
  }

  /** The address of a tile as it looks now, all layers and the wet stroke together; good until the next call. */
  tileToShow(index: number): number {
    return this.compose(index, this.layers, this.wetStroke?.has(index) ? this.wetStroke : undefined);
  }

  /** The address of a tile of heights as they are now, all layers and the wet stroke together; 0 for none, good until the next call. */
  heightsToShow(index: number): number {
    const { run, heap } = this.kernels;
    const active = this.layers[this.active];
    const fresh = this.wetStroke?.body?.tiles.at(index) ?? 0;
    const seen = this.layers.filter((layer) => layer.visible && layer.opacity > 0 && (layer.heights?.at(index) || (layer === active && fresh)));
    if (seen.length === 0) return 0;
    heap.u8.fill(0, this.scratch, this.scratch + PLANE);
    for (const layer of seen) {
      const tile = layer.heights?.at(index) ?? 0;
      const wet = layer === active ? this.wetStroke : undefined;
      if (!wet?.has(index)) {
        if (tile) run.addHeights(this.scratch, tile, toQ15(layer.opacity));
        continue;
      }
      heap.u8.copyWithin(this.joined, tile || this.empty, (tile || this.empty) + PLANE);
      this.pileUp(this.joined, index, wet);
      run.addHeights(this.scratch, this.joined, toQ15(layer.opacity));
    }
    return this.scratch;
  }

  /** A wet stroke in one colour laid plainly over one layer's tile or none: the common case while painting, which can be shown at once. */
  wetAlone(index: number): CoverOnLayer | undefined {
    const alone = this.wetStroke?.coverAt(index);
    if (!alone || this.layers[this.active].keepsAlpha) return undefined;
    let layer = 0;
    for (let n = 0; n < this.layers.length; n++) {
      const { tiles, visible, plain } = this.layers[n];
      const tile = tiles.at(index);
      if (n === this.active && !(visible && plain)) return undefined;
      if (!tile || !visible) continue;
      if (layer || n > this.active || !plain) return undefined;
      layer = tile;
    }
    return { layer, ...alone };
  }

  /** Gives all memory back; the surface is not usable afterwards. */
  release(): void {
    this.wetStroke?.release();
    for (const layer of this.layers) layer.release();
    for (const thing of this.kept.values()) thing.release();
    this.kept.clear();
    const { heap } = this.kernels;
    heap.give(this.dirty, this.columns * this.rows);
    for (const room of [this.scratch, this.joined, this.before, this.empty]) heap.give(room, 4 * PLANE);
  }

  /** Makes neighbours of changed tiles changed ones, where the wet stroke changes how they look: its rim, or the light on thick paint. */
  private spread(flags: Uint8Array): void {
    const { wetStroke } = this;
    if (!wetStroke) return;
    const lit = wetStroke.body !== undefined || this.layers[this.active].heights !== undefined;
    if (!wetStroke.spreads && !lit) return;
    const changed: number[] = [];
    for (let i = 0; i < flags.length; i++) if (flags[i]) changed.push(i);
    for (const index of changed) {
      const column = index % this.columns;
      for (let row = Math.floor(index / this.columns) - 1; row <= index / this.columns + 1; row++) {
        if (row < 0 || row >= this.rows) continue;
        for (let c = Math.max(0, column - 1); c <= Math.min(this.columns - 1, column + 1); c++) {
          const neighbour = row * this.columns + c;
          if (lit || wetStroke.has(neighbour)) flags[neighbour] = ALL_BANDS;
        }
      }
    }
  }

  private compose(index: number, layers: readonly Layer[], wet: Wet | undefined): number {
    const active = this.layers[this.active];
    const seen = layers.filter((layer) => layer.visible && layer.opacity > 0 && (layer.tiles.at(index) || (wet && layer === active)));
    if (seen.length === 0) return this.empty;
    if (seen.length === 1 && seen[0].plain && !(wet && seen[0] === active)) return seen[0].tiles.at(index);
    // The lowest one is copied; everything else is laid over it.
    const [lowest] = seen;
    const copies = lowest.plain && !(wet && lowest === active);
    this.copyTile(copies ? lowest.tiles.at(index) : this.empty, this.scratch);
    for (const layer of copies ? seen.slice(1) : seen) {
      const tile = layer.tiles.at(index);
      if (!wet || layer !== active) this.putOver(tile, index, layer);
      else if (wet.plain && layer.plain && !layer.keepsAlpha) {
        if (tile) this.kernels.run.mergeTint(this.scratch, tile);
        wet.join(this.scratch, index);
      } else {
        // Such a stroke changes its own layer alone, whatever lies below.
        this.copyTile(tile || this.empty, this.joined);
        this.join(this.joined, index, layer);
        this.putOver(this.joined, index, layer);
      }
    }
    return this.scratch;
  }

  /** Puts a layer's tile over what is composed so far. */
  private putOver(tile: number, index: number, { blend, opacity, mask, plain }: Layer): void {
    const { run } = this.kernels;
    if (plain) {
      run.mergeTint(this.scratch, tile);
      return;
    }
    const hidden = mask?.at(index) ?? 0;
    if (!hidden && blend === "source-over") {
      run.mergeWeaker(this.scratch, tile, toQ15(opacity));
      return;
    }
    if (opacity < 1 || hidden) run.scaleTile(tile, this.joined, toQ15(opacity), hidden);
    const source = opacity < 1 || hidden ? this.joined : tile;
    if (blend === "source-over") run.mergeTint(this.scratch, source);
    else run.blend(this.scratch, source, blendNumber(blend));
  }

  /** Makes the wet stroke part of a tile of its layer. */
  private join(tile: number, index: number, { keepsAlpha }: Layer): void {
    if (!this.wetStroke) return;
    if (keepsAlpha) this.copyTile(tile, this.before);
    this.wetStroke.join(tile, index);
    if (keepsAlpha) this.kernels.run.keepAlpha(tile, this.before);
  }

  private joinHeights(layer: Layer, index: number, wet: Wet): void {
    if (wet.body) this.pileUp(layer.makeHeights().make(index), index, wet);
    else {
      const tile = layer.heights?.at(index);
      if (tile) wet.wear?.(tile, index);
    }
  }

  private pileUp(tile: number, index: number, wet: Wet): void {
    const fresh = wet.body?.tiles.at(index);
    if (wet.body && fresh) this.kernels.run.pile(tile, fresh, wet.body.levels, wet.body.full);
    else wet.wear?.(tile, index);
  }

  private copyTile(from: number, to: number): void {
    this.kernels.heap.u8.copyWithin(to, from, from + 4 * PLANE);
  }
}
