import { decode, encode } from "fast-png";
import { FormatError } from "../fault";
import { channelsOf, pngChunks, pngSize } from "./chunks";
import { scanlinesOf, unfiltered } from "./scanlines";

/** The longest side of a picture that is taken from outside, px. */
export const MAX_IMAGE_SIDE = 4096;

/** A picture as a PNG has it: numbers of 8 or 16 bits, row by row, colour not multiplied by alpha. */
export interface PngPicture {
  readonly width: number;
  readonly height: number;
  readonly depth: number;
  readonly channels: number;
  readonly data: Uint8Array | Uint8ClampedArray | Uint16Array;
  /** Whether its colours are told in another way than pixel by pixel. */
  readonly indirect: boolean;
}

/**
 * Decodes a PNG (W3C PNG Third Edition) of at most 4096×4096 px. Its header says how much memory and time it may cost:
 * data that go on beyond that, damaged chunks and a second header are refused, and nothing that is no pixel is unpacked.
 * @throws FormatError naming `what`
 */
export function readPng(bytes: Uint8Array, what: string): PngPicture {
  refuseSides(pngSize(bytes, what), what);
  const { header, transparency, data, plain } = pngChunks(bytes, what);
  const { width, height, depth, colour, interlaced } = header;
  const lines = scanlinesOf(header, data, what);
  const channels = channelsOf(header);
  if (interlaced || colour === 3 || depth < 8 || transparency) {
    // Rarer kinds, now known to be as large as they say, are left to the package.
    const decoded = decode(plain(), { checkCrc: false });
    const indirect = decoded.palette !== undefined || decoded.transparency !== undefined;
    return { width, height, depth: decoded.depth, channels: decoded.channels, data: decoded.data, indirect };
  }
  const samples = unfiltered(lines, height, (channels * depth) / 8, what);
  return { width, height, depth, channels, data: depth === 16 ? wordsOf(samples) : samples, indirect: false };
}

/** @throws FormatError naming `what` unless both sides are 1 to 4096 px */
function refuseSides({ width, height }: { readonly width: number; readonly height: number }, what: string): void {
  if (width > MAX_IMAGE_SIDE || height > MAX_IMAGE_SIDE || width < 1 || height < 1)
    throw new FormatError(`${what}: ${width}×${height} px, the most is ${MAX_IMAGE_SIDE}×${MAX_IMAGE_SIDE}`);
}

/** PNG has the higher byte first. */
function wordsOf(bytes: Uint8Array<ArrayBuffer>): Uint16Array<ArrayBuffer> {
  const words = new Uint16Array(bytes.length / 2);
  for (let i = 0; i < words.length; i++) words[i] = (bytes[2 * i] << 8) | bytes[2 * i + 1];
  return words;
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
