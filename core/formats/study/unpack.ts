import { strFromU8 } from "fflate";
import { type Brush, brushPictures, firstFault } from "../../brush";
import { type Act, MOST_ACTS } from "../../study/act";
import { studyLevel } from "../../study/model";
import { TraceWriter } from "../../study/trace";
import { brushEntry, jsonEntry } from "../entries";
import { FormatError } from "../fault";
import { readInkml } from "../inkml/read";
import { readPng } from "../png/png";
import { readTipPicture } from "../png/tip-picture";
import { openZip } from "../zip/read-zip";
import type { StudyPackage } from "./pack";
import { studyFileSchema } from "./schema";

/** The most a study's package may hold once unpacked, bytes. */
const MAX_UNPACKED = 300 << 20;
const MAX_RATIO = 200;
const MAX_FILES = 3000;
const MAX_STUDY_JSON = 16 << 20;
/** Acts have about ten values each. */
const MAX_STUDY_PIECES = 20 * MOST_ACTS;

const KNOWN =
  /^(study\.json|strokes\.inkml|picture\.(png|ora)|README\.md|brushes\/[^/]+\.json|(tips|grains)\/[^/]+\.png)$/;

/**
 * Reads a study's package and checks everything in it. A layered picture in it is left unread: it is made again from the
 * acts. Whether the brushes have the hashes that the acts name them by is not checked.
 * @throws FormatError with one line that says what is wrong and where
 */
export function unpackStudy(bytes: Uint8Array): StudyPackage {
  const zip = openZip(bytes, {
    entries: MAX_FILES,
    bytes: MAX_UNPACKED,
    ratio: MAX_RATIO,
    wants: (name) => {
      if (!KNOWN.test(name)) throw new FormatError(`${name}: nothing a study holds`);
      return name !== "picture.ora";
    },
  });
  const text = zip.read("study.json");
  if (!text) throw new FormatError("the package has no study.json");
  const data = jsonEntry(text, "study.json", MAX_STUDY_JSON, MAX_STUDY_PIECES);
  const level = typeof data === "object" && data !== null && "level" in data ? data.level : undefined;
  if (typeof level === "number" && level > studyLevel)
    throw new FormatError(`study.json: level: the study needs engine level ${level}, this Brosse knows ${studyLevel}`);
  const parsed = studyFileSchema.safeParse(data);
  if (!parsed.success) throw new FormatError(`study.json: ${firstFault(parsed.error)}`);
  const study = parsed.data;
  const brushes = new Map<string, Brush>();
  for (const { hash, file } of study.brushes) {
    const entry = zip.read(file);
    if (!entry) throw new FormatError(`study.json: brushes: ${file} is not in the package`);
    brushes.set(hash, brushEntry(entry, file));
  }
  const files = new Map<string, Uint8Array>();
  for (const path of zip.names) {
    if (!path.endsWith(".png")) continue;
    const content = zip.read(path) as Uint8Array;
    if (path.startsWith("tips/") || path.startsWith("grains/")) readTipPicture(content, path);
    else readPng(content, path);
    files.set(path, content);
  }
  for (const [hash, brush] of brushes) {
    const missing = brushPictures(brush).find((path) => !files.has(path));
    if (missing)
      throw new FormatError(
        `${study.brushes.find((one) => one.hash === hash)?.file}: ${missing} is not in the package`,
      );
  }
  const strokes = strokesOf(zip.read("strokes.inkml"));
  let next = 0;
  const acts = study.acts.map((act, n): Act => {
    if ("brush" in act && !brushes.has(act.brush))
      throw new FormatError(`study.json: act ${n + 1}: its brush is not in the package`);
    if (act.kind !== "stroke") return act;
    const samples = strokes[next++];
    if (!samples)
      throw new FormatError(`strokes.inkml: ${strokes.length} strokes, act ${n + 1} of study.json needs one more`);
    const writer = new TraceWriter(0);
    if (writer.push(samples).length < samples.length)
      throw new FormatError(`strokes.inkml: trace ${next}: too many readings for one stroke`);
    return { ...act, trace: writer.trace() };
  });
  if (next < strokes.length) throw new FormatError(`strokes.inkml: ${strokes.length} strokes, study.json has ${next}`);
  const { name, studio, width, height, paper, chapters, captions } = study;
  return { name, studio, width, height, paper, chapters, captions, acts, brushes, files };
}

function strokesOf(entry: Uint8Array | undefined) {
  return entry ? readInkml(strFromU8(entry), "strokes.inkml").strokes : [];
}
