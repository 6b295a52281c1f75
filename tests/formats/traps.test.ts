import { deflateSync as deflate } from "node:zlib";
import { FormatError } from "@core/formats/fault";
import { readInkml } from "@core/formats/inkml/read";
import { parseJson } from "@core/formats/json";
import { readOra } from "@core/formats/ora/read";
import { unpack } from "@core/formats/package";
import { pngChunks } from "@core/formats/png/chunks";
import { readPng } from "@core/formats/png/png";
import { crc32 } from "@core/formats/zip/crc32";
import { inflateExactly } from "@core/formats/zip/inflate";
import { openZip } from "@core/formats/zip/read-zip";
import fc from "fast-check";
import { encode } from "fast-png";
import { deflateSync, strToU8, zipSync, zlibSync } from "fflate";
import sharp from "sharp";
import { describe, expect, test } from "vitest";

// Files that are made to hurt: each is refused with one line, and before it has cost memory or time.

/** Says what is wrong in one line, having taken no more than so many MB of memory for it. */
function refused(act: () => unknown, mostMb = 64): string {
  global.gc?.();
  const before = process.memoryUsage();
  let message = "";
  try {
    act();
  } catch (error) {
    expect(error, String(error)).toBeInstanceOf(FormatError);
    message = (error as Error).message;
  }
  const after = process.memoryUsage();
  expect((after.arrayBuffers - before.arrayBuffers) / 2 ** 20, "MB of buffers").toBeLessThan(mostMb);
  expect(message, "it was taken").not.toBe("");
  expect(message).not.toContain("\n");
  return message;
}

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

function chunk(type: string, data: Uint8Array): Uint8Array {
  const out = new Uint8Array(data.length + 12);
  const view = new DataView(out.buffer);
  view.setUint32(0, data.length);
  out.set(strToU8(type), 4);
  out.set(data, 8);
  view.setUint32(8 + data.length, crc32(out.subarray(4, 8 + data.length)));
  return out;
}

