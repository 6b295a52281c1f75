import { FormatError } from "../fault";
import { crc32 } from "./crc32";
import { inflateExactly } from "./inflate";

/** What may be in a ZIP file that is taken from outside. */
export interface ZipLimits {
  /** The most entries. */
  readonly entries: number;
  /** The most bytes of all wanted entries once unpacked. */
  readonly bytes: number;
  /** How many times as large as it is packed an entry may be. */
  readonly ratio: number;
  /** Whether an entry is wanted; may throw a FormatError where it must not be there at all. */
  readonly wants: (name: string) => boolean;
}

/** An entry as the directory at the end of the file tells of it. */
interface Entry {
  readonly name: string;
  readonly method: number;
  readonly crc: number;
  readonly packed: number;
  readonly size: number;
  readonly offset: number;
}

const END = 0x06054b50;
const CENTRAL = 0x02014b50;
const LOCAL = 0x04034b50;
const END_BYTES = 22;
const CENTRAL_BYTES = 46;
const LOCAL_BYTES = 30;
const MOST_COMMENT = 0xffff;
/** A number that stands for "look in the ZIP64 part", which nothing of ours needs. */
const ELSEWHERE = 0xffffffff;
const ENCRYPTED = 1;
const UTF8 = 1 << 11;
const STORED = 0;
const DEFLATED = 8;
/** The kind of file in Unix attributes, and that of a link to elsewhere. */
const KIND = 0o170000;
const LINK = 0o120000;

/** A ZIP file of which the directory was read. */
export interface ZipFile {
  /** The wanted entries, in the directory's order. */
  readonly names: readonly string[];
  /**
   * Unpacks one of the wanted entries, which is not kept: no more than one lies unpacked unless the caller keeps it.
   * What is stored is a view of the file. Undefined for a name that is not among them.
   * @throws FormatError where it is not as long, or has not the checksum, that the directory says
   */
  readonly read: (name: string) => Uint8Array | undefined;
}

/**
 * Opens a ZIP file (PKWARE application note 6.3): all is counted and nothing is unpacked.
 * @throws FormatError with one line that says what is wrong and where
 */
export function openZip(bytes: Uint8Array, limits: ZipLimits): ZipFile {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const entries = new Map(directoryOf(bytes, view, limits).map((entry) => [entry.name, entry]));
  return {
    names: [...entries.keys()],
    read: (name) => {
      const entry = entries.get(name);
      return entry && contentOf(bytes, view, entry);
    },
  };
}

/** The wanted entries, each once, none of them a trap by what the directory says. */
function directoryOf(bytes: Uint8Array, view: DataView, limits: ZipLimits): Entry[] {
  const end = endOf(view);
  const count = view.getUint16(end + 10, true);
  const first = view.getUint32(end + 16, true);
  if (count === 0xffff || first === ELSEWHERE) throw new FormatError("a ZIP64 file; these are not read");
  if (count > limits.entries) throw new FormatError(`more than ${limits.entries} files in the package`);
  const wanted: Entry[] = [];
  const seen = new Set<string>();
  let total = 0;
  let at = first;
  for (let n = 0; n < count; n++) {
    if (at + CENTRAL_BYTES > end || view.getUint32(at, true) !== CENTRAL) throw damaged("its directory is cut short");
    const flags = view.getUint16(at + 8, true);
    const nameLength = view.getUint16(at + 28, true);
    const rest = view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
    if (at + CENTRAL_BYTES + nameLength + rest > end) throw damaged("its directory is cut short");
    const name = nameOf(bytes.subarray(at + CENTRAL_BYTES, at + CENTRAL_BYTES + nameLength), flags);
    const entry: Entry = {
      name,
      method: view.getUint16(at + 10, true),
      crc: view.getUint32(at + 16, true),
      packed: view.getUint32(at + 20, true),
      size: view.getUint32(at + 24, true),
      offset: view.getUint32(at + 42, true),
    };
    refusePath(name);
    if (seen.has(name)) throw new FormatError(`${name}: twice in the package`);
    seen.add(name);
    if (flags & ENCRYPTED) throw new FormatError(`${name}: encrypted`);
    if (((view.getUint32(at + 38, true) >>> 16) & KIND) === LINK) throw new FormatError(`${name}: a link, not a file`);
    if ([entry.packed, entry.size, entry.offset].includes(ELSEWHERE))
      throw new FormatError(`${name}: told in the way of ZIP64, which is not read`);
    if (entry.size > limits.ratio * Math.max(entry.packed, 1))
      throw new FormatError(`${name}: packed more than ${limits.ratio} to 1`);
    if (!name.endsWith("/") && limits.wants(name)) {
      total += entry.size;
      if (total > limits.bytes) throw new FormatError(`more than ${limits.bytes >> 20} MB when unpacked`);
      wanted.push(entry);
    }
    at += CENTRAL_BYTES + nameLength + rest;
  }
  return wanted;
}

/** Where the end of the directory is; a comment may follow it. */
function endOf(view: DataView): number {
  if (view.byteLength < END_BYTES || (view.getUint32(0, true) !== LOCAL && view.getUint32(0, true) !== END))
    throw new FormatError("not a ZIP file");
  const last = view.byteLength - END_BYTES;
  for (let at = last; at >= Math.max(0, last - MOST_COMMENT); at--) {
    if (view.getUint32(at, true) === END && at + END_BYTES + view.getUint16(at + 20, true) === view.byteLength)
      return at;
  }
  throw damaged("it has no directory");
}

function nameOf(bytes: Uint8Array, flags: number): string {
  if (!(flags & UTF8) && bytes.some((byte) => byte > 0x7e))
    throw new FormatError("a name in the package is in no known letters");
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    throw new FormatError("a name in the package is in no known letters");
  }
}

function contentOf(bytes: Uint8Array, view: DataView, { name, method, crc, packed, size, offset }: Entry): Uint8Array {
  if (offset + LOCAL_BYTES > bytes.length || view.getUint32(offset, true) !== LOCAL)
    throw damaged(`${name} is missing`);
  const from = offset + LOCAL_BYTES + view.getUint16(offset + 26, true) + view.getUint16(offset + 28, true);
  if (from + packed > bytes.length) throw damaged(`${name} is cut short`);
  const data = bytes.subarray(from, from + packed);
  if (method === STORED && packed !== size) throw new FormatError(`${name}: not as long as the package says`);
  if (method !== STORED && method !== DEFLATED) throw new FormatError(`${name}: packed in a way that is not read`);
  const content = method === STORED ? data : inflateExactly(data, size, name);
  if (crc32(content) !== crc) throw new FormatError(`${name}: its checksum is wrong`);
  return content;
}

/** Refuses a path that would lead out of wherever the entries are put. */
function refusePath(name: string): void {
  const leads =
    name === "" ||
    name.includes("\\") ||
    name.includes("\0") ||
    name.startsWith("/") ||
    /^[A-Za-z]:/.test(name) ||
    name.split("/").includes("..");
  if (leads) throw new FormatError(`${JSON.stringify(name)}: a path that leads out of the package`);
}

function damaged(how: string): FormatError {
  return new FormatError(`the ZIP file is damaged or cut short (${how})`);
}
