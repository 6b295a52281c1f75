import { decode } from "fast-png";
import type { Page } from "playwright-core";

export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** How often the paper is looked at until nothing on it changes, and how many frames pass between. */
const LOOKS = 20;
const FRAMES = 6;

/**
 * The paper as it is seen, 8-bit RGBA. The worker's canvas reaches the screen a few frames after the worker says so, later on a
 * busy machine: it is looked at until it stays as it is.
 */
export async function paperPixels(page: Page): Promise<Pixels> {
  let before: Buffer | undefined;
  for (let look = 0; ; look++) {
    await page.evaluate(async (frames) => {
      for (let n = 0; n < frames; n++) await new Promise((resolve) => requestAnimationFrame(resolve));
    }, FRAMES);
    const clip = await page.locator("[role=img] > canvas").first().boundingBox();
    if (!clip) throw new Error("there is no paper");
    const now = await page.screenshot({ clip, animations: "disabled" });
    if (before?.equals(now) || look === LOOKS) return pixelsOf(now);
    before = now;
  }
}

function pixelsOf(png: Uint8Array): Pixels {
  const { width, height, data, channels } = decode(png);
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
