import type { Rgb } from "../colour/srgb";
import type { Ground } from "../ground/model";
import type { Kernels } from "../kernels/load";
import { ONE, toQ15 } from "../kernels/memory/q15";
import { PLANE, TILE } from "../kernels/memory/tile-size";
import { ALL_BANDS, ChangedTiles, type DirtyTile } from "./changed-tiles";
import { Composer, type LayerPart, pileUp, type WetOn } from "./compose";
import { DryingStroke } from "./drying";
import { Layer, type LayerSheet, layerSheets } from "./layer";
import { type CoverOnLayer, LIGHT_REACH, type Wet } from "./wet";

/** The longest side of a surface in px. */
export const MAX_SIDE = 16_384;

/** A painted area of `width`×`height` px: layers of 16-bit premultiplied tiles, bottom first, and a wet stroke while painting. */
export class Surface {
  readonly columns: number;
  readonly rows: number;
  private readonly changes: ChangedTiles;
  /** The surface's own grain, which every brush meets. */
  paper: Ground | undefined;
  /** The colour of the opaque sheet below all layers; undefined for none. Blend modes meet it. */
  sheet: Rgb | undefined;
  /** Is told of tiles of a layer that are about to change for good, while they are as they were. */
  beforeChange: ((layer: Layer, sheets: readonly LayerSheet[], indices: readonly number[]) => void) | undefined;
  /** What strokes have made of the surface for those after them, by name. */
  readonly kept = new Map<string, { release(): void }>();
  private order: readonly Layer[];
  private wetOn: WetOn | undefined;
  private drying: DryingStroke | undefined;
  private on: Layer;
  private part: LayerPart = "paint";
  private readonly composer: Composer;

  /** @throws RangeError unless both sides are whole numbers from 1 to 16384 */
  constructor(
    readonly kernels: Kernels,
    readonly width: number,
    readonly height: number,
    layers = 1,
  ) {
    for (const side of [width, height])
      if (!Number.isInteger(side) || side < 1 || side > MAX_SIDE)
        throw new RangeError(`a surface side is 1 to ${MAX_SIDE} px, not ${side}`);
    this.columns = Math.ceil(width / TILE);
    this.rows = Math.ceil(height / TILE);
    this.order = Array.from({ length: layers }, () => this.newLayer());
    this.on = this.order[0];
    this.composer = new Composer(kernels);
    this.changes = new ChangedTiles(kernels, this.columns, this.rows);
  }

  /** The address of one byte a tile: a bit for each eight rows in which something changed since `takeDirty`. */
  get dirty(): number {
    return this.changes.address;
  }

  /** All layers, the bottom one first. */
  get layers(): readonly Layer[] {
    return this.order;
  }

  /** A layer of this surface's size, to be given to `arrange`. */
  newLayer(): Layer {
    return new Layer(this.kernels, this.columns, this.rows);
  }

  /** Lays the layers in another order; what is not among them any more is forgotten. The one painted on must be. */
  arrange(layers: readonly Layer[]): void {
    this.dry();
    for (const layer of this.order) if (!layers.includes(layer)) layer.release();
    this.order = [...layers];
    this.markAll();
  }

  /** The stroke that is being painted. */
  get wet(): Wet | undefined {
    return this.wetOn?.stroke;
  }

  /** The tiles that changed since the last call. */
  takeDirty(): DirtyTile[] {
    this.spread();
    return this.changes.take();
  }

  /** Has everything shown anew. */
  markAll(): void {
    this.changes.markAll();
  }

  /** Has tiles shown anew. @param lit whether their neighbours look different, too, for light falls on thick paint */
  markChanged(indices: readonly number[], bands: number, lit: boolean): void {
    this.changes.mark(indices, bands, lit);
  }

  /** Chooses the layer that strokes are painted on, or its mask, which is made; a wet stroke is dried where it was begun. */
  paintOn(layer: number, part: LayerPart = "paint"): void {
    this.dry();
    this.on = this.order[layer];
    this.part = part;
    if (part === "mask") this.on.makeMask();
  }

  /** The layer that is painted on, as it is without the wet stroke. */
  get active(): Layer {
    return this.on;
  }

