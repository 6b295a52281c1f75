import { decode } from "fast-png";
import type { Page } from "playwright-core";

export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** The paper as it is seen, 8-bit RGBA. */
export async function paperPixels(page: Page): Promise<Pixels> {
  const box = await page.locator("[role=img] > canvas").first().boundingBox();
  if (!box) throw new Error("there is no paper");
  const { width, height, data, channels } = decode(await page.screenshot({ clip: box }));
  const rgba = new Uint8Array(width * height * 4).fill(255);
  for (let i = 0; i < width * height; i++) for (let c = 0; c < 3; c++) rgba[i * 4 + c] = data[i * channels + c];
  return { width, height, data: rgba };
}

/** How many pixels differ within a rectangle. */
export function difference(
  a: Pixels,
  b: Pixels,
  { left, top, width, height }: { left: number; top: number; width: number; height: number },
): number {
  let count = 0;
  for (let y = Math.ceil(top); y < Math.floor(top + height); y++) {
    for (let x = Math.ceil(left); x < Math.floor(left + width); x++) {
      const i = (y * a.width + x) * 4;
      const j = (y * b.width + x) * 4;
      if (a.data[i] !== b.data[j] || a.data[i + 1] !== b.data[j + 1] || a.data[i + 2] !== b.data[j + 2]) count++;
    }
  }
  return count;
}

/** How many pixels of a rectangle are darker than mid grey, or than another level. */
export function inked(
  a: Pixels,
  { left, top, width, height }: { left: number; top: number; width: number; height: number },
  level = 128,
): number {
  let count = 0;
  for (let y = Math.ceil(top); y < Math.floor(top + height); y++)
    for (let x = Math.ceil(left); x < Math.floor(left + width); x++)
      if (a.data[(y * a.width + x) * 4 + 1] < level) count++;
  return count;
}
