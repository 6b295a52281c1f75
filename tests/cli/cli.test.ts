import { execFileSync, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brushText } from "@core/brush";
import { writeInkml } from "@core/formats/inkml/write";
import { slowSwell } from "@core/hand/simulate";
import { demoBrushes } from "@demo/brushes";
import { decode, encode } from "fast-png";
import { strToU8, zipSync } from "fflate";
import { beforeAll, describe, expect, test } from "vitest";
import { leafPicture } from "../helpers";
import { brosse, ownFolder, packed, root } from "./brosse";

const at = ownFolder();
const swell = slowSwell({ left: 40, top: 30, width: 420, height: 120 });

beforeAll(() => {
  writeFileSync(at("quill.json"), brushText(demoBrushes[0]));
  writeFileSync(at("hand.inkml"), writeInkml(swell));
  writeFileSync(at("set.zip"), packed([demoBrushes[0]]));
});

test("npx brosse is linked in the checkout", () => {
  expect(execFileSync(join(root, "node_modules/.bin/brosse"), ["help"], { encoding: "utf8" })).toContain(
    "brosse paint",
  );
});

describe("paint", () => {
  const paint = (out: string, ...more: string[]) =>
    brosse("paint", "--brush", at("quill.json"), "--hand", at("hand.inkml"), "--out", at(out), ...more);

  test("paints a hand: the same seed and brush give the same file, from a package too", () => {
    expect(paint("a.png")).toEqual({ status: 0, stdout: "", stderr: "" });
    brosse(
      "paint",
      "--brush",
      `${at("set.zip")}#Lettering quill, long`,
      "--hand",
      at("hand.inkml"),
      "--out",
      at("b.png"),
    );
    expect(readFileSync(at("a.png")).equals(readFileSync(at("b.png")))).toBe(true);
    const { width, height, channels, data } = decode(readFileSync(at("a.png")));
    const lowest = Math.max(...swell.strokes[0].map((s) => s.y));
    expect([width, height, channels]).toEqual([524, Math.ceil(lowest) + 64, 4]);
    expect([...data.slice(0, 4)]).toEqual([255, 255, 255, 255]);
  });

  test("size, colour, no paper and 16 bits are honoured", () => {
    paint("c.png", "--size", "500x200", "--color", "#ff0000", "--paper", "none", "--depth", "16");
    const { width, height, depth, data } = decode(readFileSync(at("c.png")));
    expect([width, height, depth]).toEqual([500, 200, 16]);
    const full = Array.from({ length: width * height }, (_, i) => i * 4).find((i) => data[i + 3] > 60000) ?? 0;
    expect([data[full], data[full + 1], data[full + 2]]).toEqual([65535, 0, 0]);
    expect(data[3]).toBe(0);
  });
});

test("marks prints one JSON line a mark with all qualities", () => {
  const { stdout, status } = brosse("marks", "--brush", at("quill.json"), "--hand", at("hand.inkml"), "--seed", "3");
  expect(status).toBe(0);
  const marks = stdout
    .trim()
    .split("\n")
    .map((line) => JSON.parse(line));
  expect(marks.length).toBeGreaterThan(100);
  for (const name of [
    "x",
    "y",
    "size",
    "angle",
    "roundness",
    "hardness",
    "flow",
    "opacity",
    "hue",
    "saturation",
    "lightness",
    "second",
    "spacing",
    "scatter",
  ])
    expect(Number.isFinite(marks[5][name])).toBe(true);
});

