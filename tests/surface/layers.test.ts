import { createHash } from "node:crypto";
import { hexToRgb } from "@core/colour/srgb";
import { readOra } from "@core/formats/ora/read";
import { writeOra } from "@core/formats/ora/write";
import { blendNames, unwritten } from "@core/kernels/blend-modes";
import { blendOver } from "@core/kernels/reference/blend";
import { paintHand, StrokePainter } from "@core/stroke/painter";
import { flatten } from "@core/surface/flatten";
import { tableLight } from "@core/surface/light";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import { createCanvas, loadImage } from "@napi-rs/canvas";
import { decode } from "fast-png";
import { unzipSync } from "fflate";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";
import { kernels, pixelAt } from "../paint/sheet";

const ink = (hex: string) => ({ colour: hexToRgb(hex), second: hexToRgb("#ffffff") });
const brush = brushOf({ tip: { size: 60, hardness: 0.5 }, paint: { flow: 0.6 } });

/** Three layers of crossing strokes, the upper two in the middle of the sheet only. */
function layered(): Surface {
  const surface = new Surface(kernels, 300, 200, 3);
  const strokes = [lineSamples(20, 60, 280, 60), lineSamples(150, 20, 150, 180), lineSamples(60, 150, 240, 30)];
  ["#c03020", "#2060c0", "#e0c040"].forEach((hex, n) => {
    surface.paintOn(n);
    paintHand(surface, brush, ink(hex), [strokes[n]], n);
  });
  return surface;
}

function pixelsOf(surface: Surface): Uint8ClampedArray {
  const picture = new Picture(surface, null);
  picture.showAll();
  const pixels = picture.copy();
  picture.release();
  return pixels;
}

/** What is seen of a surface, as a digest: long arrays are slow to compare. */
function shown(surface: Surface): string {
  return createHash("sha256").update(pixelsOf(surface)).digest("hex");
}

const plain = (p: number[]): [number, number, number, number] => [p[0], p[1], p[2], p[3]];

