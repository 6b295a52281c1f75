import type { Plane } from "../plane";

/** How much a tile's border is seen: the mean step across it ÷ the mean step between neighbouring rows and columns inside. 1 or less is unseen. */
export function seamOf({ width, height, data }: Plane): number {
  let inside = 0;
  let count = 0;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (x + 1 < width) {
        inside += Math.abs(data[y * width + x + 1] - data[y * width + x]);
        count++;
      }
      if (y + 1 < height) {
        inside += Math.abs(data[(y + 1) * width + x] - data[y * width + x]);
        count++;
      }
    }
  }
  let across = 0;
  for (let y = 0; y < height; y++) across += Math.abs(data[y * width] - data[y * width + width - 1]);
  for (let x = 0; x < width; x++) across += Math.abs(data[x] - data[(height - 1) * width + x]);
  const usual = count > 0 ? inside / count : 0;
  const border = across / (width + height);
  return usual > 0 ? border / usual : border > 0 ? Number.POSITIVE_INFINITY : 1;
}
