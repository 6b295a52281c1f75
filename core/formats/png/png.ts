import { type DecodedPng, decode, encode } from "fast-png";
import { FormatError } from "../fault";

/** The longest side of a picture that is taken from outside, px. */
export const MAX_IMAGE_SIDE = 4096;

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

/**
 * Decodes a PNG (W3C PNG Third Edition) of at most 4096×4096 px. The size is read from the header first, so that a
 * small file cannot claim a large picture's memory.
 * @throws FormatError naming `what`
 */
export function readPng(bytes: Uint8Array, what: string): DecodedPng {
  const { width, height } = pngSize(bytes, what);
  if (width > MAX_IMAGE_SIDE || height > MAX_IMAGE_SIDE || width < 1 || height < 1)
    throw new FormatError(`${what}: ${width}×${height} px, the most is ${MAX_IMAGE_SIDE}×${MAX_IMAGE_SIDE}`);
  try {
    return decode(bytes, { checkCrc: true });
  } catch (error) {
    throw new FormatError(
      `${what}: the picture cannot be decoded (${error instanceof Error ? error.message : "unknown fault"})`,
    );
  }
}

function pngSize(bytes: Uint8Array, what: string): { width: number; height: number } {
  if (bytes.length < 33 || SIGNATURE.some((b, i) => bytes[i] !== b))
    throw new FormatError(`${what}: not a PNG picture`);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return { width: view.getUint32(16), height: view.getUint32(20) };
}

/** Encodes 8-bit RGBA, colour not multiplied by alpha. */
export function writeRgba(data: Uint8ClampedArray<ArrayBuffer>, width: number, height: number): Uint8Array {
  return encode({
    width,
    height,
    data: new Uint8Array(data.buffer, data.byteOffset, data.byteLength),
    channels: 4,
    depth: 8,
  });
}

/** Encodes 16-bit RGBA, colour not multiplied by alpha. */
export function writeRgba16(data: Uint16Array, width: number, height: number): Uint8Array {
  return encode({ width, height, data, channels: 4, depth: 16 });
}

/** Encodes 16-bit grey. */
export function writeGrey16(data: Uint16Array, width: number, height: number): Uint8Array {
  return encode({ width, height, data, channels: 1, depth: 16 });
}

/** Encodes 16-bit grey with alpha, not multiplied by it. */
export function writeGreyAlpha16(data: Uint16Array, width: number, height: number): Uint8Array {
  return encode({ width, height, data, channels: 2, depth: 16 });
}
