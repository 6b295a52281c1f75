import { readOra } from "@core/formats/ora/read";
import { writeRgba, writeRgba16 } from "@core/formats/png/png";
import { createKernels } from "@core/kernels/load";
import { flatten as lay } from "@core/surface/flatten";
import { deepPixels, Picture } from "@core/surface/picture";
import { CallError, need, readOptions } from "./arguments";
import { readBytes, writeWhole } from "./files";

/** `flatten FILE.ora --out P.png`: a layered picture as one. */
export function flatten(args: readonly string[]): void {
  const { options, rest } = readOptions(args, ["out", "depth"], 1);
  const out = need(options, "out");
  const depth = options.depth ?? "8";
  if (depth !== "8" && depth !== "16") throw new CallError(`--depth: "${depth}" is neither 8 nor 16`);
  const { width, height, layers } = readOra(readBytes(rest[0]), rest[0]);
  const surface = lay(createKernels(), width, height, layers);
  if (depth === "16") {
    writeWhole(out, writeRgba16(deepPixels(surface, null), width, height));
    return;
  }
  const picture = new Picture(surface, null);
  picture.showAll();
  writeWhole(out, writeRgba(picture.copy(), width, height));
}