describe("pictures, hands and uses", () => {
  const brush = {
    level: 1,
    name: "Leaf",
    tip: { size: 60, shape: { kind: "image", colour: "own", pictures: [{ file: "tips/leaf.png" }] } },
    trail: { spacing: 1 },
  };
  const pixels = (name: string) => decode(readFileSync(at(name)));
  const { width, height, data } = leafPicture(64, 32);
  const save = (name: string, value: object) => writeFileSync(at(name), JSON.stringify(value));

  test("a brush finds its pictures beside it, and one folder up as an unpacked set has them", () => {
    for (const below of ["one", "one/brushes", "one/tips"]) mkdirSync(at(below), { recursive: true });
    writeFileSync(at("one/tips/leaf.png"), encode({ width, height, data: data as Uint8Array, channels: 4, depth: 8 }));
    save("one/leaf.json", brush);
    save("one/brushes/leaf.json", brush);
    for (const name of ["one/leaf.json", "one/brushes/leaf.json"])
      expect(
        brosse("paint", "--brush", at(name), "--hand", "@steady-line", "--out", at(`${name}.png`), "--paper", "none"),
      ).toEqual({ status: 0, stdout: "", stderr: "" });
    const first = pixels("one/leaf.json.png");
    expect(pixels("one/brushes/leaf.json.png").data).toEqual(first.data);
    const greens = Array.from({ length: first.data.length / 4 }, (_, i) => i * 4).filter(
      (i) => first.data[i + 3] === 255 && first.data[i + 1] > first.data[i] + 30,
    );
    expect(greens.length).toBeGreaterThan(1000);
  });

  test("a missing picture, an unknown hand, use or profile are named", () => {
    save("lost.json", brush);
    save("odd-profile.json", { handed: "both" });
    const line = (...args: string[]) => brosse("paint", "--out", at("x.png"), ...args).stderr;
    expect(line("--brush", at("lost.json"), "--hand", "@spiral")).toMatch(/leaf\.png: no such file/);
    expect(line("--brush", at("quill.json"), "--hand", "@nobody")).toMatch(/no simulated hand; there are steady-line/);
    expect(line("--brush", at("quill.json"), "--hand", "@spiral", "--use", "smear")).toMatch(
      /none of paint, smudge, erase/,
    );
    expect(line("--brush", at("quill.json"), "--hand", "@spiral", "--profile", at("odd-profile.json"))).toMatch(
      /odd-profile\.json: handed/,
    );
  });

  test("paints over a picture in the brush's own blend mode, and erases from it", () => {
    writeFileSync(
      at("grey.png"),
      encode({ width: 800, height: 300, data: new Uint8Array(800 * 300).fill(128), channels: 1, depth: 8 }),
    );
    save("multiply.json", { level: 1, name: "m", tip: { size: 40 }, paint: { blend: "multiply" } });
    const over = (out: string, ...more: string[]) =>
      brosse(
        "paint",
        "--brush",
        at("multiply.json"),
        "--hand",
        "@steady-line",
        "--color",
        "#808080",
        "--over",
        at("grey.png"),
        "--paper",
        "none",
        "--out",
        at(out),
        ...more,
      );
    expect(over("over.png").status).toBe(0);
    const middle = (name: string) => [...pixels(name).data.slice((150 * 800 + 400) * 4, (150 * 800 + 400) * 4 + 4)];
    expect(pixels("over.png").width).toBe(800);
    expect(middle("over.png")).toEqual([64, 64, 64, 255]);
    expect(over("less.png", "--use", "erase").status).toBe(0);
    expect(middle("less.png")[3]).toBe(0);
  });

  test("a profile without pressure leaves it to the brush's stand-in", () => {
    save("mouse.json", { has: { pressure: false } });
    save("helped.json", {
      level: 1,
      name: "h",
      tip: { size: 50 },
      trail: { fullSpeed: 100 },
      standIns: { pressure: "slowness" },
      responses: [{ quality: "size", source: "pressure" }],
    });
    const sizes = (...more: string[]) =>
      brosse("marks", "--brush", at("helped.json"), "--hand", "@steady-line", ...more)
        .stdout.trim()
        .split("\n")
        .map((line) => JSON.parse(line).size as number);
    expect(Math.max(...sizes())).toBeCloseTo(35, 6);
    expect(Math.min(...sizes("--profile", at("mouse.json")))).toBeGreaterThan(45);
  });
});

test("flatten composites a layered picture, in 8 and 16 bits, and names what it cannot read", () => {
  const png = (data: number[]) => encode({ width: 2, height: 1, data: Uint8Array.from(data), channels: 4, depth: 8 });
  const stack =
    '<image w="2" h="1"><stack><layer src="data/b.png" composite-op="svg:multiply"/><layer src="data/a.png"/></stack></image>';
  const bytes = zipSync({
    mimetype: [strToU8("image/openraster"), { level: 0 }],
    "stack.xml": strToU8(stack),
    "data/a.png": png([200, 100, 50, 255, 10, 20, 30, 255]),
    "data/b.png": png([128, 128, 128, 255, 0, 0, 0, 0]),
  });
  writeFileSync(at("two.ora"), bytes);
  expect(brosse("flatten", at("two.ora"), "--out", at("two.png"))).toEqual({ status: 0, stdout: "", stderr: "" });
  expect([...decode(readFileSync(at("two.png"))).data]).toEqual([100, 50, 25, 255, 10, 20, 30, 255]);
  expect(brosse("flatten", at("two.ora"), "--out", at("deep.png"), "--depth", "16").status).toBe(0);
  expect(decode(readFileSync(at("deep.png"))).depth).toBe(16);
  const wrong = brosse("flatten", at("quill.json"), "--out", at("x.png"));
  expect(wrong.status).toBe(2);
  expect(wrong.stderr).toMatch(/quill\.json: not a ZIP file/);
});

