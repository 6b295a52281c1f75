import { brushPictures } from "../../brush";
import type { Kernels } from "../../kernels/load";
import { noPictures, type Picture, type Pictures } from "../../picture/picture";
import { StudySheet } from "../../study/sheet";
import { readTipPicture } from "../png/tip-picture";
import type { StudyPackage } from "./pack";

/** The decoded pictures of a package's brushes, by the hash of the brush. @throws FormatError */
export function picturesOfStudy({ brushes, files }: Pick<StudyPackage, "brushes" | "files">): Map<string, Pictures> {
  const decoded = new Map<string, Picture>();
  const read = (path: string): Picture => {
    const picture = decoded.get(path) ?? readTipPicture(files.get(path) ?? new Uint8Array(), path);
    decoded.set(path, picture);
    return picture;
  };
  return new Map(
    [...brushes].map(([hash, brush]) => [hash, new Map(brushPictures(brush).map((path) => [path, read(path)]))]),
  );
}

/** A sheet on which nothing of a study is done yet, with its brushes at hand. @throws FormatError where a picture cannot be read */
export function sheetOfStudy(kernels: Kernels, study: StudyPackage): StudySheet {
  const pictures = picturesOfStudy(study);
  const instruments = {
    brush: (hash: string) => study.brushes.get(hash),
    pictures: (hash: string) => pictures.get(hash) ?? noPictures,
  };
  return new StudySheet(kernels, study, instruments, false);
}
