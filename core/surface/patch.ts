import { deflateSync, inflateSync } from "fflate";
import type { Kernels } from "../kernels/load";
import { PLANE } from "../kernels/memory/tile-size";
import type { Tiles } from "../kernels/memory/tiles";
import { ALL_BANDS } from "./changed-tiles";
import { type Layer, type LayerSheet, layerSheets, sheetPlanes } from "./layer";
import type { Surface } from "./surface";

/** What some tiles of one layer held at one time; null for a tile that was not there. */
type Held = Map<number, Uint8Array | null>;

/**
 * Some of a layer's tiles as they were: what it takes to lead back from a change, and forward again. Its memory is
 * JavaScript's own, so that it outlasts the kernels' tiles.
 */
export class LayerPatch {
  /** Of all that is kept. */
  bytes = 0;
  private packed = false;
  private readonly held: { readonly [sheet in LayerSheet]: Held } = {
    tiles: new Map(),
    heights: new Map(),
    mask: new Map(),
    pool: new Map(),
    dried: new Map(),
  };

  /** Keeps what these tiles hold now; what is kept of a tile already stays. */
  keep(kernels: Kernels, layer: Layer, sheets: readonly LayerSheet[], indices: readonly number[]): void {
    for (const sheet of sheets) {
      const held = this.held[sheet];
      for (const index of indices) {
        if (held.has(index)) continue;
        const copy = copyOf(kernels, layer[sheet], index);
        held.set(index, copy);
        this.bytes += copy?.length ?? 0;
      }
    }
  }

  /** Packs what is kept, for as long as it is not wanted: paint is mostly alike from px to px. */
  pack(): void {
    if (this.packed) return;
    this.packed = true;
    this.bytes = this.through((bytes) => deflateSync(bytes, { level: 1 }));
  }

  /** Gives the layer what is kept, and keeps what it had: the way back. What changes is marked to be shown. */
  swap(surface: Surface, layer: Layer): void {
    const { kernels } = surface;
    if (this.packed) this.through((bytes, size) => inflateSync(bytes, { out: new Uint8Array(size) }));
    this.packed = false;
    this.bytes = 0;
    for (const sheet of layerSheets) {
      const held = this.held[sheet];
      for (const [index, wanted] of held) {
        const present = copyOf(kernels, layer[sheet], index);
        put(kernels, layer.make(sheet), index, wanted);
        held.set(index, present);
        this.bytes += present?.length ?? 0;
      }
      surface.markChanged([...held.keys()], ALL_BANDS, sheet === "heights");
    }
    if (layer.mask?.present().length === 0) layer.dropMask();
  }

  /** Puts all that is kept through a change, and counts its bytes afterwards. */
  private through(change: (bytes: Uint8Array, size: number) => Uint8Array): number {
    let total = 0;
    for (const sheet of layerSheets) {
      const held = this.held[sheet];
      const size = sheetPlanes[sheet] * PLANE;
      for (const [index, bytes] of held) {
        if (!bytes) continue;
        const next = change(bytes, size);
        held.set(index, next);
        total += next.length;
      }
    }
    return total;
  }
}

function copyOf({ heap }: Kernels, tiles: Tiles | undefined, index: number): Uint8Array | null {
  const tile = tiles?.at(index);
  return tiles && tile ? heap.u8.slice(tile, tile + tiles.planes * PLANE) : null;
}

function put({ heap }: Kernels, tiles: Tiles, index: number, wanted: Uint8Array | null): void {
  if (wanted) {
    // Entered first: the memory may grow by it, and then has other views.
    const at = tiles.at(index) || tiles.enter(index);
    heap.u8.set(wanted, at);
  } else tiles.drop(index);
}
