import { type Brush, BrushError, parseBrush } from "../brush";
import { FormatError } from "./fault";
import { parseJson } from "./json";

/** The most bytes of one JSON file, unless it is said otherwise. */
const MAX_JSON = 1024 * 1024;

/** The value of a JSON file in a package. @throws FormatError naming the file */
export function jsonEntry(bytes: Uint8Array, file: string, most = MAX_JSON, pieces?: number): unknown {
  if (bytes.length > most) throw new FormatError(`${file}: larger than ${most >> 10} kB`);
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    throw new FormatError(`${file}: not JSON (its letters are no UTF-8)`);
  }
  return parseJson(text, file, most, pieces);
}

/** The brush in a JSON file of a package. @throws FormatError naming the file */
export function brushEntry(bytes: Uint8Array, file: string): Brush {
  const data = jsonEntry(bytes, file);
  try {
    return parseBrush(data);
  } catch (error) {
    throw error instanceof BrushError ? new FormatError(`${file}: ${error.message}`) : error;
  }
}
