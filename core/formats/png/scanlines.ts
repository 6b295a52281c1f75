import { FormatError } from "../fault";
import { inflateExactly } from "../zip/inflate";
import { channelsOf, type PngHeader } from "./chunks";

/** Where the seven passes of an interlaced picture begin and how far their pixels lie apart (W3C PNG, §8.2). */
const PASSES = [
  [0, 0, 8, 8],
  [4, 0, 8, 8],
  [0, 4, 4, 8],
  [2, 0, 4, 4],
  [0, 2, 2, 4],
  [1, 0, 2, 2],
  [0, 1, 1, 2],
] as const;

/** The bytes of the scanlines of a picture, each with its filter's byte. */
function scanlineBytes(width: number, height: number, bits: number): number {
  return width === 0 ? 0 : height * (1 + Math.ceil((width * bits) / 8));
}

/**
 * Inflates a PNG's zlib stream to the scanlines that its header calls for, and no further.
 * @throws FormatError naming `what`
 */
export function scanlinesOf(header: PngHeader, data: Uint8Array, what: string): Uint8Array<ArrayBuffer> {
  const { width, height, depth, interlaced } = header;
  const bits = depth * channelsOf(header);
  const size = interlaced
    ? PASSES.reduce(
        (sum, [x, y, across, down]) =>
          sum +
          scanlineBytes(
            Math.max(0, Math.ceil((width - x) / across)),
            Math.max(0, Math.ceil((height - y) / down)),
            bits,
          ),
        0,
      )
    : scanlineBytes(width, height, bits);
  if (data.length < 6 || (data[0] & 0x0f) !== 8 || ((data[0] << 8) | data[1]) % 31 !== 0 || data[1] & 0x20)
    throw new FormatError(`${what}: the picture cannot be decoded (its data are no zlib stream)`);
  return inflateExactly(data.subarray(2), size, `${what}: the picture's data are`);
}

/**
 * Undoes the filters of scanlines (W3C PNG, §9) in place.
 * @param bytes the bytes of a pixel @returns the samples alone, row after row
 * @throws FormatError naming `what` where a row names an unknown filter
 */
export function unfiltered(
  lines: Uint8Array<ArrayBuffer>,
  height: number,
  bytes: number,
  what: string,
): Uint8Array<ArrayBuffer> {
  const row = lines.length / height - 1;
  const out = new Uint8Array(row * height);
  for (let y = 0; y < height; y++) {
    const from = y * (row + 1) + 1;
    const to = y * row;
    const up = to - row;
    const filter = lines[from - 1];
    if (filter === 0) out.set(lines.subarray(from, from + row), to);
    else if (filter === 1) {
      for (let i = 0; i < row; i++) out[to + i] = lines[from + i] + (i < bytes ? 0 : out[to + i - bytes]);
    } else if (filter === 2) {
      for (let i = 0; i < row; i++) out[to + i] = lines[from + i] + (y === 0 ? 0 : out[up + i]);
    } else if (filter === 3) {
      for (let i = 0; i < row; i++) {
        const left = i < bytes ? 0 : out[to + i - bytes];
        const above = y === 0 ? 0 : out[up + i];
        out[to + i] = lines[from + i] + ((left + above) >> 1);
      }
    } else if (filter === 4) {
      for (let i = 0; i < row; i++) {
        const left = i < bytes ? 0 : out[to + i - bytes];
        const above = y === 0 ? 0 : out[up + i];
        const corner = i < bytes || y === 0 ? 0 : out[up + i - bytes];
        out[to + i] = lines[from + i] + paeth(left, above, corner);
      }
    } else throw new FormatError(`${what}: the picture cannot be decoded (row ${y + 1} has an unknown filter)`);
  }
  return out;
}

/** The neighbour that is nearest to `left + above − corner`; the first of them where some are alike. */
function paeth(left: number, above: number, corner: number): number {
  const toLeft = Math.abs(above - corner);
  const toAbove = Math.abs(left - corner);
  const toCorner = Math.abs(left + above - 2 * corner);
  return toLeft <= toAbove && toLeft <= toCorner ? left : toAbove <= toCorner ? above : corner;
}
