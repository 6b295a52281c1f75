import { hexToRgb } from "../../colour/srgb";
import { createKernels } from "../../kernels/load";
import { halvedTo } from "../../picture/halve";
import type { StudySheet } from "../../study/sheet";
import { standingActs } from "../../study/standing";
import { type Light, tableLight } from "../../surface/light";
import { Picture } from "../../surface/picture";
import { writeRgba } from "../png/png";
import { sheetOfStudy } from "./open";
import type { StudyPackage } from "./pack";

/** A study as a picture after so many of the acts that stand. */
export interface Stage {
  readonly count: number;
  readonly png: Uint8Array;
}

/**
 * A study all along: so many pictures at even ways, the last of them the whole.
 * @param longest px; each is halved until no side is longer
 */
export function stagesOf(study: StudyPackage, most: number, longest: number): readonly Stage[] {
  const acts = standingActs(study.acts);
  const sheet = sheetOfStudy(createKernels(), study);
  const number = Math.min(most, Math.max(1, acts.length));
  let done = 0;
  const stages = Array.from({ length: number }, (_, i) => {
    const count = Math.round(((i + 1) * acts.length) / number);
    while (done < count) sheet.do(acts[done++].act);
    return { count, png: pictureOfSheet(sheet, study.paper, longest) };
  });
  sheet.release();
  return stages;
}

/** What a sheet looks like, as a PNG. @param longest px; it is halved until no side is longer @param light null for flat */
export function pictureOfSheet(
  sheet: StudySheet,
  paper: string,
  longest = Number.POSITIVE_INFINITY,
  light: Light | null = tableLight,
): Uint8Array {
  const { width, height } = sheet.surface;
  const picture = new Picture(sheet.surface, hexToRgb(paper), light ?? undefined);
  picture.showAll();
  const small = halvedTo(longest, { width, height, stride: width, data: picture.copy() });
  picture.release();
  return writeRgba(small.data, small.width, small.height);
}