function header(width: number, height: number, depth = 8, colour = 0, interlace = 0): Uint8Array {
  const data = new Uint8Array(13);
  const view = new DataView(data.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  data.set([depth, colour, 0, 0, interlace], 8);
  return chunk("IHDR", data);
}

const png = (...chunks: Uint8Array[]) => new Uint8Array([...SIGNATURE, ...chunks.flatMap((one) => [...one])]);
const end = chunk("IEND", new Uint8Array(0));
/** Four by four px of grey. */
const rows = zlibSync(new Uint8Array(4 * 5));
/** Nothing but zeros, packed a thousand to one, as zlib itself packs them. */
const bomb = new Uint8Array(deflate(Buffer.alloc(300 << 20)));

describe("a PNG that", () => {
  test.each([
    [
      "unpacks to 300 MB behind a header of 4×4 px",
      () => png(header(4, 4), chunk("IDAT", bomb), end),
      /longer than it says/,
    ],
    [
      "does so in an interlaced picture",
      () => png(header(4, 4, 8, 0, 1), chunk("IDAT", bomb), end),
      /longer than it says/,
    ],
    [
      "does so with a palette",
      () => png(header(4, 4, 8, 3), chunk("PLTE", new Uint8Array(3)), chunk("IDAT", bomb), end),
      /longer than it says/,
    ],
    ["has fewer rows than its header says", () => png(header(4, 9), chunk("IDAT", rows), end), /shorter than it says/],
    [
      "has a second header",
      () => png(header(4, 4), header(4000, 4000), chunk("IDAT", rows), end),
      /header is not where it belongs/,
    ],
    [
      "begins with something else than its header",
      () => png(chunk("IDAT", rows), header(4, 4), end),
      /the most is 4096×4096/,
    ],
    [
      "has a wrong checksum in its header",
      () => corrupted(png(header(4, 4), chunk("IDAT", rows), end), 31),
      /checksum of its IHDR/,
    ],
    [
      "has a wrong checksum in its pixels",
      () => corrupted(png(header(4, 4), chunk("IDAT", rows), end), 44),
      /checksum of its IDAT/,
    ],
    [
      "claims a chunk of 4 GB",
      () => claiming(png(header(4, 4), chunk("IDAT", rows), end), 33),
      /IDAT chunk is cut short/,
    ],
    ["is cut short", () => png(header(4, 4), chunk("IDAT", rows)), /cut short/],
    [
      "has its pixels in two places",
      () => png(header(4, 4), chunk("IDAT", rows), chunk("tEXt", strToU8("a")), chunk("IDAT", rows), end),
      /torn apart/,
    ],
    ["has a depth that there is not", () => png(header(4, 4, 7), chunk("IDAT", rows), end), /7 bits of colour type 0/],
    ["claims a billion px", () => png(header(40_000, 40_000), chunk("IDAT", rows), end), /the most is 4096×4096/],
    ["has no px", () => png(header(0, 4), chunk("IDAT", rows), end), /0×4 px/],
    ["has no zlib stream", () => png(header(4, 4), chunk("IDAT", new Uint8Array(40)), end), /no zlib stream/],
    [
      "has a row of an unknown filter",
      () => png(header(4, 4), chunk("IDAT", zlibSync(new Uint8Array(20).fill(9))), end),
      /unknown filter/,
    ],
  ])("%s is refused", (_, make, says) => {
    const bytes = make();
    expect(refused(() => readPng(bytes, "trap.png"))).toMatch(says);
  });

  test("carries a profile and texts that unpack to 300 MB is read, and they are not", () => {
    const extra = ["iCCP", "zTXt", "iTXt"].map((type) => chunk(type, new Uint8Array([97, 0, 0, ...bomb])));
    const bytes = png(header(4, 4), ...extra, chunk("IDAT", rows), end);
    const before = process.memoryUsage().arrayBuffers;
    expect(readPng(bytes, "profile.png")).toMatchObject({ width: 4, height: 4, channels: 1 });
    expect((process.memoryUsage().arrayBuffers - before) / 2 ** 20).toBeLessThan(64);
    expect(pngChunks(bytes, "profile.png").plain().length).toBeLessThan(200);
  });
});

function corrupted(bytes: Uint8Array, at: number): Uint8Array {
  const out = bytes.slice();
  out[at] ^= 0x55;
  return out;
}

function claiming(bytes: Uint8Array, at: number): Uint8Array {
  const out = bytes.slice();
  out.set([0xff, 0xff, 0xff, 0xf0], at);
  return out;
}

// sharp (libvips, libpng) as an independent decoder and encoder.
describe("honest PNGs are read as libpng writes and reads them", () => {
  const kinds = [
    { channels: 1, depth: 8 },
    { channels: 3, depth: 8 },
    { channels: 4, depth: 8 },
    { channels: 1, depth: 16 },
    { channels: 4, depth: 16 },
  ] as const;
  test.each(kinds)(
    "$channels channels of $depth bits, with filters, plain and interlaced",
    async ({ channels, depth }) => {
      const [width, height] = [37, 29];
      const most = depth === 16 ? 65535 : 255;
      const numbers = Array.from(
        { length: width * height * channels },
        (_, i) => (i * 7919 + ((i * i) >> 3)) % (most + 1),
      );
      const raw = depth === 16 ? Uint16Array.from(numbers) : Uint8Array.from(numbers);
      for (const progressive of [false, true]) {
        const encoder = sharp(raw, { raw: { width, height, channels } })
          .toColourspace(channels === 1 ? (depth === 16 ? "grey16" : "b-w") : depth === 16 ? "rgb16" : "srgb")
          .png({ progressive, adaptiveFiltering: true });
        const file = new Uint8Array(await encoder.toBuffer());
        const read = readPng(file, "sharp.png");
        expect([read.width, read.height, read.channels, read.depth]).toEqual([width, height, channels, depth]);
        expect(Array.from(read.data)).toEqual(numbers);
      }
    },
  );

  test("what we write ourselves comes back, for any size and numbers", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 30 }),
        fc.constantFrom(1, 2, 3, 4),
        fc.constantFrom(8, 16),
        fc.nat(),
        (width, height, channels, depth, seed) => {
          const numbers = Array.from(
            { length: width * height * channels },
            (_, i) => ((i + seed) * 40503) % 2 ** depth,
          );
          const data = depth === 16 ? Uint16Array.from(numbers) : Uint8Array.from(numbers);
          const read = readPng(encode({ width, height, data, channels, depth: depth as 8 | 16 }), "own.png");
          expect(Array.from(read.data)).toEqual(numbers);
        },
      ),
    );
  });
});

