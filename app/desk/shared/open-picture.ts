import { MOST_SIDE } from "@core/desk/plane";
import { FormatError } from "@core/formats/fault";
import { readTipPicture } from "@core/formats/png/tip-picture";
import type { Picture } from "@core/picture/picture";
import { imageSize } from "image-size";

const MOST_BYTES = 64 << 20;
const PNG = [0x89, 0x50, 0x4e, 0x47];
/** Where the sides of a picture are found: a camera's own thumbnail may stand before them. */
const HEAD = 1 << 20;

/**
 * Reads a picture from a file: PNG of 8 or 16 bits as it is, anything else as the browser decodes it, turned as its EXIF says;
 * of an animation the first picture. Its sides are read first: a small file cannot claim a large picture's memory.
 * @throws FormatError in one line
 */
export async function openPicture(file: File): Promise<Picture> {
  if (file.size === 0) throw new FormatError(`${file.name}: the file is empty`);
  if (file.size > MOST_BYTES) throw new FormatError(`${file.name}: larger than ${MOST_BYTES >> 20} MB`);
  const head = new Uint8Array(await file.slice(0, HEAD).arrayBuffer());
  if (PNG.every((byte, i) => head[i] === byte)) {
    const bytes = new Uint8Array(await file.arrayBuffer());
    try {
      return readTipPicture(bytes, file.name);
    } catch (error) {
      // A palette is read by the browser; what is broken or too large is not.
      if (!(error instanceof FormatError) || !/8 or 16 bits/.test(error.message)) throw error;
    }
  }
  return decoded(file, head);
}

async function decoded(file: File, head: Uint8Array): Promise<Picture> {
  if (!/^image\/(png|jpeg|webp)$/.test(file.type))
    throw new FormatError(`${file.name}: a PNG, JPEG, WebP or SVG picture can be opened here`);
  const damaged = new FormatError(`${file.name}: the picture cannot be read; it may be damaged`);
  const { width, height } = sidesOf(head) ?? {};
  if (!width || !height) throw damaged;
  if (width > MOST_SIDE || height > MOST_SIDE)
    throw new FormatError(`${file.name}: ${width}×${height} px; ${MOST_SIDE} px a side are the most`);
  const bitmap = await createImageBitmap(file).catch(() => undefined);
  if (!bitmap) throw damaged;
  try {
    const drawing = new OffscreenCanvas(bitmap.width, bitmap.height).getContext("2d", { willReadFrequently: true });
    if (!drawing) throw new FormatError("this browser cannot draw outside the page");
    drawing.drawImage(bitmap, 0, 0);
    return {
      width: bitmap.width,
      height: bitmap.height,
      channels: 4,
      data: new Uint8Array(drawing.getImageData(0, 0, bitmap.width, bitmap.height).data.buffer),
      full: 255,
    };
  } finally {
    bitmap.close();
  }
}

function sidesOf(head: Uint8Array): { readonly width: number; readonly height: number } | undefined {
  try {
    return imageSize(head);
  } catch {
    return undefined;
  }
}
