import { Inflate } from "fflate";
import { FormatError } from "../fault";

/** So much is inflated before it is looked at how far it has come, bytes. */
const PIECE = 1 << 12;

/**
 * Inflates raw deflate data (RFC 1951) that says how long it is. No more memory or time is spent than that length needs:
 * whatever goes on beyond it is refused at once.
 * @param size the length that is expected, bytes
 * @throws FormatError naming `what` where the data are damaged, shorter or longer
 */
export function inflateExactly(data: Uint8Array, size: number, what: string): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(size);
  let length = 0;
  const inflate = new Inflate((piece) => {
    if (length + piece.length > size) throw new FormatError(`${what}: longer than it says`);
    out.set(piece, length);
    length += piece.length;
  });
  try {
    for (let at = 0; at < data.length; at += PIECE)
      inflate.push(data.subarray(at, at + PIECE), at + PIECE >= data.length);
  } catch (error) {
    if (error instanceof FormatError) throw error;
    throw new FormatError(`${what}: damaged (${error instanceof Error ? error.message : "unknown fault"})`);
  }
  if (length !== size) throw new FormatError(`${what}: shorter than it says`);
  return out;
}