// The check value of CRC-32/ISO-HDLC for "123456789", as catalogued by Greg Cook; from memory.
test("the checksum is CRC-32", () => {
  expect(crc32(strToU8("123456789"))).toBe(0xcbf43926);
  for (let n = 0; n < 9; n++)
    expect(crc32(new Uint8Array(n).fill(n))).toBe(crc32(Uint8Array.from(new Uint8Array(n).fill(n))));
});

test("data are inflated to the length they say, and no further, for any data", () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 5000 }), fc.integer({ min: -3, max: 3 }), (data, off) => {
      const packed = deflateSync(data);
      const size = Math.max(0, data.length + off);
      if (size === data.length) expect(inflateExactly(packed, size, "x")).toEqual(data);
      else expect(() => inflateExactly(packed, size, "x")).toThrow(/(longer|shorter) than it says/);
    }),
  );
});

describe("a ZIP file", () => {
  const limits = { entries: 100, bytes: 32 << 20, ratio: 200, wants: () => true };
  const plain = () => zipSync({ "set.json": strToU8("{}"), "a.txt": strToU8("hello hello hello hello") });
  const read = (bytes: Uint8Array) => {
    const { names, read: unpacked } = openZip(bytes, limits);
    return new Map(names.map((name) => [name, unpacked(name)]));
  };
  /** The file with some bytes of the directory's entry of this name changed. */
  const meddled = (bytes: Uint8Array, name: string, at: number, words: readonly number[]) => {
    const out = bytes.slice();
    const text = Buffer.from(out).toString("latin1");
    const entry = text.lastIndexOf(name) - 46;
    out.set(words, entry + at);
    return out;
  };

  test("is read entry by entry", () => {
    expect(Object.fromEntries(read(plain()))).toEqual({
      "set.json": strToU8("{}"),
      "a.txt": strToU8("hello hello hello hello"),
    });
  });

  test.each([
    ["with a wrong checksum", meddled(plain(), "a.txt", 16, [1, 2, 3, 4]), /a\.txt: its checksum is wrong/],
    ["with bytes changed inside", corrupted(plain(), 40), /./],
    ["that is encrypted", meddled(plain(), "a.txt", 8, [1, 0]), /a\.txt: encrypted/],
    ["with a link to elsewhere", meddled(plain(), "a.txt", 40, [0xff, 0xa1]), /a\.txt: a link, not a file/],
    ["that tells sizes in the way of ZIP64", meddled(plain(), "a.txt", 24, [0xff, 0xff, 0xff, 0xff]), /ZIP64/],
    ["that says an entry is longer than it is", meddled(plain(), "a.txt", 24, [90, 0, 0, 0]), /shorter than it says/],
    ["that says an entry is shorter than it is", meddled(plain(), "a.txt", 24, [3, 0, 0, 0]), /longer than it says/],
    ["packed in an unknown way", meddled(plain(), "a.txt", 10, [12, 0]), /packed in a way that is not read/],
    ["without a directory", plain().slice(0, 60), /no directory/],
    ["whose directory is cut", cut(plain()), /cut short|no directory/],
    ["with a path out of it", zipSync({ "../a": strToU8("x") }), /leads out/],
    ["that is no ZIP file", strToU8("GIF89a and so on and so on and so on"), /not a ZIP file/],
  ])("%s is refused", (_, bytes, says) => {
    expect(refused(() => read(bytes))).toMatch(says);
  });

  test("with the same name twice is refused", () => {
    const twice = Buffer.from(zipSync({ "a.txt": strToU8("x"), "b.txt": strToU8("y") }))
      .toString("latin1")
      .replaceAll("b.txt", "a.txt");
    expect(refused(() => read(new Uint8Array(Buffer.from(twice, "latin1"))))).toBe("a.txt: twice in the package");
  });

  test("with too many entries, too many bytes, or packed too tightly is refused before anything is unpacked", () => {
    const many = zipSync(Object.fromEntries(Array.from({ length: 101 }, (_, n) => [`f${n}`, strToU8("")])));
    expect(refused(() => read(many))).toMatch(/more than 100 files/);
    const noise = new Uint8Array(9 << 20).map((_, i) => (i * 2654435761) >>> 13);
    const large = zipSync(Object.fromEntries([0, 1, 2, 3].map((n) => [`f${n}`, noise])), { level: 0 });
    expect(refused(() => read(large))).toMatch(/more than 32 MB/);
    expect(refused(() => read(zipSync({ bomb: new Uint8Array(20 << 20) })))).toMatch(/packed more than 200 to 1/);
  });

  test("whose entry says it is small and goes on for 20 MB is refused", () => {
    const lying = meddled(zipSync({ "tips/a.png": new Uint8Array(20 << 20) }), "tips/a.png", 24, [200, 0, 0, 0]);
    expect(refused(() => unpack(lying))).toMatch(/longer than it says|set\.json|packed more/);
    expect(refused(() => read(lying))).toMatch(/longer than it says/);
  });

  test("cut or changed anywhere is read whole or refused, never half", () => {
    const whole = plain();
    const good = JSON.stringify([...read(whole)]);
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.integer({ min: 1, max: 255 }), fc.boolean(), (at, by, cuts) => {
        const bytes = cuts ? whole.slice(0, at) : whole.slice();
        if (!cuts) bytes[at] ^= by;
        try {
          const found = read(bytes);
          // A changed name is another file; what it holds is whole all the same.
          for (const content of found.values()) expect(good).toContain(JSON.stringify(content));
        } catch (error) {
          expect(error).toBeInstanceOf(FormatError);
        }
      }),
      { numRuns: 400 },
    );
  });
});

