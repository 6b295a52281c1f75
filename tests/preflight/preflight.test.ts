import type { Brush } from "@core/brush";
import { licenceIds } from "@core/formats/package";
import { character } from "@core/measure/character";
import type { Judgement } from "@core/measure/judge";
import {
  type CheckedSet,
  checks,
  type Member,
  mayGo,
  pictureFacts,
  preflight,
  type Told,
  waiverOf,
} from "@core/preflight";
import { describe, expect, test } from "vitest";
import { brushOf, leafPicture } from "../helpers";

const leaf = "tips/leaf.png";
const fine = { controls: [{ quality: "size", label: "Size", low: 1, high: 90 }], notes: "For letters." };
const facts = { width: 200, height: 100, bytes: 5000, borderInk: 0, lightness: 0.3 };

let count = 0;
const member = (part: object = {}, more: Partial<Member> = {}): Member => {
  const n = ++count;
  return {
    id: `b${n}`,
    // Different sizes, so that no two are duplicates.
    brush: brushOf({
      name: `Brush of row ${n} so`,
      ...fine,
      ...part,
      tip: { size: 30 + n / 8, ...(part as { tip?: object }).tip },
    }),
    note: "",
    judgement: undefined,
    cost: undefined,
    materials: [],
    hasVignette: true,
    ...more,
  };
};
const setOf = (members: readonly Member[], more: Partial<CheckedSet> = {}): CheckedSet => ({
  name: "A set",
  notes: "",
  credits: "",
  licence: "CC-BY-4.0",
  members,
  pictures: new Map([[leaf, facts]]),
  ...more,
});

const image = (part: object = {}) => ({
  tip: { size: 60, shape: { kind: "image", pictures: [{ file: leaf }], ...part } },
});
const ground = (kind: string, part: object = {}) => ({ ground: { grain: { kind }, ...part } });
const measured = (part: object): Judgement => ({
  measured: {
    width: 30,
    lightWidth: 0.5,
    edge: 0.1,
    coverage: 0.9,
    texture: 0,
    passes: 1,
    builds: [],
    carry: 0,
    cost: 1,
    ...part,
  },
  traits: [],
});

interface Case {
  readonly check: string;
  readonly fails: () => CheckedSet;
  readonly passes: () => CheckedSet;
  readonly gravity: Told["gravity"];
}

