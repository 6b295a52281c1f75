import { TILE } from "../kernels/memory/tile-size";
import type { Surface } from "./surface";

/** A surface's heights as 16-bit grey, row by row: 0 bare … 65535 the thickest paint. */
export function heightPixels(surface: Surface): Uint16Array {
  const out = new Uint16Array(surface.width * surface.height);
  for (let index = 0; index < surface.columns * surface.rows; index++) {
    const tile = surface.heightsToShow(index) / 2;
    if (!tile) continue;
    const words = surface.kernels.heap.u16;
    const left = (index % surface.columns) * TILE;
    const top = Math.floor(index / surface.columns) * TILE;
    for (let y = 0; y < Math.min(TILE, surface.height - top); y++)
      for (let x = 0; x < Math.min(TILE, surface.width - left); x++)
        out[(top + y) * surface.width + left + x] = Math.min(
          65535,
          words[tile + y * TILE + x] * 2 + (words[tile + y * TILE + x] >> 14),
        );
  }
  return out;
}

/** Sobel's weights of the three rows across which a slope is taken. */
const ACROSS = [1, 2, 1] as const;

/**
 * The directions in which a surface's paint faces, as 16-bit RGBA: red to the right, green up, blue towards the eye, each
 * `½ + ½n`; flat is (½, ½, 1). Slopes are Sobel's over three px; beyond the edge it goes on as at the edge.
 * @param depth px that full height stands up
 */
export function normalPixels(surface: Surface, depth: number): Uint16Array {
  const { width, height } = surface;
  const heights = heightPixels(surface);
  const out = new Uint16Array(width * height * 4);
  const scale = depth / (65535 * 8);
  const at = (x: number, y: number) =>
    heights[Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))];
  const encoded = (n: number) => Math.round((0.5 + 0.5 * n) * 65535);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let right = 0;
      let down = 0;
      for (let i = -1; i <= 1; i++) {
        right += ACROSS[i + 1] * (at(x + 1, y + i) - at(x - 1, y + i));
        down += ACROSS[i + 1] * (at(x + i, y + 1) - at(x + i, y - 1));
      }
      const [dx, dy] = [right * scale, down * scale];
      const per = 1 / Math.sqrt(dx * dx + dy * dy + 1);
      out.set([encoded(-dx * per), encoded(dy * per), encoded(per), 65535], (y * width + x) * 4);
    }
  return out;
}
