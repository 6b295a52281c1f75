import { createHash } from "node:crypto";
import type { Brush } from "@core/brush";
import { createKernels } from "@core/kernels/load";
import { qualityRow } from "@core/qualities/table";
import { type Source, variesWithinStroke } from "@core/response/sources";
import type { Ink } from "@core/stroke/laying/ink";
import { paintHand } from "@core/stroke/painter";
import { planStroke, type Setting, type StrokePlace } from "@core/stroke/plan";
import { heightPixels } from "@core/surface/heights";
import { Picture } from "@core/surface/picture";
import { placePicture } from "@core/surface/place-picture";
import { Surface } from "@core/surface/surface";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyBrush, brushOf, leafPicture, lineSamples, testPictures } from "../helpers";

const WIDTH = 150;
const HEIGHT = 100;
const kernels = createKernels();
const ink: Ink = { colour: [0.2, 0.35, 0.7], second: [0.9, 0.8, 0.1] };

type Part = Record<string, object | null>;

/** What gives a brush each setting, so that it can be seen where it has an effect at all. */
const given: { readonly [setting in Setting]: Part } = {
  blend: { paint: { blend: "multiply" } },
  build: { paint: { build: "even" } },
  rim: { paint: { rim: { strength: 0.9, width: 8 } } },
  darkRim: { paint: { rim: { strength: 0.9 } } },
  ragged: { paint: { rim: { width: 8, ragged: 1 } } },
  mixing: { paint: { mixing: 0.6 } },
  taking: { paint: { mixing: 0.6, taking: "dragged" } },
  soften: { paint: { soften: 4 } },
  water: { paint: { water: 0.8 } },
  inWater: { paint: { gather: 1, spread: 0.9, granulation: 0 } },
  body: { paint: { body: 0.8 } },
  ground: { ground: { depth: 0.9 } },
  pictureColours: { tip: { shape: { colour: "own" } } },
  colour: { paint: { hue: 90, lightness: 0.2 } },
  colourOfMarks: { responses: [{ quality: "lightness", source: "chance", low: -0.4, high: 0.4 }] },
  spacing: { trail: { spacing: 0.7 } },
  dip: { tip: { shape: { dip: 1 } } },
  press: { ground: { press: 0.3 } },
  lift: { paint: { lift: 0.8 } },
  over: { tip: { over: { spacing: 0.6 } } },
};

/** What takes it away again, and nothing else. */
const plain: { readonly [setting in Setting]: Part } = {
  blend: { paint: { blend: "source-over" } },
  build: { paint: { build: "build-up" } },
  rim: { paint: { rim: { strength: 0, ragged: 0 } } },
  darkRim: { paint: { rim: { strength: 0 } } },
  ragged: { paint: { rim: { ragged: 0 } } },
  mixing: { paint: { mixing: 0 } },
  taking: { paint: { taking: "average" } },
  soften: { paint: { soften: 0 } },
  water: { paint: { water: 0 } },
  inWater: { paint: { gather: 0.5, spread: 0.3, granulation: 0.3, dryAfter: 0 } },
  body: { paint: { body: 0 } },
  ground: { ground: null },
  pictureColours: { tip: { shape: { colour: "ink" } } },
  colour: { paint: { hue: 0, saturation: 0, lightness: 0, second: 0 } },
  colourOfMarks: {},
  spacing: { trail: { spacing: 0.1 } },
  dip: { tip: { shape: { dip: 0 } } },
  press: { ground: { press: 1 } },
  lift: { paint: { lift: 0 } },
  over: { tip: { over: null } },
};

function without(brush: Brush, setting: Setting): Brush {
  const ofMarks = (source: Source) => (variesWithinStroke(source) ? "colourOfMarks" : "colour");
  const responses = brush.responses.filter(
    (r) =>
      (qualityRow(r.quality).family !== "colour" || ofMarks(r.source) !== setting) &&
      (r.quality !== setting || (setting !== "spacing" && setting !== "press")) &&
      (setting !== "inWater" || !["gather", "spread", "granulation", "dryAfter"].includes(r.quality)),
  );
  return brushOf({ ...joined(brush, plain[setting]), responses });
}

