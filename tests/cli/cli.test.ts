import { execFileSync, spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { brushText } from "@core/brush";
import { writeInkml } from "@core/formats/inkml/write";
import { brushPath, pack } from "@core/formats/package";
import { slowSwell } from "@core/hand/simulate";
import { demoBrushes } from "@demo/brushes";
import { decode } from "fast-png";
import { afterAll, beforeAll, describe, expect, test } from "vitest";

const root = fileURLToPath(new URL("../..", import.meta.url));
let folder: string;
const at = (name: string) => join(folder, name);
const brosse = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(root, "cli/brosse.mjs"), ...args], { encoding: "utf8", maxBuffer: 1 << 28 });
  return { status, stdout, stderr };
};

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "brosse-cli-"));
  const file = brushPath(demoBrushes[0].name, new Set());
  writeFileSync(at("quill.json"), brushText(demoBrushes[0]));
  writeFileSync(at("hand.inkml"), writeInkml(slowSwell({ left: 40, top: 30, width: 420, height: 120 })));
  writeFileSync(
    at("set.zip"),
    pack({
      set: { format: "brosse-set", level: 1, name: "S", version: "1.0.0", studio: "Q", licence: "CC0-1.0", notes: "", credits: "", brushes: [{ file, group: "" }] },
      brushes: new Map([[file, demoBrushes[0]]]),
      files: new Map(),
    }),
  );
});

afterAll(() => rmSync(folder, { recursive: true, force: true }));

test("npx brosse is linked in the checkout", () => {
  expect(execFileSync(join(root, "node_modules/.bin/brosse"), ["help"], { encoding: "utf8" })).toContain("brosse paint");
});

describe("paint", () => {
  const paint = (out: string, ...more: string[]) => brosse("paint", "--brush", at("quill.json"), "--hand", at("hand.inkml"), "--out", at(out), ...more);

  test("paints a hand: the same seed and brush give the same file, from a package too", () => {
    expect(paint("a.png")).toEqual({ status: 0, stdout: "", stderr: "" });
    brosse("paint", "--brush", `${at("set.zip")}#Lettering quill, long`, "--hand", at("hand.inkml"), "--out", at("b.png"));
    expect(readFileSync(at("a.png")).equals(readFileSync(at("b.png")))).toBe(true);
    const { width, height, channels, data } = decode(readFileSync(at("a.png")));
    expect([width, height, channels]).toEqual([524, 195, 4]);
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
  for (const name of ["x", "y", "size", "angle", "roundness", "hardness", "flow", "opacity", "hue", "saturation", "lightness", "second", "spacing", "scatter"])
    expect(Number.isFinite(marks[5][name])).toBe(true);
});

test("unpack and pack turn into each other", () => {
  expect(brosse("unpack", at("set.zip"), "--out", at("folder")).status).toBe(0);
  expect(readdirSync(at("folder")).sort()).toEqual(["LICENSE.txt", "README.md", "brushes", "set.json"]);
  expect(brosse("pack", at("folder"), "--out", at("again.zip")).status).toBe(0);
  expect(brosse("paint", "--brush", `${at("again.zip")}#lettering-quill-long`, "--hand", at("hand.inkml"), "--out", at("d.png")).status).toBe(0);
});

describe("errors are one line, exit 2, nothing half-written", () => {
  test.each([
    ["an unknown verb", ["draw"], /"draw" is no verb/],
    ["a missing option", ["marks", "--brush", "quill.json"], /--hand is missing/],
    ["an unknown option", ["marks", "--colour", "red"], /colour/],
    ["a missing file", ["marks", "--brush", "none.json", "--hand", "hand.inkml"], /none\.json: no such file/],
    ["a broken brush", ["marks", "--brush", "hand.inkml", "--hand", "hand.inkml"], /hand\.inkml: not JSON/],
    ["a bad size", ["paint", "--brush", "quill.json", "--hand", "hand.inkml", "--out", "x.png", "--size", "0x9"], /surface side/],
    ["a bad colour", ["paint", "--brush", "quill.json", "--hand", "hand.inkml", "--out", "x.png", "--color", "red"], /"red" is not a colour/],
    ["a bad seed", ["marks", "--brush", "quill.json", "--hand", "hand.inkml", "--seed", "-1.5"], /seed/],
    ["no such brush in the package", ["marks", "--brush", "set.zip#none", "--hand", "hand.inkml"], /no brush is named "none"/],
    ["a package that is none", ["unpack", "quill.json", "--out", "x"], /not a ZIP/],
    ["a folder that is there already", ["unpack", "set.zip", "--out", "folder"], /already there/],
    ["nowhere to write", ["pack", "folder", "--out", "nowhere/x.zip"], /cannot be written/],
  ])("%s", (_, args, line) => {
    const result = spawnSync(process.execPath, [join(root, "cli/brosse.mjs"), ...args], { encoding: "utf8", cwd: folder });
    expect(result.status).toBe(2);
    expect(result.stdout).toBe("");
    expect(result.stderr).toMatch(line);
    expect(result.stderr.trim().split("\n")).toHaveLength(1);
    expect(existsSync(at("x.png"))).toBe(false);
    expect(readdirSync(folder).filter((name) => name.startsWith(".brosse"))).toEqual([]);
  });
});
