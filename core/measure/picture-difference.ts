import { ciede2000 } from "../colour/difference";
import { type Lab, rgbToLab } from "../colour/lab";
import type { Rgb } from "../colour/srgb";

/** How two pictures of one size differ. */
export interface PictureDifference {
  /** Mean CIEDE2000 over the px where either has something else than paper; 0 where neither has. */
  readonly mean: number;
  /** The greatest one. */
  readonly most: number;
  /** The share of those px that differ visibly, by more than 1. */
  readonly changed: number;
  /** Opaque RGBA: what both have in pale grey, what differs from ochre to madder. */
  readonly pixels: Uint8ClampedArray<ArrayBuffer>;
}

/** A difference that is plainly seen; from here on the picture shows the full colour. */
const PLAIN = 20;
const slight: Rgb = [236, 197, 120];
const strong: Rgb = [155, 32, 56];

/** Compares opaque RGBA pictures px by px. @param paper the colour of what is not painted, 0…1 */
export function pictureDifference(a: Uint8ClampedArray, b: Uint8ClampedArray, paper: Rgb): PictureDifference {
  const [pr, pg, pb] = paper.map((v) => Math.round(v * 255));
  const pixels = new Uint8ClampedArray(a.length);
  const labs = new Map<number, Lab>();
  const labAt = (data: Uint8ClampedArray, i: number): Lab => {
    const key = (data[i] << 16) | (data[i + 1] << 8) | data[i + 2];
    const known = labs.get(key) ?? rgbToLab([data[i] / 255, data[i + 1] / 255, data[i + 2] / 255]);
    labs.set(key, known);
    return known;
  };
  let sum = 0;
  let most = 0;
  let painted = 0;
  let changed = 0;
  for (let i = 0; i < a.length; i += 4) {
    const blank = (data: Uint8ClampedArray) => data[i] === pr && data[i + 1] === pg && data[i + 2] === pb;
    pixels[i + 3] = 255;
    if (blank(a) && blank(b)) {
      pixels[i] = pixels[i + 1] = pixels[i + 2] = 253;
      continue;
    }
    painted++;
    const same = a[i] === b[i] && a[i + 1] === b[i + 1] && a[i + 2] === b[i + 2];
    const delta = same ? 0 : ciede2000(labAt(a, i), labAt(b, i));
    sum += delta;
    most = Math.max(most, delta);
    if (delta > 1) changed++;
    const share = Math.min(1, delta / PLAIN);
    const grey = 253 - (253 - (b[i] + b[i + 1] + b[i + 2]) / 3) * 0.25;
    for (let c = 0; c < 3; c++) pixels[i + c] = delta < 1 ? grey : slight[c] + share * (strong[c] - slight[c]);
  }
  return { mean: painted > 0 ? sum / painted : 0, most, changed: painted > 0 ? changed / painted : 0, pixels };
}
