import { FormatError } from "../fault";
import { crc32 } from "../zip/crc32";

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
/** Length, type and checksum of a chunk, bytes. */
const FRAME = 12;

/** What a PNG's header says. */
export interface PngHeader {
  readonly width: number;
  readonly height: number;
  readonly depth: number;
  /** 0 grey, 2 RGB, 3 palette, 4 grey and alpha, 6 RGBA. */
  readonly colour: number;
  readonly interlaced: boolean;
}

/** The parts of a PNG that its pixels follow from. */
export interface PngChunks {
  readonly header: PngHeader;
  /** Whether one colour, or entries of its palette, are see-through. */
  readonly transparency: boolean;
  /** All IDAT chunks as one: a zlib stream. */
  readonly data: Uint8Array<ArrayBuffer>;
  /** The file without whatever else it holds: profiles, texts, animations. */
  readonly plain: () => Uint8Array<ArrayBuffer>;
}

/** The channels of each colour type, and the depths it may have (W3C PNG Third Edition, §11.2.1). */
const kinds: Readonly<Record<number, { readonly channels: number; readonly depths: readonly number[] }>> = {
  0: { channels: 1, depths: [1, 2, 4, 8, 16] },
  2: { channels: 3, depths: [8, 16] },
  3: { channels: 1, depths: [1, 2, 4, 8] },
  4: { channels: 2, depths: [8, 16] },
  6: { channels: 4, depths: [8, 16] },
};

/** How many numbers a pixel of this header has in the file. */
export function channelsOf({ colour }: PngHeader): number {
  return kinds[colour].channels;
}

interface Chunk {
  readonly type: string;
  readonly from: number;
  readonly length: number;
}

/**
 * Takes a PNG apart (W3C PNG Third Edition, §5): checks the order of its chunks and their checksums, and reads nothing of
 * those that its pixels do not need. @throws FormatError naming `what`
 */
export function pngChunks(bytes: Uint8Array, what: string): PngChunks {
  if (bytes.length < 33 || SIGNATURE.some((b, i) => bytes[i] !== b))
    throw new FormatError(`${what}: not a PNG picture`);
  const damaged = (how: string) => new FormatError(`${what}: the picture cannot be decoded (${how})`);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const kept: Chunk[] = [];
  let last = "";
  for (let at = SIGNATURE.length; last !== "IEND"; ) {
    if (at + FRAME > bytes.length) throw damaged("it is cut short");
    const length = view.getUint32(at);
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (length > bytes.length - at - FRAME) throw damaged(`its ${type} chunk is cut short`);
    if (crc32(bytes.subarray(at + 4, at + 8 + length)) !== view.getUint32(at + 8 + length))
      throw damaged(`the checksum of its ${type} chunk is wrong`);
    if ((kept.length === 0) !== (type === "IHDR")) throw damaged("its header is not where it belongs");
    const starts = type !== last && kept.some((chunk) => chunk.type === type);
    if (starts && (type === "IDAT" || type === "PLTE")) throw damaged(`its ${type} chunks are torn apart`);
    if (["IHDR", "PLTE", "tRNS", "IDAT", "IEND"].includes(type)) kept.push({ type, from: at, length: length + FRAME });
    else if (/^[A-Z]/.test(type)) throw damaged(`${type} is no chunk of a PNG`);
    last = type;
    at += length + FRAME;
  }
  return {
    header: headerOf(view, damaged),
    transparency: kept.some(({ type }) => type === "tRNS"),
    data: joined(
      bytes,
      kept
        .filter(({ type }) => type === "IDAT")
        .map(({ from, length }) => ({ from: from + 8, length: length - FRAME })),
      0,
    ),
    plain: () => {
      const whole = joined(bytes, kept, SIGNATURE.length);
      whole.set(SIGNATURE);
      return whole;
    },
  };
}

/** The size that a PNG's header claims; nothing else of it is looked at. @throws FormatError naming `what` */
export function pngSize(bytes: Uint8Array, what: string): { readonly width: number; readonly height: number } {
  if (bytes.length < 33 || SIGNATURE.some((b, i) => bytes[i] !== b))
    throw new FormatError(`${what}: not a PNG picture`);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return { width: view.getUint32(16), height: view.getUint32(20) };
}

function headerOf(view: DataView, damaged: (how: string) => FormatError): PngHeader {
  if (view.getUint32(8) !== 13) throw damaged("its header has a wrong length");
  const [depth, colour, compression, filter, interlace] = [24, 25, 26, 27, 28].map((at) => view.getUint8(at));
  const kind = Object.hasOwn(kinds, colour) ? kinds[colour] : undefined;
  if (!kind?.depths.includes(depth)) throw damaged(`${depth} bits of colour type ${colour} are no PNG's`);
  if (compression !== 0 || filter !== 0 || interlace > 1) throw damaged("its header names an unknown method");
  return { width: view.getUint32(16), height: view.getUint32(20), depth, colour, interlaced: interlace === 1 };
}

function joined(
  bytes: Uint8Array,
  pieces: readonly { readonly from: number; readonly length: number }[],
  room: number,
): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, room));
  let at = room;
  for (const { from, length } of pieces) {
    out.set(bytes.subarray(from, from + length), at);
    at += length;
  }
  return out;
}
