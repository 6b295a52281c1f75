import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { TILE } from "@core/kernels/memory/tile-size";
import { Surface } from "@core/surface/surface";

export const kernels = createKernels();

/** A surface whose pixels are colour and alpha as told. */
export function surfaceOf(
  width: number,
  height: number,
  pixel: (x: number, y: number) => readonly [number, number, number, number],
): Surface {
  const surface = new Surface(kernels, width, height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const tile = surface.layers[0].tiles.make((y >> 6) * surface.columns + (x >> 6)) / 2;
      const [r, g, b, a] = pixel(x, y);
      [r * a, g * a, b * a, a].forEach((n, plane) => {
        kernels.heap.u16[tile + plane * TILE * TILE + (y & 63) * TILE + (x & 63)] = Math.round(n * ONE);
      });
    }
  }
  return surface;
}

/** Premultiplied red, green, blue and alpha of a pixel, 0…1. */
export function pixelAt(surface: Surface, x: number, y: number): number[] {
  const tile = surface.tileToShow((y >> 6) * surface.columns + (x >> 6)) / 2;
  return [0, 1, 2, 3].map((plane) => kernels.heap.u16[tile + plane * TILE * TILE + (y & 63) * TILE + (x & 63)] / ONE);
}
