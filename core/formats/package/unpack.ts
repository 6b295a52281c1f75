import { strFromU8 } from "fflate";
import { type Brush, brushPictures, firstFault, LEVEL } from "../../brush";
import { brushEntry, jsonEntry } from "../entries";
import { FormatError } from "../fault";
import { readInkml } from "../inkml/read";
import { readPng } from "../png/png";
import { readTipPicture } from "../png/tip-picture";
import { openZip } from "../zip/read-zip";
import type { SetPackage } from "./pack";
import { setFileSchema } from "./schema";

/** The most a package may hold once unpacked, bytes. */
export const MAX_UNPACKED = 200 * 1024 * 1024;
/** The most a file may shrink: more is a trap, not a picture. */
export const MAX_RATIO = 200;
export const MAX_FILES = 2000;
/** The most bytes of what is said of changes. */
const MAX_CHANGES = 512 << 10;

const KNOWN =
  /^(set\.json|README\.md|CHANGES\.md|LICENSE\.txt|specimen(-\d{1,2})?\.png|brushes\/[^/]+\.json|(tips|grains)\/[^/]+\.png|hands\/[^/]+\.inkml)$/;

/**
 * Reads a set package and checks everything in it.
 * @throws FormatError with one line that says what is wrong and where
 */
export function unpack(bytes: Uint8Array): SetPackage {
  const zip = openZip(bytes, {
    entries: MAX_FILES,
    bytes: MAX_UNPACKED,
    ratio: MAX_RATIO,
    wants: (name) => {
      if (!KNOWN.test(name)) throw new FormatError(`${name}: nothing a set package holds`);
      return true;
    },
  });
  const setText = zip.read("set.json");
  if (!setText) throw new FormatError("the package has no set.json");
  const data = jsonEntry(setText, "set.json");
  const level = typeof data === "object" && data !== null && "level" in data ? data.level : undefined;
  if (typeof level === "number" && level > LEVEL)
    throw new FormatError(`set.json: level: the set needs engine level ${level}, this Brosse knows ${LEVEL}`);
  const parsed = setFileSchema.safeParse(data);
  if (!parsed.success) throw new FormatError(`set.json: ${firstFault(parsed.error)}`);
  const set = parsed.data;
  const brushes = new Map<string, Brush>();
  for (const { file } of set.brushes) {
    if (brushes.has(file)) throw new FormatError(`set.json: brushes: ${file} is listed twice`);
    const text = zip.read(file);
    if (!text) throw new FormatError(`set.json: brushes: ${file} is not in the package`);
    brushes.set(file, brushEntry(text, file));
  }
  const files = new Map<string, Uint8Array>();
  for (const path of zip.names) {
    const content = zip.read(path) as Uint8Array;
    if (path.startsWith("tips/") || path.startsWith("grains/")) readTipPicture(content, path);
    else if (path.endsWith(".png")) readPng(content, path);
    else if (path.endsWith(".inkml")) readInkml(strFromU8(content), path);
    else continue;
    files.set(path, content);
  }
  for (const [file, value] of brushes) {
    const missing = brushPictures(value).find((path) => !files.has(path));
    if (missing) throw new FormatError(`${file}: ${missing} is not in the package`);
  }
  const changes = zip.read("CHANGES.md");
  if (!changes) return { set, brushes, files };
  if (changes.length > MAX_CHANGES) throw new FormatError(`CHANGES.md: more than ${MAX_CHANGES >> 10} KB`);
  return { set, brushes, files, changes: strFromU8(changes) };
}