function joined(a: object, b: object): object {
  const merged: Record<string, unknown> = { ...a };
  for (const [key, value] of Object.entries(b)) {
    const before = merged[key];
    const both = isPlain(before) && isPlain(value);
    merged[key] = both ? joined(before, value) : value;
  }
  return merged;
}

function isPlain(value: unknown): value is object {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

const shapes: Readonly<Record<string, object>> = {
  ellipse: { kind: "ellipse" },
  picture: { kind: "image", pictures: [{ file: "tips/leaf.png" }] },
  hairs: { kind: "bristles", bundle: "flat", hairs: 30, thickness: 0.1 },
  bent: { kind: "image", laid: "bent", pictures: [{ file: "tips/leaf.png" }] },
};

function plainBrush(shape: object): object {
  return { tip: { shape, size: 26, hardness: 0.6 }, trail: { spacing: 0.2 }, paint: { flow: 0.5, opacity: 0.9 } };
}

const known = new Map<string, string>();

/** As `look`, once for brushes and places that are alike: pairs of settings share most of theirs. */
function seen(brush: Brush, place: StrokePlace): string {
  const key = JSON.stringify([brush, place]);
  const before = known.get(key);
  if (before !== undefined) return before;
  const now = look(brush, place);
  known.set(key, now);
  return now;
}

/** A hash of everything one can see of a stroke, over paint of two colours: its pixels and its heights. */
function look(brush: Brush, place: StrokePlace): string {
  const surface = new Surface(kernels, WIDTH, HEIGHT);
  placePicture(surface, leafPicture(WIDTH, HEIGHT));
  paintHand(
    surface,
    brushOf({ tip: { size: 40 } }),
    { colour: [0.9, 0.3, 0.1], second: [0, 0, 0] },
    [lineSamples(0, 20, 150, 40)],
    9,
  );
  if (place.mask) surface.paintOn(0, "mask");
  if (place.paper) surface.paper = brushOf({ ground: { depth: 0.5 } }).ground ?? undefined;
  const there = [
    ...lineSamples(15, 70, 120, 30),
    ...lineSamples(120, 30, 40, 25).map((s) => ({ ...s, time: s.time + 400 })),
  ];
  paintHand(surface, brush, { ...ink, erases: place.erases ?? false }, [there], 3, testPictures);
  const picture = new Picture(surface, null);
  picture.showAll();
  const hash = createHash("sha256").update(picture.copy()).update(heightPixels(surface)).digest("hex");
  picture.release();
  surface.release();
  return hash;
}

const settings = Object.keys(given) as Setting[];
const places: readonly StrokePlace[] = [{}, { paper: true }, { erases: true }, { mask: true }];
/** Every place with the simplest tip; with pictures those in which they differ from it. */
const placesOf: Readonly<Record<string, readonly StrokePlace[]>> = {
  ellipse: places,
  picture: [{}, { erases: true }],
  hairs: [{}, { erases: true }],
  bent: [{}, { paper: true }],
};
/** Whether there is such a setting for a tip of this kind. */
const fits = (setting: Setting, name: string) =>
  setting === "pictureColours" ? name === "picture" || name === "bent" : setting !== "dip" || name === "hairs";

describe("what a plan says is ignored is what one does not see, for every two settings that meet", () => {
  for (const [name, shape] of Object.entries(shapes)) {
    for (const place of placesOf[name]) {
      test(`a tip of kind ${name}, ${Object.keys(place)[0] ?? "on a layer"}`, () => {
        for (const [n, first] of settings.entries()) {
          for (const second of settings.slice(n)) {
            if (!fits(first, name) || !fits(second, name)) continue;
            const brush = brushOf(joined(joined(plainBrush(shape), given[first]), given[second]));
            const { ignored } = planStroke(brush, place);
            const whole = seen(brush, place);
            for (const setting of new Set([first, second])) {
              const shows = seen(without(brush, setting), place) !== whole;
              const what = `${setting} with ${first} and ${second}`;
              expect(shows, what).toBe(!ignored.some((one) => one.setting === setting));
            }
          }
        }
      });
    }
  }
});

test("each thing ignored is a setting that the brush has, once, with a reason", () => {
  fc.assert(
    fc.property(anyBrush, fc.constantFrom(...places), (brush, place) => {
      const { ignored } = planStroke(brush, place);
      expect(new Set(ignored.map((one) => one.setting)).size).toBe(ignored.length);
      for (const { setting, why } of ignored) {
        expect(why).toMatch(/^[a-z][^.]*$/);
        const less = without(brush, setting);
        expect(
          planStroke(less, place).ignored.some((one) => one.setting === setting),
          setting,
        ).toBe(false);
      }
    }),
    { numRuns: 300 },
  );
});

describe("how a stroke is laid", () => {
  const kinds = (part: object, place: StrokePlace = {}) => {
    const plan = planStroke(brushOf(part), place);
    return plan.kind === "laid" && plan.lends ? "lent" : plan.kind;
  };

  test("mixing works on the paint itself where nothing else asks for tiles of its own", () => {
    expect(kinds({ paint: { mixing: 0.5 } })).toBe("open");
    expect(kinds({ paint: { mixing: 0.5, blend: "multiply" } })).toBe("lent");
    expect(kinds({ paint: { mixing: 0.5, build: "even" } })).toBe("lent");
    expect(kinds({ paint: { mixing: 0.5, rim: { strength: 0.5 } } })).toBe("lent");
  });

  test("a ragged rim without strength is a rim where there is a grain to make it ragged, mixing or not", () => {
    const ragged = { mixing: 0.3, rim: { strength: 0, ragged: 1 } };
    expect(kinds({ paint: ragged, ground: {} })).toBe("lent");
    expect(kinds({ paint: ragged }, { paper: true })).toBe("lent");
    expect(kinds({ paint: ragged })).toBe("open");
    expect(kinds({ paint: ragged, ground: { anchor: "mark" } })).toBe("open");
  });

  test("softening works on the paint itself, whatever else the brush has", () => {
    const paint = { soften: 2, blend: "multiply", build: "even", rim: { strength: 1 } };
    expect(kinds({ paint })).toBe("open");
    expect(planStroke(brushOf({ paint })).ignored.map((one) => one.setting)).toEqual([
      "blend",
      "darkRim",
      "build",
      "rim",
    ]);
    expect(kinds({ paint }, { mask: true })).toBe("laid");
  });

  test("water lays a film on tiles of its own, and takes one mean colour where it mixes", () => {
    const laid = planStroke(brushOf({ paint: { water: 0.7, blend: "multiply", rim: { strength: 0.5 } } }));
    expect(laid).toMatchObject({ kind: "laid", water: true, rim: undefined });
    expect(laid.ignored.map((one) => one.setting)).toEqual(["blend", "darkRim", "rim"]);
    expect(kinds({ paint: { water: 0.7, mixing: 0.4 } })).toBe("lent");
    expect(kinds({ paint: { water: 0.7, soften: 3 } })).toBe("open");
  });

  test("muted responses count for nothing", () => {
    const response = { quality: "hue", source: "chance", low: 0, high: 90 };
    const manner = (muted: boolean) => {
      const plan = planStroke(brushOf({ responses: [{ ...response, muted }] }));
      return plan.kind === "laid" && [plan.manner, plan.planes];
    };
    expect(manner(false)).toEqual(["tint", 4]);
    expect(manner(true)).toEqual(["cover", 1]);
  });
});
