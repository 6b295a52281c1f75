import { greyOf, MOST_SIDE, type Plane } from "@core/desk/plane";
import { FormatError } from "@core/formats/fault";
import { readTipPicture } from "@core/formats/png/tip-picture";

const MOST_BYTES = 64 << 20;
const PNG = [0x89, 0x50, 0x4e, 0x47];

/**
 * Reads a picture from a file: PNG of 8 or 16 bits as it is, anything else as the browser decodes it, turned as its EXIF says;
 * of an animation the first picture. @throws FormatError in one line
 */
export async function openPicture(file: File): Promise<Plane> {
  if (file.size === 0) throw new FormatError(`${file.name}: the file is empty`);
  if (file.size > MOST_BYTES) throw new FormatError(`${file.name}: larger than ${MOST_BYTES >> 20} MB`);
  const head = new Uint8Array(await file.slice(0, 4).arrayBuffer());
  if (PNG.every((byte, i) => head[i] === byte)) {
    const bytes = new Uint8Array(await file.arrayBuffer());
    try {
      return greyOf(readTipPicture(bytes, file.name));
    } catch (error) {
      // A palette is read by the browser; what is broken or too large is not.
      if (!(error instanceof FormatError) || !/8 or 16 bits/.test(error.message)) throw error;
    }
  }
  return decoded(file);
}

async function decoded(file: File): Promise<Plane> {
  if (!/^image\/(png|jpeg|webp)$/.test(file.type)) throw new FormatError(`${file.name}: a PNG, JPEG or WebP picture can be opened here`);
  const bitmap = await createImageBitmap(file).catch(() => undefined);
  if (!bitmap) throw new FormatError(`${file.name}: the picture cannot be read; it may be damaged`);
  const { width, height } = bitmap;
  try {
    if (width > MOST_SIDE || height > MOST_SIDE) throw new FormatError(`${file.name}: ${width}×${height} px; ${MOST_SIDE} px a side are the most`);
    const drawing = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true });
    if (!drawing) throw new FormatError("this browser cannot draw outside the page");
    drawing.drawImage(bitmap, 0, 0);
    return greyOf({ width, height, channels: 4, data: new Uint8Array(drawing.getImageData(0, 0, width, height).data.buffer), full: 255 });
  } finally {
    bitmap.close();
  }
}
