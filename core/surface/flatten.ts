import { type Blend, blendNumber } from "../kernels/blend-modes";
import type { Kernels } from "../kernels/load";
import { ONE } from "../kernels/memory/q15";
import { PLANE, TILE } from "../kernels/memory/tile-size";
import type { Picture } from "../picture/picture";
import { Surface } from "./surface";

/** What a layered picture has of a layer. */
export interface PlacedLayer {
  readonly x: number;
  readonly y: number;
  readonly opacity: number;
  readonly visible: boolean;
  readonly blend: Blend;
  readonly picture: Picture;
}

/** Lays pictures over one another, the bottom one first, on a new surface of one layer; the caller releases it. */
export function flatten(kernels: Kernels, width: number, height: number, layers: readonly PlacedLayer[]): Surface {
  const surface = new Surface(kernels, width, height);
  const source = kernels.heap.take(4 * PLANE);
  for (const layer of layers) {
    if (!layer.visible || layer.opacity === 0) continue;
    const first = { column: Math.max(0, Math.floor(layer.x / TILE)), row: Math.max(0, Math.floor(layer.y / TILE)) };
    const last = {
      column: Math.min(surface.columns, Math.ceil((layer.x + layer.picture.width) / TILE)),
      row: Math.min(surface.rows, Math.ceil((layer.y + layer.picture.height) / TILE)),
    };
    for (let row = first.row; row < last.row; row++) {
      for (let column = first.column; column < last.column; column++) {
        kernels.heap.u8.fill(0, source, source + 4 * PLANE);
        if (!fillTile(kernels.heap.u16, source, layer, column * TILE, row * TILE, width, height)) continue;
        kernels.run.blend(
          surface.layers[0].tiles.make(row * surface.columns + column),
          source,
          blendNumber(layer.blend),
        );
      }
    }
  }
  kernels.heap.give(source, 4 * PLANE);
  return surface;
}

/** Puts what of a layer falls on a tile into an empty four-plane tile. @returns whether there was anything */
function fillTile(
  words: Uint16Array,
  tile: number,
  { x: ox, y: oy, opacity, picture }: PlacedLayer,
  left: number,
  top: number,
  width: number,
  height: number,
): boolean {
  const { channels, data, full } = picture;
  const plane = PLANE / 2;
  const fromX = Math.max(left, ox);
  const toX = Math.min(left + TILE, ox + picture.width, width);
  const toY = Math.min(top + TILE, oy + picture.height, height);
  let any = false;
  for (let y = Math.max(top, oy); y < toY; y++) {
    for (let x = fromX; x < toX; x++) {
      const from = ((y - oy) * picture.width + x - ox) * channels;
      const alpha = (channels % 2 === 0 ? data[from + channels - 1] / full : 1) * opacity;
      if (alpha === 0) continue;
      any = true;
      const to = tile / 2 + (y - top) * TILE + x - left;
      for (let c = 0; c < 3; c++)
        words[to + c * plane] = (data[from + (channels < 3 ? 0 : c)] / full) * alpha * ONE + 0.5;
      words[to + 3 * plane] = alpha * ONE + 0.5;
    }
  }
  return any;
}
