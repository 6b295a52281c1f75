import type { Brush } from "@core/brush";
import { setFileSchema } from "@core/formats/package";
import { changesText, compareSets, isUnchanged, newestVersion, proposeVersion } from "@core/release";
import { describe, expect, test } from "vitest";
import { brushOf } from "../helpers";

function setOf(brushes: Readonly<Record<string, Brush>>, words: object = {}) {
  const set = setFileSchema.parse({
    format: "brosse-set",
    level: 1,
    name: "Quay",
    version: "1.0.0",
    studio: "Tar and Twine",
    licence: "CC-BY-4.0",
    brushes: Object.keys(brushes).map((file) => ({ file })),
    ...words,
  });
  return { set, brushes: new Map(Object.entries(brushes)) };
}

const quill = brushOf({ name: "Quill", tip: { size: 20 } });
const rag = brushOf({ name: "Rag", tip: { size: 60, hardness: 0.2 } });
const fitch = brushOf({ name: "Fitch", tip: { size: 33 } });
const before = setOf({ "brushes/quill.json": quill, "brushes/rag.json": rag });
const to = (after: ReturnType<typeof setOf>) => compareSets(before, after);

describe("what changed between two editions", () => {
  test("nothing, where nothing did", () => {
    expect(isUnchanged(to(before))).toBe(true);
    expect(proposeVersion("1.4.2", to(before))).toMatchObject({ version: "1.4.3", why: "Nothing has changed." });
  });

  test("brushes that came, went, were renamed, and those that paint otherwise, part by part", () => {
    const thinner = brushOf({ name: "Quill", tip: { size: 18 }, responses: [{ quality: "size", source: "pressure" }] });
    const change = to(
      setOf({
        "brushes/quill.json": thinner,
        "brushes/damp-rag.json": { ...rag, name: "Damp rag" },
        "brushes/fitch.json": fitch,
      }),
    );
    expect(change.added).toEqual(["Fitch"]);
    expect(change.removed).toEqual([]);
    expect(change.renamed).toEqual([{ from: "Rag", to: "Damp rag" }]);
    expect(change.changed.map(({ name, parts, paints }) => [name, parts, paints])).toEqual([
      [
        "Quill",
        [
          { label: "Size", from: "20 px", to: "18 px" },
          { label: "Size by pressure", from: "none", to: "0 % … 100 %" },
        ],
        true,
      ],
    ]);
  });
});

describe("the version that is proposed", () => {
  test("is the first one’s for the first edition, and for the first after a trial", () => {
    expect(proposeVersion(undefined, undefined).version).toBe("1.0.0");
    expect(proposeVersion("0.9.0", to(before)).version).toBe("1.0.0");
  });

  test.each([
    ["a removed brush", setOf({ "brushes/quill.json": quill }), "2.0.0", /Rag is gone/],
    [
      "another licence",
      setOf({ "brushes/quill.json": quill, "brushes/rag.json": rag }, { licence: "LicenseRef-Studio" }),
      "2.0.0",
      /licence/,
    ],
    [
      "another stroke",
      setOf({ "brushes/quill.json": brushOf({ name: "Quill", tip: { size: 21 } }), "brushes/rag.json": rag }),
      "1.5.0",
      /Quill paints otherwise/,
    ],
    [
      "a new brush",
      setOf({ "brushes/quill.json": quill, "brushes/rag.json": rag, "brushes/fitch.json": fitch }),
      "1.5.0",
      /Fitch is new/,
    ],
    [
      "words alone",
      setOf({ "brushes/quill.json": { ...quill, notes: "For script." }, "brushes/rag.json": rag }),
      "1.4.3",
      /no stroke/,
    ],
    [
      "the notes of the set",
      setOf({ "brushes/quill.json": quill, "brushes/rag.json": rag }, { notes: "x" }),
      "1.4.3",
      /no stroke/,
    ],
  ])("after %s", (_, after, version, why) => {
    const proposal = proposeVersion("1.4.2", to(after));
    expect(proposal.version).toBe(version);
    expect(proposal.why).toMatch(why);
  });

  test("counts in numbers, and not in letters", () => {
    expect(newestVersion(["1.9.0", "1.10.0", "0.99.7"])).toBe("1.10.0");
  });
});

test("CHANGES.md says what is new above what was said before", () => {
  const first = changesText("1.0.0", "", undefined, "");
  expect(first).toBe("# Changes\n\n## 1.0.0\n\n- The first edition.\n");
  const second = changesText(
    "1.1.0",
    "A finer line.",
    to(setOf({ "brushes/quill.json": fitch, "brushes/rag.json": rag })),
    first,
  );
  expect(second).toBe(
    "# Changes\n\n## 1.1.0\n\nA finer line.\n\n- Changed: Fitch: Name Quill → Fitch; Size 20 px → 33 px.\n\n## 1.0.0\n\n- The first edition.\n",
  );
});
