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

/** White in 16 bits. */
const DEEP = 65535;

/** Rec. 709 weights, as sRGB's luminance has them. */
const RED = 0.2126;
const GREEN = 0.7152;
const BLUE = 0.0722;

/** How light a picture is at each px, laid on white where it is transparent; numbers as they are encoded. */
export function greyOf({ width, height, channels, data, full }: Picture): Plane {
  const out = new Float32Array(width * height);
  if (channels === 1) for (let i = 0; i < out.length; i++) out[i] = data[i] / full;
  else if (channels === 3)
    for (let i = 0, at = 0; i < out.length; i++, at += 3)
      out[i] = (RED * data[at] + GREEN * data[at + 1] + BLUE * data[at + 2]) / full;
  else
    for (let i = 0, at = 0; i < out.length; i++, at += channels) {
      const light = channels === 4 ? RED * data[at] + GREEN * data[at + 1] + BLUE * data[at + 2] : data[at];
      const alpha = data[at + channels - 1] / full;
      out[i] = (light / full) * alpha + 1 - alpha;
    }
  return { width, height, data: out };
}

/** A plane of these sides, each px the mean of what it covers; a smaller plane is read at its nearest px. */
export function reducedTo({ width, height, data }: Plane, w: number, h: number): Plane {
  return planeOf(w, h, (x, y) => {
    const [x0, y0] = [Math.floor((x * width) / w), Math.floor((y * height) / h)];
    const [x1, y1] = [
      Math.max(x0 + 1, Math.floor(((x + 1) * width) / w)),
      Math.max(y0 + 1, Math.floor(((y + 1) * height) / h)),
    ];
    let sum = 0;
    for (let j = y0; j < y1; j++) for (let i = x0; i < x1; i++) sum += data[j * width + i];
    return sum / ((x1 - x0) * (y1 - y0));
  });
}

/** A plane whose shorter side is at most so many px, in its own proportions. */
export function reduced(plane: Plane, side: number): Plane {
  const scale = side / Math.min(plane.width, plane.height);
  return scale >= 1
    ? plane
    : reducedTo(plane, Math.max(1, Math.round(plane.width * scale)), Math.max(1, Math.round(plane.height * scale)));
}

/** A plane as a picture of 16-bit grey. */
export function pictureOfPlane({ width, height, data }: Plane): Picture & { readonly data: Uint16Array<ArrayBuffer> } {
  const out = new Uint16Array(data.length);
  for (let i = 0; i < out.length; i++) out[i] = Math.round(data[i] * DEEP);
  return { width, height, channels: 1, data: out, full: DEEP };
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
