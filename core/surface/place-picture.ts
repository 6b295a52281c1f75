import { ONE } from "../kernels/memory/q15";
import { PLANE, TILE } from "../kernels/memory/tile-size";
import type { Picture } from "../picture/picture";
import type { Surface } from "./surface";

/** Puts a picture on a surface's lowest layer, corner on corner, in place of what was there; what is beyond the surface is cut off. */
export function placePicture(surface: Surface, { width, height, channels, data, full }: Picture): void {
  const words = PLANE / 2;
  const [{ tiles }] = surface.layers;
  const columns = Math.min(surface.columns, Math.ceil(width / TILE));
  const rows = Math.min(surface.rows, Math.ceil(height / TILE));
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const tile = tiles.make(row * surface.columns + column) / 2;
      const out = surface.kernels.heap.u16;
      for (let y = 0; y < Math.min(TILE, height - row * TILE); y++) {
        for (let x = 0; x < Math.min(TILE, width - column * TILE); x++) {
          const from = ((row * TILE + y) * width + column * TILE + x) * channels;
          const alpha = channels % 2 === 0 ? data[from + channels - 1] / full : 1;
          for (let c = 0; c < 3; c++)
            out[tile + c * words + y * TILE + x] = Math.round(
              (data[from + (channels < 3 ? 0 : c)] / full) * alpha * ONE,
            );
          out[tile + 3 * words + y * TILE + x] = Math.round(alpha * ONE);
        }
      }
    }
  }
}