const named = (name: string, times: number) => Array.from({ length: times }, () => member({ name }));
const twins = (): Member[] => {
  const one = member();
  return [one, { ...member(), brush: { ...one.brush, name: "Another name" } }];
};
const cases: readonly Case[] = [
  { check: "empty", gravity: "block", fails: () => setOf([]), passes: () => setOf([member()]) },
  {
    check: "level",
    gravity: "block",
    fails: () => setOf([{ ...member(), brush: { ...brushOf(fine), level: 2 as 1 } }]),
    passes: () => setOf([member()]),
  },
  {
    check: "licences",
    gravity: "block",
    fails: () => setOf([member({}, { materials: [{ what: "its tip", licence: "CC-BY-NC-4.0", credit: "Tar" }] })]),
    passes: () => setOf([member({}, { materials: [{ what: "its tip", licence: "CC0-1.0", credit: "" }] })]),
  },
  {
    check: "licences",
    gravity: "warning",
    fails: () => setOf([member({}, { materials: [{ what: "its tip", licence: undefined, credit: "" }] })]),
    passes: () => setOf([member({}, { materials: undefined })]),
  },
  {
    check: "credits",
    gravity: "warning",
    fails: () =>
      setOf([member({}, { materials: [{ what: "its tip", licence: "CC-BY-4.0", credit: "Tar and Twine" }] })]),
    passes: () =>
      setOf([member({}, { materials: [{ what: "its tip", licence: "CC-BY-4.0", credit: "Tar and Twine" }] })], {
        credits: "Leaves by tar and twine.",
      }),
  },
  {
    check: "invisible",
    gravity: "block",
    fails: () => setOf([member({ paint: { opacity: 0 } })]),
    passes: () => setOf([member()]),
  },
  {
    check: "invisible",
    gravity: "block",
    fails: () => setOf([member({ paint: { flow: 0 } })]),
    passes: () => setOf([member({ paint: { flow: 0, soften: 4 } })]),
  },
  {
    check: "invisible",
    gravity: "warning",
    fails: () => setOf([member({}, { judgement: measured({ lightWidth: 0 }) })]),
    passes: () => setOf([member({}, { judgement: measured({}) })]),
  },
  { check: "duplicates", gravity: "warning", fails: () => setOf(twins()), passes: () => setOf([member(), member()]) },
  {
    check: "alike names",
    gravity: "warning",
    fails: () => setOf([...named("Quill, long", 1), ...named("quill long", 1)]),
    passes: () => setOf([...named("Quill, long", 1), ...named("Quill, short", 1)]),
  },
  { check: "words", gravity: "warning", fails: () => setOf(named("New brush", 1)), passes: () => setOf([member()]) },
  {
    check: "words",
    gravity: "hint",
    fails: () => setOf([member({ notes: "" })]),
    passes: () => setOf([member({ notes: "" }, { note: "For the fascia." })]),
  },
  {
    check: "pictures",
    gravity: "warning",
    fails: () => setOf([member({ ...image(), responses: [{ quality: "size", source: "chance", low: 1, high: 8 }] })]),
    passes: () => setOf([member(image())]),
  },
  {
    check: "pictures",
    gravity: "hint",
    fails: () => setOf([member(image())], { pictures: new Map([[leaf, { ...facts, width: 2000 }]]) }),
    passes: () =>
      setOf([member({ tip: { ...image().tip, size: 500 } })], {
        pictures: new Map([[leaf, { ...facts, width: 2000 }]]),
      }),
  },
  {
    check: "pictures",
    gravity: "warning",
    fails: () => setOf([member(image())], { pictures: new Map([[leaf, { ...facts, borderInk: 0.2 }]]) }),
    passes: () =>
      setOf([member(image({ laid: "bent" }))], { pictures: new Map([[leaf, { ...facts, borderInk: 0.2 }]]) }),
  },
  {
    check: "pale",
    gravity: "warning",
    fails: () =>
      setOf([member(image({ colour: "own" }))], { pictures: new Map([[leaf, { ...facts, lightness: 0.95 }]]) }),
    passes: () => setOf([member(image({ colour: "own" }))]),
  },
  {
    check: "pale",
    gravity: "warning",
    fails: () => setOf([member({ paint: { lightness: 0.8 } })]),
    passes: () => setOf([member({ paint: { lightness: 0.8, blend: "multiply" } })]),
  },
  {
    check: "signals",
    gravity: "warning",
    fails: () => setOf([member({ responses: [{ quality: "size", source: "tilt" }] })]),
    passes: () => setOf([member({ responses: [{ quality: "size", source: "tilt" }], standIns: { tilt: "speed" } })]),
  },
  {
    check: "painter’s panel",
    gravity: "warning",
    fails: () => setOf([member({ controls: [{ quality: "depth", label: "Tooth", low: 0, high: 1 }] })]),
    passes: () =>
      setOf([member({ ...ground("paper"), controls: [{ quality: "depth", label: "Tooth", low: 0, high: 1 }] })]),
  },
  {
    check: "painter’s panel",
    gravity: "hint",
    fails: () => setOf([member({ controls: [] })]),
    passes: () => setOf([member()]),
  },
  {
    check: "slow",
    gravity: "warning",
    fails: () =>
      setOf([
        { ...member(), cost: { at100: 0.01, at400: 31 } },
        ...[1, 2, 3].map(() => member({}, { cost: { at100: 0.01, at400: 0.2 } })),
      ]),
    passes: () => setOf([1, 2, 3, 4].map(() => member({}, { cost: { at100: 0.01, at400: 31 } }))),
  },
  {
    check: "size",
    gravity: "block",
    fails: () => setOf([member(image())], { pictures: new Map([[leaf, { ...facts, bytes: 80 << 20 }]]) }),
    passes: () => setOf([member(image())]),
  },
  {
    check: "grain unlike",
    gravity: "hint",
    fails: () => setOf([...[1, 2, 3].map(() => member(ground("paper"))), member(ground("weave"))]),
    passes: () => setOf([...[1, 2].map(() => member(ground("paper"))), ...[1, 2].map(() => member(ground("weave")))]),
  },
  {
    check: "idle",
    gravity: "hint",
    fails: () => setOf([member({ trail: { scatterLaw: "gaussian" } })]),
    passes: () => setOf([member({ trail: { scatterLaw: "gaussian", scatter: 1 } })]),
  },
  {
    check: "vignette",
    gravity: "hint",
    fails: () => setOf([member({}, { hasVignette: false })]),
    passes: () => setOf([member({}, { hasVignette: undefined })]),
  },
];

