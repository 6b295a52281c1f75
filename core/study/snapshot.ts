import { PLANE } from "../kernels/memory/tile-size";
import type { Tiles } from "../kernels/memory/tiles";
import { type LayerSheet, layerSheets } from "../surface/layer";
import { firstLooks, type Looks } from "./looks";
import type { StudySheet, Tips } from "./sheet";

type HeldTiles = ReadonlyMap<number, Uint8Array>;

/** A study as it is after some acts: from here it can be painted on without what came before. Its tiles are never written to. */
export interface Snapshot {
  readonly looks: Looks;
  readonly tips: Tips;
  /** By the layer's id. */
  readonly layers: ReadonlyMap<number, { readonly [part in LayerSheet]: HeldTiles }>;
  /** What it keeps that the one before does not, bytes. */
  readonly bytes: number;
}

/** What every study begins with. */
export const emptySnapshot: Snapshot = { looks: firstLooks, tips: new Map(), layers: new Map(), bytes: 0 };

/** What a sheet holds now. @param before an earlier one: tiles that are as they were there are shared with it */
export function takeSnapshot(sheet: StudySheet, before?: Snapshot): Snapshot {
  sheet.surface.dry();
  const { heap } = sheet.surface.kernels;
  let bytes = 0;
  const held = (tiles: Tiles | undefined, earlier: HeldTiles | undefined): HeldTiles => {
    const found = new Map<number, Uint8Array>();
    for (const index of tiles?.present() ?? []) {
      const at = tiles?.at(index) ?? 0;
      const present = heap.u8.subarray(at, at + (tiles?.planes ?? 0) * PLANE);
      const known = earlier?.get(index);
      if (known && alike(known, present)) found.set(index, known);
      else {
        found.set(index, present.slice());
        bytes += present.length;
      }
    }
    return found;
  };
  const layers = new Map(
    sheet.looks.map(({ id }) => {
      const layer = sheet.layer(id);
      const earlier = before?.layers.get(id);
      const [tiles, heights, mask, pool, dried] = layerSheets.map((part) => held(layer?.[part], earlier?.[part]));
      return [id, { tiles, heights, mask, pool, dried }];
    }),
  );
  const tips = new Map([...sheet.tips].map(([hash, tip]) => [hash, { ...tip }]));
  return { looks: sheet.looks, tips, layers, bytes };
}

/** Gives a sheet what a snapshot holds. */
export function putSnapshot(sheet: StudySheet, { looks, tips, layers }: Snapshot): void {
  sheet.reset(looks, tips);
  const { heap } = sheet.surface.kernels;
  for (const [id, held] of layers) {
    const layer = sheet.layer(id);
    if (!layer) continue;
    for (const part of layerSheets) {
      if (held[part].size === 0) continue;
      const tiles = layer.make(part);
      for (const [index, bytes] of held[part]) {
        // Entered first: the memory may grow by it, and then has other views.
        const at = tiles.enter(index);
        heap.u8.set(bytes, at);
      }
    }
  }
  sheet.surface.markAll();
}

function alike(a: Uint8Array, b: Uint8Array): boolean {
  const [wide, other] = [a, b].map((bytes) => new Uint32Array(bytes.buffer, bytes.byteOffset, bytes.length / 4));
  for (let i = 0; i < wide.length; i++) if (wide[i] !== other[i]) return false;
  return true;
}