  /** Whether strokes are painted on a mask: what they cover is hidden, what they erase is seen again. */
  get paintsMask(): boolean {
    return this.part === "mask";
  }

  /** Begins a stroke on the layer that is painted on. @throws Error when that is locked */
  wetten(stroke: Wet): void {
    this.dry();
    if (this.on.locked) throw new Error("this layer is locked");
    this.wetOn = { stroke, layer: this.on, part: this.part };
  }

  /** Makes the wet stroke part of its layer, all that happens to it by itself included. */
  dry(): void {
    this.lay();
    this.settle();
  }

  /** Lets a stroke that was laid dry wholly. */
  settle(): void {
    while (this.goOn(() => true));
  }

  /** Whether a stroke that was laid is drying. */
  get dries(): boolean {
    return this.drying !== undefined;
  }

  /** Lets a stroke that was laid dry on. @param goOn is asked after each step; false stops @returns whether there is more */
  goOn(goOn: () => boolean): boolean {
    const { drying } = this;
    if (!drying) return false;
    const { changed, over } = drying.goOn(this.composer, goOn);
    this.markChanged(changed, ALL_BANDS, false);
    if (!over) return true;
    drying.release(true);
    this.drying = undefined;
    return false;
  }

  /** Makes the wet stroke part of its layer as it is; what happens to it by itself goes on there, beside whatever comes, until something is to be done on the surface. */
  lay(): void {
    const { wetOn } = this;
    if (!wetOn) return;
    const { stroke, layer, part } = wetOn;
    this.spread();
    const adds = stroke.adds && !layer.keepsAlpha;
    const changes = stroke.present();
    const sheet = layer === this.order[0] ? this.sheet : undefined;
    const sheets: LayerSheet[] = ["tiles", "heights"];
    if (stroke.settle) sheets.push("pool");
    if (layer.dried && !stroke.adds) sheets.push("dried");
    this.beforeChange?.(layer, part === "mask" ? ["mask"] : sheets, changes);
    if (stroke.drying && part === "paint")
      this.drying = new DryingStroke(this.kernels, wetOn, stroke.drying, changes, sheet);
    for (const index of changes) {
      if (part === "mask") {
        stroke.joinMask?.(layer.makeMask().make(index), index);
        continue;
      }
      const tile = layer.tiles.at(index);
      if (tile) this.composer.join(tile, index, wetOn, sheet);
      else if (adds && stroke.begin) stroke.begin(layer.tiles.enter(index), index, sheet);
      else if (adds) this.composer.join(layer.tiles.make(index), index, wetOn, sheet);
      const heights = stroke.body ? layer.makeHeights().make(index) : layer.heights?.at(index);
      if (heights) pileUp(this.kernels, heights, layer.driedHeights(index), index, stroke);
      // What takes paint away takes dry paint, too.
      const dried = stroke.adds ? 0 : layer.dried?.at(index);
      if (dried) {
        stroke.join(dried, index);
        stroke.wear?.(layer.driedHeights(index), index);
      }
      if (!this.drying) stroke.settle?.(layer, index);
    }
    if (!this.drying) stroke.release();
    this.wetOn = undefined;
  }

  /** Forgets everything painted on one layer and its mask, dry and wet. */
  clear(layer: number): void {
    const { tiles, heights, mask, pool, dried } = this.order[layer];
    this.settle();
    if (this.wetOn?.layer === this.order[layer]) {
      this.wetOn.stroke.release();
      this.wetOn = undefined;
    }
    const present = new Set([tiles, heights, mask, pool, dried].flatMap((sheet) => sheet?.present() ?? []));
    this.beforeChange?.(this.order[layer], layerSheets, [...present]);
    this.markChanged(tiles.present(), ALL_BANDS, heights !== undefined);
    tiles.clear();
    heights?.clear();
    mask?.clear();
    pool?.clear();
    dried?.clear();
  }