function cut(bytes: Uint8Array): Uint8Array {
  const out = bytes.slice();
  // The directory is said to begin beyond where it can.
  out.set([0xf0, 0, 0, 0], out.length - 6);
  return out;
}

describe("an OpenRaster file", () => {
  const dot = encode({ width: 1, height: 1, data: new Uint8Array([9, 9, 9, 255]), channels: 4, depth: 8 });
  const sheet = encode({ width: 4096, height: 4096, data: new Uint8Array(4096 * 4096), channels: 1, depth: 8 });
  const ora = (stack: string, picture = dot) =>
    zipSync({
      mimetype: [strToU8("image/openraster"), { level: 0 }],
      "stack.xml": strToU8(stack),
      "data/a.png": picture,
    });
  const layers = (count: number) => '<layer src="data/a.png"/>'.repeat(count);

  test("of 2 kB that claims 268 million px is refused at once", () => {
    const bytes = ora(`<image w="16384" h="16384"><stack>${layers(1)}</stack></image>`);
    expect(bytes.length).toBeLessThan(2048);
    expect(refused(() => readOra(bytes, "trap.ora"))).toMatch(/64 million px are the most/);
  });

  test("whose two hundred layers are one large picture is refused before it is laid", () => {
    const bytes = ora(`<image w="4096" h="4096"><stack>${layers(200)}</stack></image>`, sheet);
    expect(refused(() => readOra(bytes, "trap.ora"), 96)).toMatch(/more px together/);
  });

  test.each([
    [
      "a stack of a megabyte",
      `<image w="9" h="9"><stack>${`<layer name="${"a".repeat(100)}" src="data/a.png"/>`.repeat(3000)}</stack></image>`,
      /larger than 256 kB/,
    ],
    ["entities", '<!DOCTYPE a [<!ENTITY b "c">]><image w="9" h="9"/>', /document type/],
    ["stacks in stacks", `<image w="9" h="9"><stack><stack>${layers(1)}</stack></stack></image>`, /groups/],
  ])("with %s is refused", (_, stack, says) => {
    expect(refused(() => readOra(ora(stack), "trap.ora"))).toMatch(says);
  });
});

