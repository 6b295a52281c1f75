import type { Rgb } from "../colour/srgb";
import type { Kernels } from "../kernels/load";
import { toQ15 } from "../kernels/memory/q15";
import { PLANE } from "../kernels/memory/tile-size";
import type { Layer } from "./layer";
import { blendOver, type Wet } from "./wet";

/** What of a layer is painted on. */
export type LayerPart = "paint" | "mask";

/** An unfinished stroke and where it goes. */
export interface WetOn {
  readonly stroke: Wet;
  readonly layer: Layer;
  readonly part: LayerPart;
}

/** Lays layers and a wet stroke over one another, a tile at a time. Its answers are good until the next call. */
export class Composer {
  private readonly scratch: number;
  private readonly joined: number;
  private readonly before: number;
  private readonly hidden: number;
  /** A tile with nothing on it. */
  private readonly empty: number;

  constructor(private readonly kernels: Kernels) {
    const { heap } = kernels;
    this.scratch = heap.take(4 * PLANE);
    this.joined = heap.take(4 * PLANE);
    this.before = heap.take(4 * PLANE);
    this.hidden = heap.take(4 * PLANE);
    this.empty = heap.takeCleared(4 * PLANE);
  }

  release(): void {
    for (const room of [this.scratch, this.joined, this.before, this.hidden, this.empty])
      this.kernels.heap.give(room, 4 * PLANE);
  }

  /**
   * The address of a tile as layers, the bottom one first, and the stroke look together.
   * @param sheet the colour of the opaque sheet below them, if there is one: blend modes meet it
   */
  tile(index: number, layers: readonly Layer[], wet: WetOn | undefined, sheet?: Rgb): number {
    const fresh = wet?.stroke.has(index) ? wet : undefined;
    const paint = fresh?.part === "paint" ? fresh : undefined;
    const seen = layers.filter(
      (layer) => layer.visible && layer.opacity > 0 && (layer.tiles.at(index) || layer === paint?.layer),
    );
    if (seen.length === 0) return this.empty;
    if (seen.length === 1 && seen[0].plain && seen[0] !== paint?.layer) return seen[0].tiles.at(index);
    // The lowest one is copied; everything else is laid over it.
    const [lowest] = seen;
    const copies = lowest.plain && lowest !== paint?.layer;
    this.copy(copies ? lowest.tiles.at(index) : this.empty, this.scratch);
    for (const layer of copies ? seen.slice(1) : seen) {
      const tile = layer.tiles.at(index);
      if (layer !== paint?.layer)
        this.putOver(tile, index, layer, sheet, layer === fresh?.layer ? fresh.stroke : undefined);
      else if (paint.stroke.plain && layer.plain && !layer.keepsAlpha) {
        if (tile) this.kernels.run.mergeTint(this.scratch, tile);
        paint.stroke.join(this.scratch, index);
      } else {
        // Such a stroke changes its own layer alone, whatever lies below.
        this.copy(tile || this.empty, this.joined);
        this.join(this.joined, index, paint, layer === layers[0] ? sheet : undefined);
        this.putOver(this.joined, index, layer, sheet);
      }
    }
    return this.scratch;
  }

  /** The address of a tile of heights, all layers and the stroke together; 0 for none. */
  heights(index: number, layers: readonly Layer[], wet: WetOn | undefined): number {
    const { run, heap } = this.kernels;
    const paint = wet?.part === "paint" ? wet : undefined;
    const fresh = paint?.stroke.body?.tiles.at(index) ?? 0;
    const seen = layers.filter(
      (layer) => layer.visible && layer.opacity > 0 && (layer.heights?.at(index) || (layer === paint?.layer && fresh)),
    );
    if (seen.length === 0) return 0;
    heap.u8.fill(0, this.scratch, this.scratch + PLANE);
    for (const layer of seen) {
      const tile = layer.heights?.at(index) ?? 0;
      if (layer !== paint?.layer || !paint.stroke.has(index)) {
        if (tile) run.addHeights(this.scratch, tile, toQ15(layer.opacity));
        continue;
      }
      heap.u8.copyWithin(this.joined, tile || this.empty, (tile || this.empty) + PLANE);
      pileUp(this.kernels, this.joined, layer.driedHeights(index), index, paint.stroke);
      run.addHeights(this.scratch, this.joined, toQ15(layer.opacity));
    }
    return this.scratch;
  }

  /** Makes the stroke part of a tile of its layer's paint. */
  join(tile: number, index: number, { stroke, layer }: WetOn, sheet?: Rgb): void {
    this.keepingAlpha(tile, layer.keepsAlpha, stroke.lies === true, () =>
      // What keeps its alpha is opaque while it is laid over: no sheet shows there.
      stroke.join(tile, index, layer.keepsAlpha ? undefined : sheet),
    );
  }

  /** Changes a layer's tile, and where `keeps` says so gives it the alpha back that it had; what `lies` over its paint then lies atop of it. */
  keepingAlpha(tile: number, keeps: boolean, lies: boolean, change: () => void): void {
    if (keeps) this.copy(tile, this.before);
    if (keeps && lies) this.kernels.run.solid(tile);
    change();
    if (keeps) this.kernels.run.keepAlpha(tile, this.before);
  }

  /** Puts a layer's tile over what is composed so far; `fresh` is a stroke on its mask. */
  private putOver(
    tile: number,
    index: number,
    { blend, opacity, mask, plain }: Layer,
    sheet: Rgb | undefined,
    fresh?: Wet,
  ): void {
    const { run, heap } = this.kernels;
    if (plain && !fresh) {
      run.mergeTint(this.scratch, tile);
      return;
    }
    let hidden = mask?.at(index) ?? 0;
    if (fresh) {
      heap.u8.copyWithin(this.hidden, hidden || this.empty, (hidden || this.empty) + PLANE);
      fresh.joinMask?.(this.hidden, index);
      hidden = this.hidden;
    }
    if (!hidden && blend === "source-over") {
      // At full opacity as a plain layer, to the last bit: a mask that hides nothing here must not be seen.
      if (opacity === 1) run.mergeTint(this.scratch, tile);
      else run.mergeWeaker(this.scratch, tile, toQ15(opacity));
      return;
    }
    if (opacity < 1 || hidden) run.scaleTile(tile, this.joined, toQ15(opacity), hidden);
    const source = opacity < 1 || hidden ? this.joined : tile;
    if (blend === "source-over") run.mergeTint(this.scratch, source);
    else blendOver(this.kernels, this.scratch, source, blend, sheet);
  }

  private copy(from: number, to: number): void {
    this.kernels.heap.u8.copyWithin(to, from, from + 4 * PLANE);
  }
}

/** Piles a stroke's body onto a tile of heights, or takes from it what the stroke erases. @param dried the heights that have dried, 0 for none */
export function pileUp({ run, heap }: Kernels, tile: number, dried: number, index: number, stroke: Wet): void {
  const fresh = stroke.body?.tiles.at(index);
  if (stroke.body?.isWhole && fresh) heap.u8.copyWithin(tile, fresh, fresh + PLANE);
  else if (stroke.body && fresh) run.pile(tile, fresh, dried, stroke.body.levels, stroke.body.full);
  else stroke.wear?.(tile, index);
}