/** The set after a finding was mended. */
function mended(set: CheckedSet, { mend }: Told): CheckedSet {
  if (!mend) return set;
  if (mend.kind === "set") return { ...set, ...mend.patch };
  if (mend.kind === "remove") return { ...set, members: set.members.filter(({ id }) => id !== mend.id) };
  return {
    ...set,
    members: set.members.map((one) => (one.id === mend.id ? { ...one, brush: brushOf(mend.brush) } : one)),
  };
}

describe("for each check one set that fails and one that passes", () => {
  test.each(cases.map((one) => [`${one.check}, ${one.gravity}`, one] as const))(
    "%s",
    (_, { check, fails, passes, gravity }) => {
      const set = fails();
      const found = preflight(set).filter((told) => told.check === check && told.gravity === gravity);
      expect(found.length).toBeGreaterThan(0);
      expect(preflight(passes()).filter((told) => told.check === check && told.gravity === gravity)).toEqual([]);
      for (const told of found) {
        if (!told.mend) continue;
        const after = preflight(mended(set, told)).filter(
          (other) => other.check === check && other.gravity === gravity,
        );
        expect(after.length, `${told.mend.label} mends it`).toBeLessThan(found.length);
      }
    },
  );

  test("no check is left out, and a sound set has nothing to say", () => {
    expect(new Set(cases.map(({ check }) => check))).toEqual(new Set(checks.map(({ name }) => name)));
    expect(preflight(setOf([member(), member()]))).toEqual([]);
  });

  test("what stops it comes first; a warning can be waived, a block and a hint cannot", () => {
    const found = preflight(
      setOf([member({ paint: { opacity: 0 }, notes: "", responses: [{ quality: "size", source: "twist" }] })]),
    );
    const gravities = found.map(({ gravity }) => gravity);
    expect(gravities).toEqual(
      [...gravities].sort((a, b) => ["block", "warning", "hint"].indexOf(a) - ["block", "warning", "hint"].indexOf(b)),
    );
    for (const told of found) {
      const waiver = { check: told.check, id: told.id ?? null, why: "It is meant so." };
      expect(waiverOf(told, [waiver]) !== undefined, told.check).toBe(told.gravity === "warning");
      expect(waiverOf(told, [{ ...waiver, id: "another" }])).toBeUndefined();
    }
  });
});

test("what may go into what: all into itself, public domain into everything, share alike and non-commercial into nothing else", () => {
  for (const id of licenceIds) {
    expect(mayGo(id, id)).toBe(true);
    expect(mayGo("CC0-1.0", id)).toBe(true);
    expect(mayGo("CC-BY-SA-4.0", id)).toBe(id === "CC-BY-SA-4.0");
    expect(mayGo("CC-BY-NC-4.0", id)).toBe(id === "CC-BY-NC-4.0");
    expect(mayGo("LicenseRef-Studio", id)).toBe(id === "LicenseRef-Studio");
    expect(mayGo("CC-BY-4.0", id)).toBe(id !== "CC0-1.0");
  }
});

test("facts of a picture: ink at its border, and how light what it covers is", () => {
  const whole = leafPicture(48, 24);
  expect(pictureFacts(whole, 1)).toMatchObject({ width: 48, height: 24, borderInk: expect.any(Number) });
  const white = { width: 4, height: 4, channels: 2 as const, data: new Uint8Array(32).fill(255), full: 255 };
  expect(pictureFacts(white, 1)).toMatchObject({ borderInk: 1, lightness: 1 });
  const dot = new Uint8Array(32);
  dot[2 * 5 + 1] = 255;
  expect(pictureFacts({ ...white, data: dot }, 1)).toMatchObject({ borderInk: 0, lightness: 0 });
});

test("measures as they are measured go through it", () => {
  const brush: Brush = brushOf({
    ...fine,
    name: "Faint",
    responses: [{ quality: "flow", source: "pressure", low: 0, high: 0 }],
  });
  const judgement: Judgement = { measured: { ...character(brush), cost: 1 }, traits: [] };
  const found = preflight(setOf([{ ...member(), brush, judgement }]));
  expect(found.find(({ check }) => check === "invisible")?.gravity).toBe("block");
});
