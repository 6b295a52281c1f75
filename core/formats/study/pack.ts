import { strToU8, type Zippable, zipSync } from "fflate";
import { type Brush, brushPictures, brushText } from "../../brush";
import type { Act } from "../../study/act";
import type { StudyNotes, StudySheetSize } from "../../study/model";
import { samplesOfTrace } from "../../study/trace";
import { writeInkml } from "../inkml/write";
import { brushPath } from "../package/pack";
import { type StudyFile, studyFileSchema } from "./schema";

/** A study with all that it takes to paint it again. */
export interface StudyPackage extends StudySheetSize, StudyNotes {
  readonly name: string;
  readonly studio: string;
  readonly acts: readonly Act[];
  /** The brushes that acts name, by the hash of their text. */
  readonly brushes: ReadonlyMap<string, Brush>;
  /** The pictures that the brushes name, and others for those who look into the package, by path. */
  readonly files: ReadonlyMap<string, Uint8Array>;
}

const MOMENT = new Date(1980, 0, 2, 12);

/** Writes a study as a ZIP, `study.json` first. Equal studies are equal bytes. Brushes that no act names are left out. */
export function packStudy({
  name,
  studio,
  width,
  height,
  paper,
  acts,
  brushes,
  files,
  ...notes
}: StudyPackage): Uint8Array {
  const named = new Set(acts.flatMap((act) => ("brush" in act ? [act.brush] : [])));
  const taken = new Set<string>();
  const list = [...brushes]
    .filter(([hash]) => named.has(hash))
    .map(([hash, brush]) => ({ hash, brush, file: brushPath(brush.name, taken) }));
  const study: StudyFile = {
    format: "brosse-study",
    level: 1,
    name,
    studio,
    width,
    height,
    paper,
    brushes: list.map(({ hash, file }) => ({ hash, file })),
    chapters: notes.chapters,
    captions: notes.captions,
    acts: acts.map((act) => {
      if (act.kind !== "stroke") return act;
      const { trace: _, ...rest } = act;
      return rest;
    }),
  };
  const entries: Zippable = { "study.json": strToU8(`${JSON.stringify(studyFileSchema.parse(study), null, 1)}\n`) };
  const strokes = acts.flatMap((act) => (act.kind === "stroke" ? [samplesOfTrace(act.trace, 0)] : []));
  if (strokes.length > 0) entries["strokes.inkml"] = strToU8(writeInkml({ name, strokes }));
  for (const { brush, file } of list) entries[file] = strToU8(brushText(brush));
  const pictures = new Set(list.flatMap(({ brush }) => brushPictures(brush)));
  for (const [path, bytes] of files) {
    const isPicture = path.startsWith("tips/") || path.startsWith("grains/");
    if (!isPicture || pictures.has(path)) entries[path] = [bytes, { level: 0 }];
  }
  return zipSync(entries, { level: 9, mtime: MOMENT });
}
