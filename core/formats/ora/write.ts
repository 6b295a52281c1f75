import { strToU8, type Zippable, zipSync } from "fflate";
import type { Rgb } from "../../colour/srgb";
import { compositeOp } from "../../kernels/blend-modes";
import { layerPixels } from "../../surface/layer-pixels";
import type { Light } from "../../surface/light";
import { deepPixels, Picture } from "../../surface/picture";
import type { Surface } from "../../surface/surface";
import { FormatError } from "../fault";
import { writeRgba, writeRgba16 } from "../png/png";

/** The longest side of the small picture that file managers show, px (OpenRaster 0.0.5). */
const THUMBNAIL = 256;
/** ZIP begins in 1980; one fixed moment, so that equal pictures are equal bytes. */
const MOMENT = new Date(1980, 0, 2, 12);

/**
 * Writes a surface as OpenRaster (specification 0.0.5, freedesktop.org): `mimetype` first and stored, a 16-bit PNG for each
 * layer that has paint, the merged picture in 16 bits as well, and a thumbnail. What a mask hides is left out of its layer. A layer
 * whose blend mode the specification has no name for lies over, and its name says so.
 * @param paper an opaque lowest layer, or null for none @param light by which the merged picture shows thick paint; none for flat
 * @throws FormatError when nothing is on any layer
 */
export function writeOra(surface: Surface, paper: Rgb | null, light?: Light): Uint8Array {
  const files: Zippable = { mimetype: [strToU8("image/openraster"), { level: 0 }] };
  const nodes: string[] = [];
  const pictures: [string, Uint8Array][] = [];
  if (paper) {
    pictures.push(["data/paper.png", flat(paper, surface.width, surface.height)]);
    nodes.push(
      node({ name: "paper", src: "data/paper.png", x: 0, y: 0, opacity: 1, visible: true, op: "svg:src-over" }),
    );
  }
  surface.layers.forEach((layer, n) => {
    const pixels = layerPixels(surface, layer);
    if (!pixels) return;
    const op = compositeOp(layer.blend);
    const name = layer.name || `layer ${n + 1}`;
    const src = `data/layer${n}.png`;
    pictures.push([src, writeRgba16(pixels.data, pixels.width, pixels.height)]);
    nodes.push(
      node({
        name: op ? name : `${name} (${layer.blend})`,
        src,
        x: pixels.x,
        y: pixels.y,
        opacity: layer.opacity,
        visible: layer.visible,
        op: op ?? "svg:src-over",
      }),
    );
  });
  if (nodes.length === 0) throw new FormatError("there is nothing on any layer");
  const stack = `<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.5" w="${surface.width}" h="${surface.height}">\n<stack>\n${nodes.reverse().join("\n")}\n</stack>\n</image>\n`;
  files["stack.xml"] = strToU8(stack);
  for (const [path, bytes] of pictures) files[path] = [bytes, { level: 0 }];
  const merged = seen(surface, paper, light);
  files["mergedimage.png"] = [
    writeRgba16(deepMerged(surface, paper, light, merged), surface.width, surface.height),
    { level: 0 },
  ];
  files["Thumbnails/thumbnail.png"] = [thumbnail(merged, surface.width, surface.height), { level: 0 }];
  return zipSync(files, { mtime: MOMENT });
}

/** The surface as it is shown, in 8 bits. */
function seen(surface: Surface, paper: Rgb | null, light: Light | undefined): Uint8ClampedArray<ArrayBuffer> {
  const shown = new Picture(surface, paper, light);
  shown.showAll();
  const pixels = shown.copy();
  shown.release();
  return pixels;
}

/** The surface in 16 bits; where light changes what is seen, as that shows it, which is in 8. */
function deepMerged(
  surface: Surface,
  paper: Rgb | null,
  light: Light | undefined,
  lit: Uint8ClampedArray<ArrayBuffer>,
): Uint16Array {
  const deep = deepPixels(surface, paper);
  if (!light || !surface.layers.some(({ heights }) => heights)) return deep;
  const flatly = seen(surface, paper, undefined);
  for (let i = 0; i < deep.length; i++) if (lit[i] !== flatly[i]) deep[i] = lit[i] * 257;
  return deep;
}

const ENTITIES: Readonly<Record<string, string>> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" };

interface Node {
  readonly name: string;
  readonly src: string;
  readonly x: number;
  readonly y: number;
  readonly opacity: number;
  readonly visible: boolean;
  readonly op: string;
}

function node({ name, src, x, y, opacity, visible, op }: Node): string {
  const plain = name.replace(/[&<>"]/g, (c) => ENTITIES[c]);
  return `<layer name="${plain}" src="${src}" x="${x}" y="${y}" opacity="${Number(opacity.toFixed(4))}" visibility="${visible ? "visible" : "hidden"}" composite-op="${op}"/>`;
}

function flat(colour: Rgb, width: number, height: number): Uint8Array {
  const pixel = [...colour.map((c) => Math.round(c * 255)), 255];
  return writeRgba(
    Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) => pixel[i % 4]),
    width,
    height,
  );
}

/** The picture averaged down, its colours weighed by their alpha. */
function thumbnail(data: Uint8ClampedArray, width: number, height: number): Uint8Array {
  const scale = Math.min(1, THUMBNAIL / Math.max(width, height));
  const columns = Math.max(1, Math.round(width * scale));
  const rows = Math.max(1, Math.round(height * scale));
  const out = new Uint8ClampedArray(columns * rows * 4);
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) {
      const sum = [0, 0, 0, 0];
      let count = 0;
      for (let y = Math.floor((r * height) / rows); y < ((r + 1) * height) / rows; y++) {
        for (let x = Math.floor((c * width) / columns); x < ((c + 1) * width) / columns; x++, count++) {
          const at = (y * width + x) * 4;
          const alpha = data[at + 3];
          for (let i = 0; i < 3; i++) sum[i] += data[at + i] * alpha;
          sum[3] += alpha;
        }
      }
      for (let i = 0; i < 3; i++) out[(r * columns + c) * 4 + i] = sum[3] ? sum[i] / sum[3] : 0;
      out[(r * columns + c) * 4 + 3] = sum[3] / count;
    }
  }
  return writeRgba(out, columns, rows);
}