describe("a layer", () => {
  test.each(blendNames)("joins those below by %s and its opacity, as the formula says", (blend) => {
    const surface = layered();
    const [below, above] = [0, 1].map((seen) => {
      surface.layers.forEach((layer, n) => {
        layer.visible = n === seen;
      });
      return plain(pixelAt(surface, 150, 62));
    });
    surface.layers.forEach((layer, n) => {
      layer.visible = n < 2;
    });
    surface.layers[1].blend = blend;
    surface.layers[1].opacity = 0.7;
    const wanted = blendOver(blend, below, [above[0] * 0.7, above[1] * 0.7, above[2] * 0.7, above[3] * 0.7]);
    pixelAt(surface, 150, 62).forEach((c, i) => {
      expect(Math.abs(c - wanted[i])).toBeLessThan(1 / 255);
    });
    surface.release();
  });

  test("that is hidden is not seen, and one that is locked cannot be painted on", () => {
    const surface = layered();
    const all = shown(surface);
    surface.layers[2].visible = false;
    expect(shown(surface)).not.toEqual(all);
    surface.layers[2].locked = true;
    surface.paintOn(2);
    expect(() => paintHand(surface, brush, ink("#000000"), [lineSamples(0, 0, 50, 50)], 1)).toThrow(
      "this layer is locked",
    );
    surface.layers[2].visible = true;
    expect(shown(surface)).toEqual(all);
    surface.release();
  });

  test("shows what its mask does not hide", () => {
    const surface = layered();
    const mask = surface.layers[2].makeMask();
    const before = pixelAt(surface, 150, 90);
    const index = surface.columns + 2;
    kernels.heap.u16.fill(32767, mask.make(index) / 2, mask.at(index) / 2 + 4096);
    const after = pixelAt(surface, 150, 90);
    surface.layers[2].visible = false;
    expect(after).toEqual(pixelAt(surface, 150, 90));
    expect(after).not.toEqual(before);
    surface.release();
  });

  test("is hidden by painting on its mask and seen again by erasing there, with any brush, wet as dry", () => {
    const surface = layered();
    const before = shown(surface);
    const seen = pixelAt(surface, 100, 120);
    for (const onMask of [
      brush,
      brushOf({ tip: { size: 60 }, paint: { mixing: 0.6, body: 0.5, rim: { strength: 0.5 } } }),
    ]) {
      surface.paintOn(2, "mask");
      const painter = new StrokePainter(surface, onMask, ink("#ff00ff"), 1);
      painter.push([...lineSamples(60, 150, 160, 84), ...lineSamples(160, 84, 60, 150)]);
      const wet = shown(surface);
      painter.end();
      expect(shown(surface), "drying changes nothing").toEqual(wet);
      const hidden = pixelAt(surface, 100, 120);
      expect(hidden[3], "more is hidden than is left").toBeLessThan(seen[3] / 2);
      expect(hidden[0], "a mask has no colour").toBeLessThan(0.05 + hidden[3]);
      for (let n = 0; n < 4; n++)
        paintHand(
          surface,
          brushOf({ tip: { size: 90, hardness: 1 } }),
          { ...ink("#000000"), erases: true },
          [lineSamples(60, 150, 240, 30)],
          n,
        );
      pixelAt(surface, 100, 120).forEach((c, i) => {
        expect(Math.abs(c - seen[i])).toBeLessThan(1 / 255);
      });
    }
    surface.layers[2].mask = undefined;
    expect(shown(surface), "the paint itself was never touched").toEqual(before);
    surface.release();
  });

  test("keeps its paint when the order changes, and is forgotten when it is not among them", () => {
    const surface = layered();
    const [bottom, middle, top] = surface.layers;
    const before = shown(surface);
    surface.takeDirty();
    surface.arrange([bottom, top, middle]);
    expect(surface.takeDirty().length, "all of it is to be shown anew").toBe(surface.columns * surface.rows);
    expect(shown(surface)).not.toEqual(before);
    const added = surface.newLayer();
    surface.arrange([bottom, middle, top, added]);
    expect(shown(surface), "an empty layer is not seen").toEqual(before);
    surface.arrange([bottom, middle]);
    const two = shown(surface);
    surface.arrange([bottom, middle, surface.newLayer()]);
    expect(shown(surface)).toEqual(two);
    surface.release();
  });

  test("is filled and cleared alone; one that keeps its alpha is filled where it has paint", () => {
    const surface = layered();
    surface.layers[1].keepsAlpha = true;
    const alphas = Array.from({ length: 300 }, (_, x) => pixelAt(surface, x, 120)[3]);
    surface.fill(1, hexToRgb("#00ff00"));
    Array.from({ length: 300 }, (_, x) => pixelAt(surface, x, 120)[3]).forEach((a, x) => {
      expect(Math.abs(a - alphas[x])).toBeLessThan(0.001);
    });
    surface.clear(0);
    surface.clear(2);
    const [r, g, , a] = pixelAt(surface, 150, 60);
    expect(r / a).toBeLessThan(0.01);
    expect(g / a).toBeGreaterThan(0.99);
    surface.fill(0, hexToRgb("#102030"));
    expect(pixelAt(surface, 2, 2)[3]).toBeGreaterThan(0.999);
    surface.release();
  });

  test("erasing takes paint from its own layer alone", () => {
    const surface = layered();
    surface.paintOn(1);
    paintHand(
      surface,
      brushOf({ tip: { size: 80 } }),
      { ...ink("#000000"), erases: true },
      [lineSamples(150, 20, 150, 180)],
      1,
    );
    surface.layers[2].visible = false;
    const [r, , b, a] = pixelAt(surface, 150, 60);
    expect(r / a).toBeGreaterThan(b / a);
    expect(pixelAt(surface, 150, 170)[3]).toBeLessThan(0.001);
    surface.release();
  });
});