describe("an InkML file", () => {
  const ink = (inner: string) => `<ink xmlns="http://www.w3.org/2003/InkML">${inner}</ink>`;
  const trace = "<trace>1 2, 3 4</trace>";

  test.each([
    [
      "whose context refers to itself",
      ink(`<context xml:id="a" contextRef="#a"/><trace contextRef="#a">1 2</trace>`),
      /in a circle/,
    ],
    [
      "whose contexts refer to one another",
      ink(
        `<context xml:id="a" contextRef="#b"/><context xml:id="b" contextRef="#c"/><context xml:id="c" contextRef="#a"/>${trace}`,
      ),
      /in a circle/,
    ],
    [
      "with thousands of channels",
      ink(`<traceFormat>${'<channel name="X"/>'.repeat(5000)}</traceFormat>${trace}`),
      /more than 64 channels/,
    ],
    ["with a tag of a megabyte", ink(`<trace ${"a".repeat(1 << 20)}="1">1 2</trace>`), /a tag of more than 8192/],
    [
      "with a million attributes",
      ink(`<trace ${Array.from({ length: 200_000 }, (_, n) => `a${n}="1"`).join(" ")}>1 2</trace>`),
      /a tag of more than 8192/,
    ],
    [
      "with elements a thousand deep",
      ink(`${"<traceGroup>".repeat(1000)}${trace}${"</traceGroup>".repeat(1000)}`),
      /lie in one another/,
    ],
    ["with a million elements", ink("<annotation/>".repeat(1_000_000)), /more than 200000 elements/],
    ["with entities", `<!DOCTYPE ink [<!ENTITY a "b">]>${ink(trace)}`, /document type/],
    ["cut in a comment", `<ink><!-- ${"a".repeat(100)}`, /./],
  ])("%s is refused with one line that names the file", (_, text, says) => {
    const message = refused(() => readInkml(text, "trap.inkml"));
    expect(message).toMatch(says);
    expect(message).toMatch(/^trap\.inkml/);
  });

  test("whose contexts build on one another without a circle is read", () => {
    const text = ink(
      `<context xml:id="a"><traceFormat><channel name="Y"/><channel name="X"/></traceFormat></context><context xml:id="b" contextRef="#a"/><trace contextRef="#b">1 2</trace>`,
    );
    expect(readInkml(text, "good.inkml").strokes[0][0]).toMatchObject({ x: 2, y: 1 });
  });
});

describe("JSON from outside", () => {
  test("that is too long, or a hundred thousand values deep, is refused before it is read", () => {
    expect(refused(() => parseJson("[".repeat(100_000), "brush.json", 1 << 20))).toMatch(/lie in one another/);
    expect(refused(() => parseJson(`${'{"a":'.repeat(50)}1${"}".repeat(50)}`, "brush.json", 1 << 20))).toMatch(
      /lie in one another/,
    );
    expect(refused(() => parseJson(`"${"a".repeat(2048)}"`, "brush.json", 1024))).toMatch(/larger than 1 kB/);
    expect(refused(() => parseJson('{"a":', "brush.json", 1024))).toMatch(/^brush\.json: not JSON/);
  });

  test("that is well-formed is read as JavaScript reads it, brackets in texts too", () => {
    const texts = fc.json({ maxDepth: 8 });
    fc.assert(
      fc.property(texts, (text) => {
        expect(parseJson(text, "x", 1 << 20)).toEqual(JSON.parse(text));
      }),
    );
    expect(parseJson(`{"a":"${"[".repeat(99)}\\"${"{".repeat(99)}"}`, "x", 1024)).toEqual({
      a: `${"[".repeat(99)}"${"{".repeat(99)}`,
    });
  });
});
