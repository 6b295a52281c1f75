import type { Picture } from "../../picture/picture";
import { FormatError } from "../fault";
import { readPng } from "./png";

/**
 * Decodes a PNG that a tip, a grain or a layer can be made of: 8 or 16 bits, grey or RGB, with or without alpha.
 * @throws FormatError naming `what`
 */
export function readTipPicture(bytes: Uint8Array, what: string): Picture {
  const { width, height, data, depth, channels, indirect } = readPng(bytes, what);
  if (indirect || (depth !== 8 && depth !== 16))
    throw new FormatError(
      `${what}: a tip or a grain is a grey or RGB picture of 8 or 16 bits, with or without alpha; save it as one`,
    );
  if (channels !== 1 && channels !== 2 && channels !== 3 && channels !== 4)
    throw new FormatError(`${what}: ${channels} channels cannot be read`);
  if (data.length !== width * height * channels) throw new FormatError(`${what}: the picture is cut short`);
  return {
    width,
    height,
    channels,
    data: data instanceof Uint16Array ? data : new Uint8Array(data.buffer, data.byteOffset, data.length),
    full: depth === 16 ? 65535 : 255,
  };
}
