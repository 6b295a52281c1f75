import { FormatError } from "@core/formats/fault";
import { readOra } from "@core/formats/ora/read";
import { blendNames, compositeOp } from "@core/kernels/blend-modes";
import { createKernels } from "@core/kernels/load";
import { flatten } from "@core/surface/flatten";
import { Picture } from "@core/surface/picture";
import { createCanvas, type GlobalCompositeOperation } from "@napi-rs/canvas";
import { encode } from "fast-png";
import { strToU8, type Zippable, zipSync } from "fflate";
import { describe, expect, test } from "vitest";

const WIDTH = 150;
const HEIGHT = 90;

/** A picture of smooth colours and alphas, another for each number. */
function rgba(n: number, width: number, height: number): Uint8Array {
  return Uint8Array.from({ length: width * height * 4 }, (_, i) => {
    const [x, y, c] = [Math.floor(i / 4) % width, Math.floor(i / 4 / width), i % 4];
    return c === 3 ? 120 + ((x + n * 40) % 136) : (x * (2 + c) + y * (5 - c) + n * 60 * (c + 1)) % 256;
  });
}

interface Part {
  readonly op: string;
  readonly opacity: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const layers: Part[] = [
  { op: "svg:src-over", opacity: 1, x: 0, y: 0, width: WIDTH, height: HEIGHT },
  { op: "svg:multiply", opacity: 0.7, x: 20, y: -10, width: 100, height: 70 },
];

function ora(parts: readonly Part[], change: (files: Zippable) => Zippable = (files) => files): Uint8Array {
  const nodes = parts
    .map(
      (p, n) =>
        `<layer name="L${n}" src="data/${n}.png" x="${p.x}" y="${p.y}" opacity="${p.opacity}" composite-op="${p.op}"/>`,
    )
    .reverse();
  const pictures = Object.fromEntries(
    parts.map((p, n) => [
      `data/${n}.png`,
      encode({ width: p.width, height: p.height, data: rgba(n, p.width, p.height), channels: 4, depth: 8 }),
    ]),
  );
  return zipSync(
    change({
      mimetype: [strToU8("image/openraster"), { level: 0 }],
      "stack.xml": strToU8(
        `<?xml version="1.0" encoding="UTF-8"?><image version="0.0.5" w="${WIDTH}" h="${HEIGHT}"><stack>${nodes.join("")}</stack></image>`,
      ),
      ...pictures,
    }),
  );
}

function flattened(bytes: Uint8Array): Uint8ClampedArray {
  const { width, height, layers: read } = readOra(bytes, "test.ora");
  const surface = flatten(createKernels(), width, height, read);
  const picture = new Picture(surface, null);
  picture.showAll();
  return picture.copy();
}

const named = blendNames.flatMap((blend) => {
  const op = compositeOp(blend);
  return op ? [[op, blend] as const] : [];
});

// The same layers laid over one another by Skia, 8 bits; what the two round differently is compared premultiplied.
test.each(named)("%s: a layered picture flattens as Skia composites it", (op, blend) => {
  const parts = [layers[0], { ...layers[1], op }];
  const canvas = createCanvas(WIDTH, HEIGHT);
  const context = canvas.getContext("2d");
  for (const [n, p] of parts.entries()) {
    const one = createCanvas(p.width, p.height);
    const drawing = one.getContext("2d");
    const data = drawing.createImageData(p.width, p.height);
    data.data.set(rgba(n, p.width, p.height));
    drawing.putImageData(data, 0, 0);
    context.globalAlpha = p.opacity;
    context.globalCompositeOperation = (
      n === 0 ? "source-over" : blend === "plus-lighter" ? "lighter" : blend
    ) as GlobalCompositeOperation;
    context.drawImage(one, p.x, p.y);
  }
  const wanted = context.getImageData(0, 0, WIDTH, HEIGHT).data;
  const ours = flattened(ora(parts));
  let most = 0;
  let sum = 0;
  for (let i = 0; i < wanted.length; i++) {
    const alpha = i % 4 === 3 ? 1 : wanted[i - (i % 4) + 3] / 255;
    const off = Math.abs(wanted[i] - ours[i]) * alpha;
    most = Math.max(most, off);
    sum += off;
  }
  expect(sum / wanted.length).toBeLessThan(1.2);
  // Dodge and burn divide by what Skia has rounded to 8 bits; so do hue and saturation, where a colour is nearly grey.
  if (!/dodge|burn|hue|saturation/.test(op)) expect(most).toBeLessThanOrEqual(6);
});

test("places, order, opacity and visibility are kept", () => {
  const { layers: read, width, height } = readOra(ora(layers), "t.ora");
  expect([width, height]).toEqual([WIDTH, HEIGHT]);
  expect(read.map(({ name, x, y, opacity, blend, visible }) => [name, x, y, opacity, blend, visible])).toEqual([
    ["L0", 0, 0, 1, "source-over", true],
    ["L1", 20, -10, 0.7, "multiply", true],
  ]);
});

describe("bad files are refused with one line that says where", () => {
  const stack =
    (inner: string, w = "150") =>
    (files: Zippable) => ({ ...files, "stack.xml": strToU8(`<image w="${w}" h="90"><stack>${inner}</stack></image>`) });
  test.each([
    ["no zip", strToU8("nothing"), /not a ZIP/],
    ["another mimetype", ora(layers, (f) => ({ ...f, mimetype: strToU8("text/plain") })), /mimetype/],
    ["no stack", ora(layers, ({ "stack.xml": _, ...f }) => f), /no stack\.xml/],
    ["broken XML", ora(layers, (f) => ({ ...f, "stack.xml": strToU8("<image") })), /not well-formed|no <image>/],
    [
      "a missing layer",
      ora(layers, ({ "data/1.png": _, ...f }) => f),
      /layer 1 from the top: data\/1\.png is not in the file/,
    ],
    ["an absurd size", ora(layers, stack('<layer src="data/0.png"/>', "900000")), /w and h of 1 to 16384/],
    ["a path that leads out", ora(layers, stack('<layer src="data/../../0.png"/>')), /data\/\.\.\/\.\.\/0\.png/],
    ["a group", ora(layers, stack('<stack><layer src="data/0.png"/></stack>')), /groups/],
    [
      "an unknown operator",
      ora(layers, stack('<layer src="data/0.png" composite-op="svg:dst-in"/>')),
      /"svg:dst-in" is not known/,
    ],
    ["a wild opacity", ora(layers, stack('<layer src="data/0.png" opacity="7"/>')), /opacity/],
    ["no layers", ora(layers, stack("")), /0 layers|root <stack>/],
    ["a broken picture", ora(layers, (f) => ({ ...f, "data/0.png": strToU8("png") })), /data\/0\.png: not a PNG/],
  ])("%s", (_, bytes, line) => {
    expect(() => readOra(bytes, "bad.ora")).toThrow(FormatError);
    expect(() => readOra(bytes, "bad.ora")).toThrow(line);
  });
});
