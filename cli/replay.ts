import { existsSync, mkdirSync } from "node:fs";
import { join } from "node:path";
import type { Brush } from "@core/brush";
import { brushPictures } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { writeOra } from "@core/formats/ora/write";
import { writeRgba } from "@core/formats/png/png";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { type StudyPackage, unpackStudy } from "@core/formats/study";
import { createKernels } from "@core/kernels/load";
import type { Pictures } from "@core/picture/picture";
import { endOf } from "@core/study/playback";
import { StudySheet } from "@core/study/sheet";
import { standingActs } from "@core/study/standing";
import { Picture } from "@core/surface/picture";
import { tableLight } from "@core/surface/relief";
import { CallError, need, readOptions } from "./arguments";
import { readBytes, writeWhole } from "./files";

const MOST_STAGES = 24;

/** `replay STUDY.zip --at TIME|CHAPTER|end --out P.png|P.ora` or `--stages DIR`: a study as it was at a moment, or all along. */
export function replay(args: readonly string[]): void {
  const { options, rest } = readOptions(args, ["at", "out", "stages"], 1);
  const study = unpackStudy(readBytes(rest[0]));
  const acts = standingActs(study.acts);
  const sheet = sheetOf(study);
  const upTo = (from: number, count: number) => {
    for (const { act } of acts.slice(from, count)) sheet.do(act);
  };
  if (options.stages !== undefined) {
    if (options.out !== undefined || options.at !== undefined)
      throw new CallError("--stages goes without --at and --out");
    const folder = options.stages;
    if (existsSync(folder)) throw new CallError(`${folder}: already there`);
    const stages = Math.min(MOST_STAGES, Math.max(1, acts.length));
    const pictures = Array.from({ length: stages }, (_, i) => {
      const count = Math.round(((i + 1) * acts.length) / stages);
      upTo(Math.round((i * acts.length) / stages), count);
      return { name: `${String(i + 1).padStart(2, "0")}-after-${count}.png`, bytes: pictureOf(sheet, study) };
    });
    mkdirSync(folder);
    for (const { name, bytes } of pictures) writeWhole(join(folder, name), bytes);
    return;
  }
  const out = need(options, "out");
  upTo(0, countAt(study, acts, options.at ?? "end"));
  writeWhole(out, out.endsWith(".ora") ? writeOra(sheet.surface, hexToRgb(study.paper)) : pictureOf(sheet, study));
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

function sheetOf({ brushes, files, width, height }: StudyPackage): StudySheet {
  const pictures = new Map([...brushes].map(([hash, brush]) => [hash, picturesOf(brush, files)]));
  const instruments = {
    brush: (hash: string) => brushes.get(hash),
    pictures: (hash: string) => pictures.get(hash) ?? new Map(),
  };
  return new StudySheet(createKernels(), { width, height }, instruments, false);
}

function picturesOf(brush: Brush, files: ReadonlyMap<string, Uint8Array>): Pictures {
  return new Map(brushPictures(brush).map((path) => [path, readTipPicture(files.get(path) ?? new Uint8Array(), path)]));
}

function pictureOf(sheet: StudySheet, { paper, width, height }: StudyPackage): Uint8Array {
  const picture = new Picture(sheet.surface, hexToRgb(paper), tableLight);
  picture.showAll();
  const pixels = picture.copy();
  picture.release();
  return writeRgba(pixels, width, height);
}
