import type { Picture } from "../picture/picture";
import type { PictureFacts } from "./model";

/** Strength below which a px is empty. */
const EMPTY = 0.02;

/** What preflight minds of a picture. @param bytes of its file @param darkness whether what is dark is strong, and not what is opaque */
export function pictureFacts(picture: Picture, bytes: number, darkness = false): PictureFacts {
  const { width, height, channels, data, full } = picture;
  const hasAlpha = channels === 2 || channels === 4;
  const greyAt = (i: number) => {
    const at = i * channels;
    return channels < 3 ? data[at] / full : (0.2126 * data[at] + 0.7152 * data[at + 1] + 0.0722 * data[at + 2]) / full;
  };
  const strengthAt = (i: number) => {
    const alpha = hasAlpha ? data[i * channels + channels - 1] / full : 1;
    return darkness || !hasAlpha ? alpha * (1 - greyAt(i)) : alpha;
  };
  let border = 0;
  let inked = 0;
  let light = 0;
  let weight = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const strength = strengthAt(i);
      light += strength * greyAt(i);
      weight += strength;
      if (x > 0 && y > 0 && x < width - 1 && y < height - 1) continue;
      border++;
      if (strength > EMPTY) inked++;
    }
  return { width, height, bytes, borderInk: inked / border, lightness: weight > 0 ? light / weight : 0 };
}
