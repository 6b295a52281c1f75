import type { Brush } from "@core/brush";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { brushesApart, measuresApart, NEARLY_ALIKE } from "@core/measure/likeness";
import { axisNames, emptyRegions } from "@core/measure/map";
import { measured } from "@core/measure/measured";
import { traitsOf } from "@core/measure/traits";
import { demoBrushes } from "@demo/brushes";
import { demoPictures } from "@demo/pictures";
import { describe, expect, test } from "vitest";
import { brushOf } from "../helpers";

const pictures = new Map([...demoPictures].map(([path, bytes]) => [path, readTipPicture(bytes, path)]));
let clock = 0;
const now = () => ++clock;

/** Small known changes, after which a brush is nearly alike … */
const slight: readonly ((brush: Brush) => Brush)[] = [
  (b) => ({ ...b, tip: { ...b.tip, size: b.tip.size * 1.03 } }),
  (b) => ({ ...b, paint: { ...b.paint, flow: Math.max(0, b.paint.flow - 0.015) } }),
];
/** … and plain ones, after which it is another. */
const plain: readonly ((brush: Brush) => Brush)[] = [
  (b) => ({ ...b, tip: { ...b.tip, size: b.tip.size * 1.8 } }),
  (b) => ({ ...b, paint: { ...b.paint, flow: b.paint.flow * 0.3, opacity: b.paint.opacity * 0.4 } }),
];

describe("near duplicates", () => {
  const some = demoBrushes.filter((_, n) => n % 3 === 0);
  test("made by small known changes are found, plain changes are not taken for them", { timeout: 120_000 }, () => {
    let [hits, misses, wrong] = [0, 0, 0];
    for (const brush of some) {
      for (const change of slight) brushesApart(brush, change(brush), pictures) < NEARLY_ALIKE ? hits++ : misses++;
      for (const change of plain) if (brushesApart(brush, change(brush), pictures) < NEARLY_ALIKE) wrong++;
    }
    const recall = hits / (hits + misses);
    const precision = hits / (hits + wrong);
    console.log(
      `near duplicates: recall ${recall.toFixed(2)}, precision ${precision.toFixed(2)} (${hits + misses} slight, ${some.length * plain.length} plain changes)`,
    );
    expect(recall).toBeGreaterThan(0.55);
    expect(precision).toBeGreaterThan(0.8);
  });

  test("a brush is no way from itself, and as far from another as that one from it", () => {
    const [a, b] = [brushOf({ tip: { size: 30 } }), brushOf({ tip: { size: 44, hardness: 0.2 } })];
    expect(brushesApart(a, a)).toBe(0);
    expect(brushesApart(a, b)).toBe(brushesApart(b, a));
    const [p, q] = [measured(a, pictures, now), measured(b, pictures, now)];
    expect(measuresApart(p, p)).toBe(0);
    expect(measuresApart(p, q)).toBe(measuresApart(q, p));
  });
});

describe("traits by their rules", () => {
  const has = (part: object) => traitsOf(brushOf(part), measured(brushOf(part), pictures, now));
  const soft = { tip: { size: 60, hardness: 0 }, trail: { spacing: 0.05 }, paint: { flow: 0.05 } };
  const cases: readonly [string, object, object][] = [
    [
      "dry",
      { ground: { depth: 0.9 }, responses: [{ quality: "press", source: "pressure", low: 0.4, high: 0.6 }] },
      { ground: { depth: 0.1 } },
    ],
    ["wet", { paint: { mixing: 0.4 } }, { paint: { mixing: 1 } }],
    ["wet", { paint: { water: 0.5 } }, { paint: { water: 0.05 } }],
    ["covers", {}, { paint: { flow: 0.03 } }],
    ["glazes", { paint: { flow: 0.03 } }, {}],
    ["soft", soft, { ...soft, tip: { size: 60, hardness: 1 } }],
    ["textured", { trail: { spacing: 0.05 }, ground: { law: "print", depth: 1, grain: { kind: "weave" } } }, {}],
    ["stamps", { trail: { spacing: 1.6 } }, { trail: { spacing: 0.1 } }],
    ["line", { tip: { size: 6 } }, { tip: { size: 60 } }],
    ["runsOut", { paint: { load: 10 } }, {}],
    ["blends", { paint: { mixing: 1 } }, { paint: { mixing: 0.5 } }],
    ["lights", { paint: { blend: "screen" } }, { paint: { blend: "multiply" } }],
    [
      "needsTilt",
      { responses: [{ quality: "size", source: "tilt" }] },
      { responses: [{ quality: "size", source: "tilt" }], standIns: { tilt: "speed" } },
    ],
    [
      "needsTwist",
      { responses: [{ quality: "angle", source: "twist" }] },
      { responses: [{ quality: "angle", source: "twist", muted: true }] },
    ],
  ];
  test.each(cases)("%s", (trait, yes, no) => {
    expect(has(yes)).toContain(trait);
    expect(has(no)).not.toContain(trait);
  });

  test("slow is what a stroke costs against a plain one’s", () => {
    const given = measured(brushOf(), pictures, now);
    expect(traitsOf(brushOf(), { ...given, cost: 24 })).not.toContain("slow");
    expect(traitsOf(brushOf(), { ...given, cost: 26 })).toContain("slow");
  });
});

test("empty regions of a map are thirds without a brush, those among others first, in words", () => {
  const at = (edge: number, texture: number) => ({ ...measured(brushOf(), pictures, now), edge: edge / 2, texture });
  const regions = emptyRegions(
    [at(0.1, 0.1), at(0.9, 0.1), at(0.5, 0.1), at(0.5, 0.9), at(0.9, 0.9)],
    "edge",
    "texture",
  );
  expect(regions).toHaveLength(4);
  expect(regions[0].says).toEqual(["nothing half soft", "with some texture"]);
  expect(regions).toContainEqual({ x: 2 / 3, y: 1 / 3, says: ["nothing soft", "with some texture"] });
  expect(emptyRegions([], "width", "passes")).toHaveLength(9);
  expect(axisNames.length).toBeGreaterThan(3);
});
