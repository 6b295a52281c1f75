import type { Brush } from "@core/brush";
import { wholeBedFor } from "@core/stroke/bed";
import { type IdleName, idleSettings } from "@core/stroke/idle";
import { renderHand } from "@core/stroke/render";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyBrush, brushOf, lineSamples, testPictures } from "../helpers";

const ink = { colour: [0.1, 0.3, 0.8], second: [0.9, 0.6, 0.1] } as const;

/** Everything that is seen of a brush's stroke over bars of paint. */
function seen(brush: Brush): string {
  const strokes = [
    [
      ...lineSamples(15, 60, 120, 25, 30, 0.8),
      ...lineSamples(120, 25, 60, 70, 20, 0.5).map((s) => ({ ...s, time: s.time + 300 })),
    ],
  ];
  const bed = wholeBedFor([brush], { left: 0, top: 10, width: 150, height: 75 });
  return Buffer.from(
    renderHand({ brush, strokes, width: 150, height: 100, ink, paper: null, seed: 5, pictures: testPictures, bed }),
  ).toString("latin1");
}

const leaf = { kind: "image", pictures: [{ file: "tips/leaf.png" }] };
const bent = { ...leaf, laid: "bent" };
const family = { ...leaf, pictures: [{ file: "tips/leaf.png" }, { file: "tips/grey.png" }] };

interface Case {
  readonly name: IdleName;
  /** A brush that has the setting, and where nothing comes of it; what it would be without; and one where something comes of it. */
  readonly idle: object;
  readonly without: object;
  readonly works: object;
  readonly worksWithout: object;
}

const tip = (part: object) => ({ tip: { size: 26, ...part }, trail: { spacing: 0.3 }, paint: { flow: 0.5 } });
const drawn = { shape: { kind: "rectangle", corner: 0 }, roundness: 0.4 };
const hairs = { kind: "bristles", bundle: "flat", hairs: 20 };
const cases: readonly Case[] = [
  {
    name: "hardness",
    idle: tip({ shape: leaf, hardness: 0.2 }),
    without: tip({ shape: leaf }),
    works: tip({ hardness: 0.2 }),
    worksWithout: tip({}),
  },
  {
    name: "hardness",
    idle: tip({ shape: bent, hardness: 0.2 }),
    without: tip({ shape: bent }),
    works: tip({ ...drawn, shape: { kind: "sided" }, hardness: 0.2 }),
    worksWithout: tip({ ...drawn, shape: { kind: "sided" } }),
  },
  {
    name: "angle",
    idle: tip({ angle: 40 }),
    without: tip({}),
    works: tip({ roundness: 0.5, angle: 40 }),
    worksWithout: tip({ roundness: 0.5 }),
  },
  {
    name: "angle",
    idle: tip({ shape: bent, angle: 40 }),
    without: tip({ shape: bent }),
    works: tip({ pivot: [-1, 0], angle: 40 }),
    worksWithout: tip({ pivot: [-1, 0] }),
  },
  {
    name: "pivot",
    idle: tip({ shape: bent, pivot: [1, 0.5] }),
    without: tip({ shape: bent }),
    works: tip({ shape: leaf, pivot: [1, 0.5] }),
    worksWithout: tip({ shape: leaf }),
  },
  {
    name: "mirror",
    idle: tip({ ...drawn, angle: 20, mirror: { leftRight: "always" } }),
    without: tip({ ...drawn, angle: 20 }),
    works: tip({ ...drawn, angle: 20, pivot: [-0.8, 0], mirror: { leftRight: "always" } }),
    worksWithout: tip({ ...drawn, angle: 20, pivot: [-0.8, 0] }),
  },
  {
    name: "mirror",
    idle: tip({ shape: bent, mirror: { topBottom: "chance" } }),
    without: tip({ shape: bent }),
    works: tip({ shape: leaf, mirror: { topBottom: "chance" } }),
    worksWithout: tip({ shape: leaf }),
  },
  {
    name: "scatterLaw",
    idle: { trail: { scatterLaw: "gaussian" } },
    without: {},
    works: { trail: { scatter: 1, scatterLaw: "gaussian" } },
    worksWithout: { trail: { scatter: 1 } },
  },
  {
    name: "keepStrength",
    idle: { tip: { shape: hairs }, trail: { keepStrength: true, spacing: 0.3 } },
    without: { tip: { shape: hairs }, trail: { spacing: 0.3 } },
    works: { trail: { keepStrength: true, spacing: 0.3 }, paint: { flow: 0.3 } },
    worksWithout: { trail: { spacing: 0.3 }, paint: { flow: 0.3 } },
  },
  {
    name: "carry",
    idle: { paint: { carry: 5 } },
    without: {},
    works: { paint: { mixing: 0.6, carry: 5 } },
    worksWithout: { paint: { mixing: 0.6 } },
  },
  {
    name: "depth",
    idle: { ground: { depth: 0, law: "print", contrast: 2 } },
    without: {},
    works: { ground: { depth: 0.8, law: "print", contrast: 2 } },
    worksWithout: {},
  },
  {
    name: "family",
    idle: tip({ shape: { ...family, laid: "bent" } }),
    without: tip({ shape: bent }),
    works: tip({ shape: family }),
    worksWithout: tip({ shape: leaf }),
  },
];

describe("what has no effect is said, and has none; what is not said has one", () => {
  test.each(cases.map((one) => [one.name, one] as const))("%s", (name, { idle, without, works, worksWithout }) => {
    const says = (part: object) => idleSettings(brushOf(part)).map(({ setting }) => setting);
    expect(says(idle)).toContain(name);
    expect(seen(brushOf(idle))).toBe(seen(brushOf(without)));
    expect(says(works)).not.toContain(name);
    expect(seen(brushOf(works))).not.toBe(seen(brushOf(worksWithout)));
  });

  test("whatever the brush, taking away what is said to be idle changes no pixel", () => {
    const gone: Partial<Record<IdleName, (brush: Brush) => Brush>> = {
      hardness: (b) => ({
        ...b,
        tip: { ...b.tip, hardness: 1 },
        responses: b.responses.filter((r) => r.quality !== "hardness"),
      }),
      mirror: (b) => ({ ...b, tip: { ...b.tip, mirror: { leftRight: "never", topBottom: "never" } } }),
      scatterLaw: (b) => ({ ...b, trail: { ...b.trail, scatterLaw: "uniform" } }),
      keepStrength: (b) => ({ ...b, trail: { ...b.trail, keepStrength: false } }),
      carry: (b) => ({
        ...b,
        paint: { ...b.paint, carry: 1 },
        responses: b.responses.filter((r) => r.quality !== "carry"),
      }),
    };
    fc.assert(
      fc.property(anyBrush, (brush) => {
        const before = seen(brush);
        for (const { setting } of idleSettings(brush)) {
          const without = gone[setting]?.(brush);
          if (without) expect(seen(without), setting).toBe(before);
        }
      }),
      { numRuns: 60 },
    );
  });
});
