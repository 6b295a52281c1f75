import { readFileSync, writeFileSync } from "node:fs";
import { brushPath } from "@core/formats/package";
import { demoBrushes } from "@demo/brushes";
import { decode } from "fast-png";
import { describe, expect, test } from "vitest";
import { brosse, ownFolder, packed } from "./brosse";

const at = ownFolder();
const [quill, outliner, fitch] = demoBrushes;

describe("diff", () => {
  const larger = { ...quill, tip: { ...quill.tip, size: quill.tip.size * 1.5 } };

  test("tells what came, went and changed, how far strokes are apart, the version it calls for, and draws them", () => {
    writeFileSync(at("old.zip"), packed([quill, outliner], { version: "1.2.0" }));
    writeFileSync(at("new.zip"), packed([larger, fitch], { version: "1.3.0" }));
    const { status, stdout, stderr } = brosse("diff", at("old.zip"), at("new.zip"), "--out", at("strokes"));
    expect(stderr).toBe("");
    expect(status).toBe(0);
    const told = JSON.parse(stdout);
    expect(told).toMatchObject({ from: "S 1.2.0", to: "S 1.3.0", added: [fitch.name], removed: [outliner.name] });
    expect(told.changed).toHaveLength(1);
    expect(told.changed[0].apart).toBeGreaterThan(1);
    expect(told.changed[0].parts).toEqual([
      { label: "Size", from: `${quill.tip.size} px`, to: `${quill.tip.size * 1.5} px` },
    ]);
    expect(told.proposed.version).toBe("2.0.0");
    const picture = decode(readFileSync(at(`strokes/${brushPath(quill.name, new Set()).slice(8, -5)}.png`)));
    expect([picture.width, picture.height]).toEqual([720, 240]);
  });

  test("of a package with itself tells nothing; one file alone is refused", () => {
    writeFileSync(at("same.zip"), packed([quill]));
    const told = JSON.parse(brosse("diff", at("same.zip"), at("same.zip")).stdout);
    expect([told.added, told.removed, told.changed, told.words]).toEqual([[], [], [], []]);
    expect(brosse("diff", at("same.zip"))).toMatchObject({
      status: 2,
      stderr: "brosse: 2 files are wanted, 1 given\n",
    });
  });
});

test("check knows what a package’s brushes are made of: what may not go out under its licence blocks", () => {
  const made = (licence: "CC0-1.0" | "CC-BY-NC-4.0") =>
    packed(
      [quill],
      { licence: "CC-BY-4.0", notes: "For the quay" },
      { materials: [{ what: "“Rivet”", licence, credit: "Tar and Twine" }] },
    );
  writeFileSync(at("free.zip"), made("CC0-1.0"));
  writeFileSync(at("bound.zip"), made("CC-BY-NC-4.0"));
  const licences = (path: string) => {
    const { status, stdout } = brosse("check", at(path));
    const { found } = JSON.parse(stdout) as { found: { check: string; gravity: string; says: string }[] };
    return { status, found: found.filter(({ check }) => check === "licences") };
  };
  expect(licences("free.zip")).toEqual({ status: 0, found: [] });
  const bound = licences("bound.zip");
  expect(bound.status).toBe(1);
  expect(bound.found[0]).toMatchObject({ gravity: "block" });
  expect(bound.found[0].says).toContain("“Rivet” is under");
});
