import { FormatError } from "@core/formats/fault";
import { packStudy, type StudyPackage, unpackStudy } from "@core/formats/study";
import type { Act } from "@core/study/act";
import fc from "fast-check";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";
import { anyDoing, brushHashes, strokeOf } from "../study/any-acts";

const brushes = new Map(brushHashes.map((hash, n) => [hash, brushOf({ name: `brush ${n}` })]));
const study: StudyPackage = {
  name: "Bread",
  studio: "Quayside Signworks",
  width: 170,
  height: 120,
  paper: "#fdfdfd",
  chapters: [{ from: 0, name: "Snap the lines" }],
  captions: [{ from: 1, says: "Keep the gold inside." }],
  acts: [],
  brushes,
  files: new Map(),
};

test("a study that went out and came in again is the same, for any acts and pens", () => {
  fc.assert(
    fc.property(fc.array(anyDoing, { maxLength: 8 }), fc.boolean(), (acts, mouse) => {
      const plain = mouse
        ? [
            strokeOf([
              { x: 1.23, y: 9.87, time: 4 },
              { x: 30, y: 40, time: 31 },
            ]),
          ]
        : [];
      const all: Act[] = [...acts, ...plain, { kind: "back", at: 5 }];
      const named = new Set(all.flatMap((act) => ("brush" in act ? [act.brush] : [])));
      const read = unpackStudy(packStudy({ ...study, acts: all }));
      expect(read).toEqual({
        ...study,
        acts: all,
        brushes: new Map([...brushes].filter(([hash]) => named.has(hash))),
      });
    }),
    { numRuns: 60 },
  );
});

test("equal studies are equal bytes", () => {
  const acts = [strokeOf(lineSamples(3, 4, 90, 80))];
  expect(packStudy({ ...study, acts })).toEqual(packStudy({ ...study, acts: structuredClone(acts) }));
});

describe("what cannot be right is refused, with where", () => {
  const whole = () => unzipSync(packStudy({ ...study, acts: [strokeOf(lineSamples(3, 4, 90, 80))] }));
  const changed = (change: (entries: Record<string, Uint8Array>) => void) => {
    const entries = whole();
    change(entries);
    return zipSync(entries);
  };
  const edited = (from: string | RegExp, to: string) =>
    changed((entries) => {
      entries["study.json"] = strToU8(strFromU8(entries["study.json"]).replace(from, to));
    });
  test.each([
    [
      "a file that is none of a study’s",
      changed((e) => Object.assign(e, { "x.exe": strToU8("x") })),
      "x.exe: nothing a study holds",
    ],
    [
      "no strokes",
      changed((e) => delete e["strokes.inkml"]),
      "strokes.inkml: 0 strokes, act 1 of study.json needs one more",
    ],
    ["no study.json", changed((e) => delete e["study.json"]), "the package has no study.json"],
    [
      "a brush that is not there",
      changed((e) => delete e["brushes/brush-0.json"]),
      "study.json: brushes: brushes/brush-0.json is not in the package",
    ],
    [
      "a higher level",
      edited('"level": 1', '"level": 9'),
      "study.json: level: the study needs engine level 9, this Brosse knows 1",
    ],
    ["a side that is too long", edited('"width": 170', '"width": 170000'), /^study\.json: width: /],
    [
      "a brush that nothing lists",
      edited(/"hash": "0+"/, `"hash": "${"f".repeat(64)}"`),
      "study.json: act 1: its brush is not in the package",
    ],
  ])("%s", (_, bytes, says) => {
    expect(() => unpackStudy(bytes)).toThrow(FormatError);
    expect(() => unpackStudy(bytes)).toThrow(says);
  });
});
