import { existsSync, mkdirSync } from "node:fs";
import { join } from "node:path";
import { hexToRgb } from "@core/colour/srgb";
import { writeOra } from "@core/formats/ora/write";
import { pictureOfSheet, type StudyPackage, sheetOfStudy, stagesOf, unpackStudy } from "@core/formats/study";
import { createKernels } from "@core/kernels/load";
import { endOf } from "@core/study/playback";
import { standingActs } from "@core/study/standing";
import { CallError, need, readOptions } from "./arguments";
import { readBytes, writeWhole } from "./files";

const MOST_STAGES = 24;

/** `replay STUDY.zip --at TIME|CHAPTER|end --out P.png|P.ora` or `--stages DIR`: a study as it was at a moment, or all along. */
export function replay(args: readonly string[]): void {
  const { options, rest } = readOptions(args, ["at", "out", "stages"], 1);
  const study = unpackStudy(readBytes(rest[0]));
  const acts = standingActs(study.acts);
  if (options.stages !== undefined) {
    if (options.out !== undefined || options.at !== undefined)
      throw new CallError("--stages goes without --at and --out");
    const folder = options.stages;
    if (existsSync(folder)) throw new CallError(`${folder}: already there`);
    const pictures = stagesOf(study, MOST_STAGES, Number.POSITIVE_INFINITY);
    mkdirSync(folder);
    for (const [i, { count, png }] of pictures.entries())
      writeWhole(join(folder, `${String(i + 1).padStart(2, "0")}-after-${count}.png`), png);
    return;
  }
  const out = need(options, "out");
  const sheet = sheetOfStudy(createKernels(), study);
  for (const { act } of acts.slice(0, countAt(study, acts, options.at ?? "end"))) sheet.do(act);
  const { paper } = study;
  writeWhole(out, out.endsWith(".ora") ? writeOra(sheet.surface, hexToRgb(paper)) : pictureOfSheet(sheet, paper));
}

/** How many acts are done at a moment: at the end, at the end of a chapter, or after so many seconds or m:ss. */
function countAt(study: StudyPackage, acts: ReturnType<typeof standingActs>, at: string): number {
  if (at === "end") return acts.length;
  const time = /^(?:(\d+):)?(\d+(?:\.\d+)?)$/.exec(at);
  if (time) {
    const ms = (Number(time[1] ?? 0) * 60 + Number(time[2])) * 1000;
    return acts.filter(({ act }) => endOf(act) <= ms).length;
  }
  const place = study.chapters.findIndex(({ name }) => name === at);
  if (place < 0)
    throw new CallError(
      `--at: "${at}" is neither a time like 1:30 nor a chapter; there are ${study.chapters.map(({ name }) => `"${name}"`).join(", ") || "none"}`,
    );
  const next = study.chapters[place + 1];
  return next ? acts.filter(({ n }) => n < next.from).length : acts.length;
}
