import { FormatError } from "@core/formats/fault";
import { brushPath, licenceIds, pack, type SetPackage, setFileJsonSchema, unpack } from "@core/formats/package";
import { writeRgba } from "@core/formats/png/png";
import { demoBrushes } from "@demo/brushes";
import { demoPictures } from "@demo/pictures";
import Ajv from "ajv/dist/2020";
import { encode } from "fast-png";
import { strFromU8, strToU8, unzipSync, type Zippable, zipSync } from "fflate";
import { describe, expect, test } from "vitest";
import { fromBuffer } from "yauzl";

const dot = writeRgba(new Uint8ClampedArray([10, 20, 30, 255]), 1, 1);

function sample(): SetPackage {
  const taken = new Set<string>();
  const paths = demoBrushes.map((brush) => ({ brush, file: brushPath(brush.name, taken) }));
  return {
    set: {
      format: "brosse-set",
      level: 1,
      name: "Fascia",
      version: "1.0.0",
      studio: "Quayside Signworks",
      licence: "CC-BY-4.0",
      notes: "For one shopfront.",
      credits: "",
      brushes: paths.map(({ file }) => ({ file, group: "Letters" })),
    },
    brushes: new Map(paths.map(({ brush, file }) => [file, brush])),
    files: new Map([["specimen.png", dot], ...demoPictures]),
  };
}

/** The package's entries, changed and zipped again. */
function altered(change: (entries: Record<string, Uint8Array>) => Zippable): Uint8Array {
  return zipSync(change(unzipSync(pack(sample()))));
}

const json = (value: unknown) => strToU8(JSON.stringify(value));
const setOf = (entries: Record<string, Uint8Array>) => JSON.parse(strFromU8(entries["set.json"]));

test("what is packed is unpacked again, and packing twice gives the same bytes", () => {
  const original = sample();
  const bytes = pack(original);
  const back = unpack(bytes);
  expect(back.set).toEqual(original.set);
  expect([...back.brushes]).toEqual([...original.brushes]);
  expect(back.files.get("specimen.png")).toEqual(dot);
  expect(Buffer.compare(Buffer.from(bytes), Buffer.from(pack(sample())))).toBe(0);
});

describe("pictures of tips", () => {
  const [path] = [...demoPictures.keys()];

  test("travel with the package", () => {
    const back = unpack(pack(sample()));
    for (const [name, bytes] of demoPictures) expect(back.files.get(name)).toEqual(bytes);
  });

  test("that a brush names and the package lacks are missed by name", () => {
    const { [path]: _, ...rest } = unzipSync(pack(sample()));
    expect(() => unpack(zipSync(rest))).toThrow(
      new RegExp(`brushes/leaf-torn\\.json: ${path.replace(".", "\\.")} is not in the package`),
    );
  });

  test.each([
    ["text", strToU8("a picture"), /not a PNG/],
    [
      "one bit deep",
      encode({ width: 8, height: 1, data: new Uint8Array([0xaa]), channels: 1, depth: 1 }),
      /grey or RGB picture of 8 or 16 bits/,
    ],
  ])("that are %s are refused", (_, bytes, line) => {
    expect(() => unpack(altered((entries) => ({ ...entries, [path]: bytes })))).toThrow(FormatError);
    expect(() => unpack(altered((entries) => ({ ...entries, [path]: bytes })))).toThrow(line);
  });
});

test("brushes with the same name get paths of their own", () => {
  const taken = new Set<string>();
  expect([brushPath("Gilder’s size", taken), brushPath("Gilder's  Size", taken), brushPath("筆", taken)]).toEqual([
    "brushes/gilder-s-size.json",
    "brushes/gilder-s-size-2.json",
    "brushes/brush.json",
  ]);
});

describe("against independent readers", () => {
  test("a general zip reader (yauzl) finds every file and its contents", async () => {
    const names = await new Promise<string[]>((resolve, reject) => {
      fromBuffer(Buffer.from(pack(sample())), { lazyEntries: true, strictFileNames: true }, (error, zip) => {
        if (error || !zip) return reject(error);
        const found: string[] = [];
        zip.on("entry", (entry) => {
          zip.openReadStream(entry, (fault, stream) => {
            if (fault || !stream) return reject(fault);
            let length = 0;
            stream.on("data", (part: Buffer) => {
              length += part.length;
            });
            stream.on("end", () => {
              expect(length).toBe(entry.uncompressedSize);
              found.push(entry.fileName);
              zip.readEntry();
            });
          });
        });
        zip.on("end", () => resolve(found));
        zip.on("error", reject);
        zip.readEntry();
      });
    });
    expect(names[0]).toBe("set.json");
    expect(names).toEqual(
      expect.arrayContaining(["README.md", "LICENSE.txt", "specimen.png", "brushes/lettering-quill-long.json"]),
    );
    expect(names).toHaveLength(demoBrushes.length + demoPictures.size + 4);
  });

  test("two hundred brushes fit, and no more; packed twice they are the same bytes", () => {
    const many = (count: number) => {
      const taken = new Set<string>();
      const files = Array.from({ length: count }, (_, n) => {
        const brush = { ...demoBrushes[n % demoBrushes.length], name: `Brush ${n}` };
        return [
          brushPath(brush.name, taken),
          { ...brush, tip: { ...brush.tip, shape: { kind: "ellipse" as const } }, ground: null },
        ] as const;
      });
      const lines = files.map(([file], n) => ({ file, group: `Group ${n % 7}`, traits: ["dry"], materials: [] }));
      return pack({
        set: { ...sample().set, brushes: lines },
        brushes: new Map(files),
        files: new Map(),
        changes: "# Changes\n",
      });
    };
    const bytes = many(200);
    expect(Buffer.from(many(200)).equals(Buffer.from(bytes))).toBe(true);
    const content = unpack(bytes);
    expect([content.brushes.size, content.changes]).toEqual([200, "# Changes\n"]);
    expect(() => many(201)).toThrow();
  });

  test("set.json validates against its published JSON Schema in ajv, and a wrong one does not", () => {
    const validate = new Ajv({ strict: false }).compile(setFileJsonSchema());
    const set = setOf(unzipSync(pack(sample())));
    expect(validate(set)).toBe(true);
    for (const wrong of [
      { ...set, version: "1.0" },
      { ...set, licence: "mine" },
      { ...set, brushes: [] },
      { ...set, extra: 1 },
    ])
      expect(validate(wrong)).toBe(false);
    expect(licenceIds).toContain(set.licence);
  });
});

