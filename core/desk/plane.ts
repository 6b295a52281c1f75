import type { Picture } from "../picture/picture";

/** A grey picture as numbers 0…1, row by row. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array<ArrayBuffer>;
}

/** The longest side of a picture on a desk, px. */
export const MOST_SIDE = 4096;

export function planeOf(width: number, height: number, at: (x: number, y: number) => number): Plane {
  const data = new Float32Array(width * height);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) data[y * width + x] = at(x, y);
  return { width, height, data };
}

/** Rec. 709 weights, as sRGB's luminance has them. */
const RED = 0.2126;
const GREEN = 0.7152;
const BLUE = 0.0722;

/** How light a picture is at each px, laid on white where it is transparent; numbers as they are encoded. */
export function greyOf({ width, height, channels, data, full }: Picture): Plane {
  const out = new Float32Array(width * height);
  const colour = channels >= 3;
  for (let i = 0; i < out.length; i++) {
    const at = i * channels;
    const light = colour ? RED * data[at] + GREEN * data[at + 1] + BLUE * data[at + 2] : data[at];
    const alpha = channels % 2 === 0 ? data[at + channels - 1] / full : 1;
    out[i] = (light / full) * alpha + 1 - alpha;
  }
  return { width, height, data: out };
}

/** A part of a plane. @throws RangeError when it is empty or reaches beyond */
export function crop({ width, height, data }: Plane, left: number, top: number, w: number, h: number): Plane {
  if (!(w >= 1 && h >= 1 && left >= 0 && top >= 0 && left + w <= width && top + h <= height))
    throw new RangeError(`there is no part of ${w}×${h} px at (${left}, ${top}) of ${width}×${height} px`);
  return planeOf(w, h, (x, y) => data[(top + y) * width + left + x]);
}

/** The plane moved by half its sides, so that its border lies in the middle. */
export function shiftedByHalf({ width, height, data }: Plane): Plane {
  const [dx, dy] = [width >> 1, height >> 1];
  return planeOf(width, height, (x, y) => data[((y + dy) % height) * width + ((x + dx) % width)]);
}
