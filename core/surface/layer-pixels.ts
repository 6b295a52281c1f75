import { ONE } from "../kernels/memory/q15";
import { TILE } from "../kernels/memory/tile-size";
import type { Layer } from "./layer";
import type { Surface } from "./surface";

/** A part of a layer: 16-bit RGBA, colour not multiplied by alpha, its corner at (x, y) of the surface. */
export interface LayerPixels {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly data: Uint16Array;
}

/** One layer's own paint, cut to the tiles that have any; undefined when none has. What its mask hides is not there. */
export function layerPixels({ kernels, width, height, columns }: Surface, layer: Layer): LayerPixels | undefined {
  const present = layer.tiles.present();
  if (present.length === 0) return undefined;
  const lefts = present.map((index) => (index % columns) * TILE);
  const tops = present.map((index) => Math.floor(index / columns) * TILE);
  const x = Math.min(...lefts);
  const y = Math.min(...tops);
  const wide = Math.min(width, Math.max(...lefts) + TILE) - x;
  const high = Math.min(height, Math.max(...tops) + TILE) - y;
  const data = new Uint16Array(wide * high * 4);
  const words = kernels.heap.u16;
  present.forEach((index, n) => {
    const tile = layer.tiles.at(index) / 2;
    const hidden = (layer.mask?.at(index) ?? 0) / 2;
    for (let j = 0; j < Math.min(TILE, height - tops[n]); j++) {
      for (let i = 0; i < Math.min(TILE, width - lefts[n]); i++) {
        const at = tile + j * TILE + i;
        const alpha = words[at + 3 * TILE * TILE];
        const to = ((tops[n] - y + j) * wide + lefts[n] - x + i) * 4;
        for (let c = 0; c < 3; c++)
          data[to + c] = alpha > 0 ? Math.min(65535, Math.round((words[at + c * TILE * TILE] / alpha) * 65535)) : 0;
        const seen = hidden ? 1 - words[hidden + j * TILE + i] / ONE : 1;
        data[to + 3] = Math.round((alpha / ONE) * seen * 65535);
      }
    }
  });
  return { x, y, width: wide, height: high, data };
}