describe("a bad package is refused with one clear line", () => {
  const cases: [string, () => Uint8Array, RegExp][] = [
    ["not a zip", () => strToU8("this is a letter, not a package at all"), /not a ZIP/],
    ["empty", () => new Uint8Array(), /not a ZIP/],
    ["truncated", () => pack(sample()).slice(0, 900), /damaged or cut short/],
    ["a path outside the package", () => altered((e) => ({ ...e, "../evil.json": json({}) })), /leads out/],
    ["an absolute path", () => altered((e) => ({ ...e, "/etc/passwd": json({}) })), /leads out/],
    ["a path with a drive", () => altered((e) => ({ ...e, "C:\\x.png": dot })), /leads out/],
    [
      "compressed more than 200 to 1",
      () => altered((e) => ({ ...e, "README.md": new Uint8Array(5_000_000) })),
      /README\.md: packed more than 200 to 1/,
    ],
    [
      "more than 200 MB unpacked",
      () =>
        altered(
          (e) =>
            ({
              ...e,
              ...Object.fromEntries(
                [1, 2, 3, 4].map((n) => [`tips/${n}.png`, [new Uint8Array(53 << 20), { level: 0 }] as const]),
              ),
            }) as Zippable,
        ),
      /more than 200 MB/,
    ],
    ["no set.json", () => altered(({ "set.json": _, ...e }) => e), /no set\.json/],
    ["set.json is no JSON", () => altered((e) => ({ ...e, "set.json": strToU8("{") })), /set\.json: not JSON/],
    [
      "an unknown level of the set",
      () => altered((e) => ({ ...e, "set.json": json({ ...setOf(e), level: 9 }) })),
      /level 9/,
    ],
    [
      "an unknown level of a brush",
      () => altered((e) => ({ ...e, "brushes/rivet-row.json": json({ level: 2, name: "x" }) })),
      /brushes\/rivet-row\.json: level: this brush needs engine level 2/,
    ],
    [
      "wrong types",
      () => altered((e) => ({ ...e, "brushes/rivet-row.json": json({ level: 1, name: "x", tip: { size: "large" } }) })),
      /brushes\/rivet-row\.json: tip\.size: /,
    ],
    [
      "a wrong type deep inside",
      () =>
        altered((e) => ({
          ...e,
          "brushes/rivet-row.json": json({
            level: 1,
            name: "x",
            responses: [
              {
                quality: "size",
                source: "pressure",
                curve: [
                  [0, 0],
                  [1, "a"],
                ],
              },
            ],
          }),
        })),
      /responses\.0\.curve\.1\.1: /,
    ],
    [
      "a brush that is listed but missing",
      () => altered(({ "brushes/rivet-row.json": _, ...e }) => e),
      /rivet-row\.json is not in the package/,
    ],
    [
      "a picture that does not decode",
      () => altered((e) => ({ ...e, "specimen.png": dot.map((b, i) => (i > 40 && i < 50 ? 0 : b)) })),
      /specimen\.png: the picture cannot be decoded/,
    ],
    [
      "a picture that is none",
      () => altered((e) => ({ ...e, "tips/a.png": strToU8("no picture, only text that is long enough") })),
      /tips\/a\.png: not a PNG/,
    ],
    [
      "a picture over 4096 px",
      () => altered((e) => ({ ...e, "grains/a.png": writeRgba(new Uint8ClampedArray(4097 * 4), 4097, 1) })),
      /grains\/a\.png: 4097×1 px/,
    ],
    ["a file of no kind", () => altered((e) => ({ ...e, "run.sh": json({}) })), /run\.sh: nothing a set package holds/],
  ];
  test.each(cases)("%s", (_, make, line) => {
    expect(() => unpack(make())).toThrow(FormatError);
    expect(() => unpack(make())).toThrow(line);
    try {
      unpack(make());
    } catch (error) {
      expect((error as Error).message).not.toContain("\n");
    }
  });
});
