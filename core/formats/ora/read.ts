import { XMLParser } from "fast-xml-parser";
import { strFromU8 } from "fflate";
import { z } from "zod";
import { blendOfOp } from "../../kernels/blend-modes";
import type { Picture } from "../../picture/picture";
import type { PlacedLayer } from "../../surface/flatten";
import { MAX_SIDE } from "../../surface/surface";
import { FormatError } from "../fault";
import { pngSize } from "../png/chunks";
import { readTipPicture } from "../png/tip-picture";
import { openZip, type ZipFile } from "../zip/read-zip";

/** One layer of a layered picture, by its name. */
export interface OraLayer extends PlacedLayer {
  readonly name: string;
}

/** A layered picture; the bottom layer comes first. */
export interface OraPicture {
  readonly width: number;
  readonly height: number;
  readonly layers: readonly OraLayer[];
}

export const MAX_LAYERS = 200;
/** The most bytes of a file's contents together, and the most a part may shrink. */
const MAX_UNPACKED = 512 << 20;
const MAX_RATIO = 300;
const MAX_ENTRIES = 1000;
/** The most px of the whole picture, of all pictures that its layers are made of, and of all that is laid. */
export const MAX_PIXELS = 64 << 20;
const MAX_READ = 256 << 20;
const MAX_LAID = 640 << 20;
const MIMETYPE = "image/openraster";

const whole = z
  .string()
  .regex(/^-?\d{1,6}$/, "is no whole number")
  .transform(Number);
const side = whole.refine((n) => n >= 1 && n <= MAX_SIDE, `is not 1 to ${MAX_SIDE}`);
const imageSchema = z.object({ w: side, h: side });
const layerSchema = z.object({
  name: z.string().max(200).default(""),
  src: z.string().regex(/^[A-Za-z0-9][A-Za-z0-9 ._/-]{0,200}\.png$/, "is no path of a PNG"),
  x: whole.default(0),
  y: whole.default(0),
  opacity: z
    .string()
    .regex(/^(0|1|0?\.\d+|[01]\.\d+)$/, "is no number from 0 to 1")
    .transform(Number)
    .pipe(z.number().max(1))
    .default(1),
  visibility: z.enum(["visible", "hidden"]).default("visible"),
  "composite-op": z.string().default("svg:src-over"),
});

/**
 * Reads an OpenRaster file (specification 0.0.5, freedesktop.org): the layers of the root stack; groups are refused.
 * @throws FormatError with one line that says what is wrong and where
 */
export function readOra(bytes: Uint8Array, what: string): OraPicture {
  const files = opened(bytes, what);
  const mimetype = files.read("mimetype");
  if (!mimetype || strFromU8(mimetype).trim() !== MIMETYPE)
    throw new FormatError(`${what}: its mimetype is not ${MIMETYPE}`);
  const text = files.read("stack.xml");
  if (!text) throw new FormatError(`${what}: it has no stack.xml`);
  const { width, height, nodes } = readStack(strFromU8(text), `${what}, stack.xml`);
  if (width * height > MAX_PIXELS)
    throw new FormatError(`${what}: ${width}×${height} px; ${MAX_PIXELS >> 20} million px are the most`);
  /** Each picture once, however many layers are made of it. */
  const pictures = new Map<string, Picture>();
  let decoded = 0;
  let laid = 0;
  const layers = nodes.map((attributes, n): OraLayer => {
    const where = `${what}, layer ${n + 1} from the top`;
    const read = layerSchema.safeParse(attributes);
    if (!read.success)
      throw new FormatError(`${where}: ${String(read.error.issues[0].path[0] ?? "")} ${read.error.issues[0].message}`);
    const { name, src, x, y, opacity, visibility } = read.data;
    const op = read.data["composite-op"];
    const blend = blendOfOp(op);
    if (!blend) throw new FormatError(`${where}: composite-op "${op.slice(0, 40)}" is not known`);
    const known = pictures.get(src);
    // Unpacked when its turn comes, and let go once it is a picture.
    const png = known ? undefined : files.read(src);
    if (!known && !png) throw new FormatError(`${where}: ${src} is not in the file`);
    const sides = png ? pngSize(png, `${where}, ${src}`) : (known as Picture);
    decoded += known ? 0 : sides.width * sides.height;
    laid += Math.min(width, sides.width) * Math.min(height, sides.height);
    if (decoded > MAX_READ || laid > MAX_LAID)
      throw new FormatError(`${where}: its layers have more px together than can be laid (${MAX_LAID >> 20} million)`);
    const picture = known ?? readTipPicture(png as Uint8Array, `${where}, ${src}`);
    pictures.set(src, picture);
    return { name, x, y, opacity, visible: visibility === "visible", blend, picture };
  });
  return { width, height, layers: layers.reverse() };
}

/** The most letters of a stack: two hundred layers with long names need fewer. */
const MAX_STACK = 256 << 10;

function readStack(text: string, what: string): { width: number; height: number; nodes: unknown[] } {
  if (text.length > MAX_STACK) throw new FormatError(`${what}: larger than ${MAX_STACK >> 10} kB`);
  if (/<!DOCTYPE|<!ENTITY/i.test(text)) throw new FormatError(`${what}: document type declarations are not read`);
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: "",
    parseAttributeValue: false,
    isArray: (name) => name === "layer" || name === "stack",
  });
  let tree: unknown;
  try {
    tree = parser.parse(text, true);
  } catch (error) {
    throw new FormatError(
      `${what}: not well-formed XML (${error instanceof Error ? error.message.split("\n")[0] : "unknown fault"})`,
    );
  }
  const image = (tree as { image?: Record<string, unknown> }).image;
  const size = imageSchema.safeParse(image);
  if (!image || !size.success) throw new FormatError(`${what}: no <image> with w and h of 1 to ${MAX_SIDE}`);
  const stacks = (image.stack ?? []) as { layer?: unknown[]; stack?: unknown[] }[];
  if (stacks.length !== 1) throw new FormatError(`${what}: one root <stack> is wanted, there are ${stacks.length}`);
  if (stacks[0].stack) throw new FormatError(`${what}: groups of layers are not read`);
  const nodes = stacks[0].layer ?? [];
  if (nodes.length === 0 || nodes.length > MAX_LAYERS)
    throw new FormatError(`${what}: ${nodes.length} layers, 1 to ${MAX_LAYERS} can be read`);
  return { width: size.data.w, height: size.data.h, nodes };
}

function opened(bytes: Uint8Array, what: string): Pick<ZipFile, "read"> {
  const told = <T>(act: () => T): T => {
    try {
      return act();
    } catch (error) {
      throw error instanceof FormatError ? new FormatError(`${what}: ${error.message}`) : error;
    }
  };
  const zip = told(() =>
    openZip(bytes, {
      entries: MAX_ENTRIES,
      bytes: MAX_UNPACKED,
      ratio: MAX_RATIO,
      wants: (name) => name === "mimetype" || name === "stack.xml" || name.endsWith(".png"),
    }),
  );
  return { read: (name) => told(() => zip.read(name)) };
}