  /** Lets all that is on a layer dry: what comes later lies on it, and moves none of it. */
  dryOut(layer: number): void {
    this.dry();
    const { tiles, heights, pool } = this.order[layer];
    const { heap } = this.kernels;
    const present = tiles.present();
    this.beforeChange?.(this.order[layer], ["pool", "dried"], [...new Set([...present, ...(pool?.present() ?? [])])]);
    pool?.clear();
    const dried = this.order[layer].makeDried();
    for (const index of present) {
      const tile = dried.at(index) || dried.enter(index);
      heap.u8.copyWithin(tile, tiles.at(index), tiles.at(index) + 4 * PLANE);
      const high = heights?.at(index);
      if (high) heap.u8.copyWithin(tile + 4 * PLANE, high, high + PLANE);
      else heap.u8.fill(0, tile + 4 * PLANE, tile + 5 * PLANE);
    }
  }

  /** Fills one layer with an opaque colour, or only what is there when it keeps its alpha. */
  fill(layer: number, [r, g, b]: Rgb): void {
    this.dry();
    const { tiles, keepsAlpha } = this.order[layer];
    const { heap, run } = this.kernels;
    const whole = heap.take(PLANE);
    heap.u16.fill(ONE, whole / 2, (whole + PLANE) / 2);
    const all = Array.from({ length: this.columns * this.rows }, (_, index) => index);
    this.beforeChange?.(this.order[layer], ["tiles", "dried"], keepsAlpha ? tiles.present() : all);
    this.order[layer].dried?.clear();
    for (let index = 0; index < this.columns * this.rows; index++) {
      const tile = keepsAlpha ? tiles.at(index) : tiles.make(index);
      if (!tile) continue;
      this.composer.keepingAlpha(tile, keepsAlpha, true, () =>
        run.mergeCover(tile, whole, toQ15(r), toQ15(g), toQ15(b)),
      );
    }
    heap.give(whole, PLANE);
    this.markChanged(all, ALL_BANDS, false);
  }

  /** The address of a tile as the layers below the one that is painted on look; good until the next call of this or `tileToShow`. */
  tileBelow(index: number): number {
    return this.composer.tile(index, this.order.slice(0, this.order.indexOf(this.on)), undefined);
  }

  /** The address of a tile as these layers alone look, without a wet stroke; good until the next call of one of these. */
  tileOf(index: number, layers: readonly Layer[]): number {
    return this.composer.tile(index, layers, undefined);
  }

  /** The address of a tile as it looks now, all layers and the wet stroke together; good until the next call. */
  tileToShow(index: number): number {
    return this.composer.tile(index, this.order, this.wetOn, this.sheet);
  }

  /** The address of a tile of heights as they are now, all layers and the wet stroke together; 0 for none, good until the next call. */
  heightsToShow(index: number): number {
    return this.composer.heights(index, this.order, this.wetOn);
  }

  /** A wet stroke in one colour laid plainly over one layer's tile or none: the common case while painting, which can be shown at once. Its rows `from` … `to` are as they look. */
  wetAlone(index: number, from: number, to: number): CoverOnLayer | undefined {
    const { wetOn } = this;
    const alone = wetOn?.part === "paint" ? wetOn.stroke.coverAt(index, from, to) : undefined;
    if (!wetOn || !alone || wetOn.layer.keepsAlpha) return undefined;
    let layer = 0;
    let above = false;
    for (const one of this.order) {
      const { tiles, visible, plain } = one;
      const tile = tiles.at(index);
      if (one === wetOn.layer && !(visible && plain)) return undefined;
      if (tile && visible) {
        if (layer || above || !plain) return undefined;
        layer = tile;
      }
      above ||= one === wetOn.layer;
    }
    return { layer, ...alone };
  }

  /** Gives all memory back; the surface is not usable afterwards. */
  release(): void {
    this.wetOn?.stroke.release();
    this.drying?.release(false);
    for (const layer of this.order) layer.release();
    this.composer.release();
    for (const thing of this.kept.values()) thing.release();
    this.kept.clear();
    this.changes.release();
  }

  /** Makes neighbours of changed tiles changed ones, where the wet stroke changes how they look: its rim, or the light on thick paint. */
  private spread(): void {
    if (!this.wetOn) return;
    const { stroke, layer } = this.wetOn;
    const lit = stroke.body !== undefined || layer.heights !== undefined;
    this.changes.spread(Math.max(stroke.reach, lit ? LIGHT_REACH : 0), (index) => lit || stroke.has(index));
  }
}
