import { smudging, uses } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { renderLayered } from "@core/formats/ora/render-layered";
import { writeGrey16, writeRgba, writeRgba16 } from "@core/formats/png/png";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { drawnGrainKinds, grainOf } from "@core/ground/grain";
import { type Ground, plainGroundOf } from "@core/ground/model";
import type { Sample } from "@core/hand/sample";
import { renderHand, renderHand16, renderHeights, renderNormals } from "@core/stroke/render";
import { type Light, lightSchema, tableLight } from "@core/surface/light";
import { MAX_SIDE } from "@core/surface/surface";
import { CallError, need, readOptions, seedOption } from "./arguments";
import { readBrush, readBytes, readHand, writeWhole } from "./files";

const MARGIN = 64;

/** `paint`: a hand's strokes as a PNG, or in layers as OpenRaster where the file is to be an .ora. */
export function paint(args: readonly string[]): void {
  const { options } = readOptions(args, [
    "brush",
    "hand",
    "profile",
    "out",
    "size",
    "color",
    "second",
    "third",
    "paper",
    "over",
    "use",
    "seed",
    "depth",
    "light",
    "height",
    "normals",
    "grain",
  ]);
  const { brush, pictures } = readBrush(need(options, "brush"));
  const { strokes } = readHand(need(options, "hand"), options.profile);
  const out = need(options, "out");
  const depth = options.depth ?? "8";
  if (depth !== "8" && depth !== "16") throw new CallError(`--depth: "${depth}" is neither 8 nor 16`);
  const use = options.use ?? "paint";
  if (!uses.some((name) => name === use)) throw new CallError(`--use: "${use}" is none of ${uses.join(", ")}`);
  const light = lightOption(options.light ?? "on");
  const under = options.over === undefined ? undefined : readTipPicture(readBytes(options.over), options.over);
  const { width, height } = options.size !== undefined ? sizeOption(options.size) : (under ?? sizeAround(strokes));
  const job = {
    brush: use === "smudge" ? smudging(brush) : brush,
    strokes,
    width,
    height,
    ink: {
      colour: hexToRgb(options.color ?? "#1f2a30"),
      second: hexToRgb(options.second ?? "#ffffff"),
      third: options.third === undefined ? undefined : hexToRgb(options.third),
      erases: use === "erase",
    },
    paper: options.paper === "none" ? null : hexToRgb(options.paper ?? "#ffffff"),
    seed: seedOption(options.seed),
    pictures,
    under,
    light,
    grain: options.grain === undefined ? undefined : grainOption(options.grain),
  };
  if (options.height !== undefined) writeWhole(options.height, writeGrey16(renderHeights(job), width, height));
  if (options.normals !== undefined)
    writeWhole(options.normals, writeRgba16(renderNormals(job, (light ?? tableLight).depth), width, height));
  if (out.endsWith(".ora")) writeWhole(out, renderLayered(job));
  else
    writeWhole(
      out,
      depth === "8" ? writeRgba(renderHand(job), width, height) : writeRgba16(renderHand16(job), width, height),
    );
}

/** on, off, or where it stands and how glossy paint is: degrees from the right, degrees above the surface, 0…1. */
function lightOption(text: string): Light | undefined {
  if (text === "off") return undefined;
  if (text === "on") return tableLight;
  const [direction, altitude, gloss = tableLight.gloss] = text.split(",").map(Number);
  const found = lightSchema.safeParse({ ...tableLight, direction, altitude, gloss });
  if (!found.success) throw new CallError(`--light: "${text}" is neither on, off, nor like 135,50 or 135,50,0.4`);
  return found.data;
}

/** A surface with a grain of this kind, as it comes. */
function grainOption(kind: string): Ground {
  const found = drawnGrainKinds.find((name) => name === kind);
  if (!found) throw new CallError(`--grain: "${kind}" is none of ${drawnGrainKinds.join(", ")}`);
  return { ...plainGroundOf(), grain: grainOf(found) };
}

function sizeOption(text: string): { width: number; height: number } {
  const found = /^(\d{1,5})x(\d{1,5})$/.exec(text);
  if (!found) throw new CallError(`--size: "${text}" is not like 1200x400`);
  return { width: Number(found[1]), height: Number(found[2]) };
}

/** Without a size, the picture reaches a margin past the farthest sample. */
function sizeAround(strokes: readonly (readonly Sample[])[]): { width: number; height: number } {
  const side = (along: (s: Sample) => number) =>
    Math.min(
      MAX_SIDE,
      Math.max(1, Math.ceil(strokes.flat().reduce((most, s) => Math.max(most, along(s)), 0)) + MARGIN),
    );
  return { width: side((s) => s.x), height: side((s) => s.y) };
}