test("unpack and pack turn into each other", () => {
  expect(brosse("unpack", at("set.zip"), "--out", at("folder")).status).toBe(0);
  expect(readdirSync(at("folder")).sort()).toEqual(["LICENSE.txt", "README.md", "brushes", "set.json"]);
  expect(brosse("pack", at("folder"), "--out", at("again.zip")).status).toBe(0);
  expect(
    brosse(
      "paint",
      "--brush",
      `${at("again.zip")}#lettering-quill-long`,
      "--hand",
      at("hand.inkml"),
      "--out",
      at("d.png"),
    ).status,
  ).toBe(0);
});

test("measure prints a brush's character as JSON", () => {
  const { status, stdout } = brosse("measure", "--brush", at("quill.json"));
  expect(status).toBe(0);
  const found = JSON.parse(stdout);
  expect(found.width).toBeGreaterThan(15);
  expect(found.lightWidth).toBeLessThan(0.5);
  expect(Object.keys(found.millisecondsFor1000px)).toEqual(["20 px", "100 px", "400 px"]);
});

test("paint writes layers as OpenRaster that flatten reads, heights as 16-bit grey, and paints on a grained sheet", () => {
  writeFileSync(at("thick.json"), JSON.stringify({ level: 1, name: "thick", tip: { size: 30 }, paint: { body: 0.7 } }));
  const hand = ["--hand", at("hand.inkml")];
  expect(
    brosse(
      "paint",
      "--brush",
      at("thick.json"),
      ...hand,
      "--out",
      at("thick.ora"),
      "--height",
      at("height.png"),
      "--grain",
      "weave",
    ).status,
  ).toBe(0);
  expect(brosse("flatten", at("thick.ora"), "--out", at("flat.png")).status).toBe(0);
  const height = decode(readFileSync(at("height.png")));
  expect([height.depth, height.channels]).toEqual([16, 1]);
  expect(Math.max(...height.data)).toBeGreaterThan(40_000);
  const flat = decode(readFileSync(at("flat.png")));
  expect([flat.width, flat.height]).toEqual([height.width, height.height]);
  expect(
    brosse("paint", "--brush", at("thick.json"), ...hand, "--out", at("x.png"), "--grain", "gravel").stderr,
  ).toMatch(/--grain: "gravel" is none of/);
});

describe("errors are one line, exit 2, nothing half-written", () => {
  test.each([
    ["an unknown verb", ["draw"], /"draw" is no verb/],
    ["a missing option", ["marks", "--brush", "quill.json"], /--hand is missing/],
    ["an unknown option", ["marks", "--colour", "red"], /colour/],
    ["a missing file", ["marks", "--brush", "none.json", "--hand", "hand.inkml"], /none\.json: no such file/],
    ["a broken brush", ["marks", "--brush", "hand.inkml", "--hand", "hand.inkml"], /hand\.inkml: not JSON/],
    [
      "a bad size",
      ["paint", "--brush", "quill.json", "--hand", "hand.inkml", "--out", "x.png", "--size", "0x9"],
      /surface side/,
    ],
    [
      "a bad colour",
      ["paint", "--brush", "quill.json", "--hand", "hand.inkml", "--out", "x.png", "--color", "red"],
      /"red" is not a colour/,
    ],
    ["a bad seed", ["marks", "--brush", "quill.json", "--hand", "hand.inkml", "--seed", "-1.5"], /seed/],
    [
      "no such brush in the package",
      ["marks", "--brush", "set.zip#none", "--hand", "hand.inkml"],
      /no brush is named "none"/,
    ],
    ["a package that is none", ["unpack", "quill.json", "--out", "x"], /not a ZIP/],
    ["a folder that is there already", ["unpack", "set.zip", "--out", "folder"], /already there/],
    ["nowhere to write", ["pack", "folder", "--out", "nowhere/x.zip"], /cannot be written/],
  ])("%s", (_, args, line) => {
    const result = spawnSync(process.execPath, [join(root, "cli/brosse.mjs"), ...args], {
      encoding: "utf8",
      cwd: at("."),
    });
    expect(result.status).toBe(2);
    expect(result.stdout).toBe("");
    expect(result.stderr).toMatch(line);
    expect(result.stderr.trim().split("\n")).toHaveLength(1);
    expect(existsSync(at("x.png"))).toBe(false);
    expect(readdirSync(at(".")).filter((name) => name.startsWith(".brosse"))).toEqual([]);
  });
});