describe("OpenRaster, written", () => {
  // ZIP application note, 4.3.7; OpenRaster 0.0.5: mimetype comes first, stored, without an extra field.
  test("has its mimetype first and stored, the layers, a merged picture and a thumbnail", () => {
    const surface = layered();
    const bytes = writeOra(surface, null);
    const view = new DataView(bytes.buffer, bytes.byteOffset);
    expect(view.getUint32(0, true)).toBe(0x04034b50);
    expect(view.getUint16(8, true)).toBe(0);
    expect([view.getUint16(26, true), view.getUint16(28, true)]).toEqual([8, 0]);
    expect(Buffer.from(bytes.subarray(30, 38 + 16)).toString()).toBe("mimetypeimage/openraster");
    expect(Object.keys(unzipSync(bytes))).toEqual([
      "mimetype",
      "stack.xml",
      "data/layer0.png",
      "data/layer1.png",
      "data/layer2.png",
      "mergedimage.png",
      "Thumbnails/thumbnail.png",
    ]);
    surface.release();
  });

  test("is read back to the same picture, layer by layer", () => {
    const surface = layered();
    Object.assign(surface.layers[1], { blend: "multiply", opacity: 0.6, name: 'shade & "glow" <2>' });
    surface.layers[2].visible = false;
    const before = pixelsOf(surface);
    const read = readOra(writeOra(surface, null), "ours.ora");
    expect(read.layers.map(({ name, blend, opacity, visible }) => [name, blend, opacity, visible])).toEqual([
      ["layer 1", "source-over", 1, true],
      ['shade & "glow" <2>', "multiply", 0.6, true],
      ["layer 3", "source-over", 1, false],
    ]);
    const again = flatten(kernels, read.width, read.height, read.layers);
    const after = pixelsOf(again);
    let most = 0;
    for (let i = 0; i < before.length; i += 4)
      for (let c = 0; c < 4; c++)
        most = Math.max(most, Math.abs(before[i + c] - after[i + c]) * (c === 3 ? 1 : before[i + 3] / 255));
    expect(most).toBeLessThanOrEqual(1);
    again.release();
    surface.release();
  });

  // Independent reader of the PNGs and of source-over: Skia (@napi-rs/canvas).
  test("composites in another program to its merged picture, which is ours", async () => {
    const surface = layered();
    const paper = hexToRgb("#f4efe2");
    const files = unzipSync(writeOra(surface, paper));
    const read = readOra(writeOra(surface, paper), "ours.ora");
    const canvas = createCanvas(300, 200);
    const context = canvas.getContext("2d");
    const order = ["data/paper.png", "data/layer0.png", "data/layer1.png", "data/layer2.png"];
    for (const [n, path] of order.entries())
      context.drawImage(await loadImage(Buffer.from(files[path])), read.layers[n].x, read.layers[n].y);
    const theirs = context.getImageData(0, 0, 300, 200).data;
    context.drawImage(await loadImage(Buffer.from(files["mergedimage.png"])), 0, 0);
    const merged = context.getImageData(0, 0, 300, 200).data;
    let most = 0;
    for (let i = 0; i < merged.length; i++) most = Math.max(most, Math.abs(merged[i] - theirs[i]));
    // Skia rounds to 8 bits after each of four layers.
    expect(most).toBeLessThanOrEqual(3);
    const small = await loadImage(Buffer.from(files["Thumbnails/thumbnail.png"]));
    expect([small.width, small.height]).toEqual([256, 171]);
    surface.release();
  });

  test("a blend mode that has no name there is written as lying over and named; the merged picture has it", () => {
    expect(unwritten).toEqual(["exclusion"]);
    const surface = layered();
    surface.layers[1].name = "glow";
    surface.layers[1].blend = "exclusion";
    const bytes = writeOra(surface, null);
    const [, written] = readOra(bytes, "ours.ora").layers;
    expect([written.name, written.blend]).toEqual(["glow (exclusion)", "source-over"]);
    const merged = decode(unzipSync(bytes)["mergedimage.png"]);
    expect(merged.depth).toBe(16);
    // Sixteen bits are finer than eight, and the same picture.
    const pixels = pixelsOf(surface);
    const most = pixels.reduce((worst, value, i) => Math.max(worst, Math.abs(value - merged.data[i] / 257)), 0);
    expect(most).toBeLessThanOrEqual(1);
    expect(merged.data.some((value) => value % 257 !== 0)).toBe(true);
    surface.release();
  });

  test("light is in the merged picture where paint stands thick, and nowhere else", () => {
    const surface = new Surface(kernels, 200, 120);
    paintHand(
      surface,
      brushOf({ tip: { size: 40 }, paint: { body: 0.8 } }),
      ink("#c03020"),
      [lineSamples(30, 60, 90, 60)],
      1,
    );
    paintHand(surface, brush, ink("#2060c0"), [lineSamples(140, 20, 140, 100)], 1);
    const dark = { ...tableLight, direction: tableLight.direction + 90 };
    const of = (light?: typeof tableLight) => decode(unzipSync(writeOra(surface, null, light))["mergedimage.png"]).data;
    const [flatly, one, other] = [of(), of(tableLight), of(dark)];
    const at = (data: typeof flatly, x: number, y: number) => data[(y * 200 + x) * 4];
    const left = Array.from({ length: 100 * 100 }, (_, n) => [20 + (n % 100), 10 + Math.floor(n / 100)] as const);
    expect(left.some(([x, y]) => at(one, x, y) !== at(other, x, y))).toBe(true);
    for (let y = 20; y < 100; y++) expect(at(one, 140, y)).toBe(at(flatly, 140, y));
    surface.release();
  });

  test("says that there is nothing to write", () => {
    const empty = new Surface(kernels, 10, 10);
    expect(() => writeOra(empty, null)).toThrow("there is nothing on any layer");
    empty.release();
  });
});
