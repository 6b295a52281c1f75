import type { Sample } from "@core/hand/sample";
import { renderHand16 } from "@core/stroke/render";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples, testPictures } from "../helpers";

const WIDE = 360;
const TALL = 120;
const ink = { colour: [0, 0, 0], second: [1, 1, 1] } as const;

/** Alpha 0…1 inside a stroke of 60 px: forty rows about its middle, away from its ends. */
function inside(part: object, strokes: readonly (readonly Sample[])[]): Float64Array {
  const pixels = renderHand16({
    brush: brushOf(part),
    strokes,
    width: WIDE,
    height: TALL,
    ink,
    paper: null,
    seed: 1,
    pictures: testPictures,
  });
  return Float64Array.from({ length: 240 * 24 }, (_, i) => {
    const [x, y] = [60 + (i % 240), 48 + Math.floor(i / 240)];
    return pixels[(y * WIDE + x) * 4 + 3] / 65535;
  });
}

const stroke = (pressure: number) => lineSamples(20, 60, 340, 60, 60, pressure);
const mean = (alphas: Float64Array) => alphas.reduce((a, b) => a + b, 0) / alphas.length;
const texture = (alphas: Float64Array) => {
  const middle = mean(alphas);
  return Math.sqrt(alphas.reduce((sum, a) => sum + (a - middle) ** 2, 0) / alphas.length) / middle;
};

interface Way {
  readonly flow?: number;
  readonly spacing?: number;
  readonly hardness?: number;
  readonly law?: string;
  readonly grain?: string;
  readonly build?: string;
  readonly more?: object;
}

const grained = ({
  flow = 1,
  spacing = 0.05,
  hardness = 1,
  law = "peaks",
  grain = "paper",
  build = "build-up",
  more,
}: Way) => ({
  tip: { size: 60, hardness },
  trail: { spacing },
  paint: { flow, build },
  ground: { law, depth: 0.9, grain: { kind: grain } },
  ...more,
});

const ways: Way[] = [0.05, 0.25, 1].flatMap((flow) =>
  [0.02, 0.1, 0.25].flatMap((spacing) => [0.2, 0.6, 1].map((hardness) => ({ flow, spacing, hardness }))),
);

describe("peaks at a depth of 0.9", () => {
  test.each(["paper", "canvas", "sand"])(
    "keeps the tooth of %s at every flow, spacing and hardness: 0.3 at least, within a factor of 1.5",
    (grain) => {
      const textures = ways.map((way) => texture(inside(grained({ ...way, grain }), [stroke(0.5)])));
      expect(Math.min(...textures)).toBeGreaterThan(0.3);
      expect(Math.max(...textures) / Math.min(...textures)).toBeLessThan(1.5);
    },
  );

  test("covers more the harder one presses: under a quarter at 0.1, over nine tenths at full", () => {
    for (const way of [{}, { flow: 0.25 }, { build: "even" }]) {
      const full = inside({ ...grained(way), ground: null }, [stroke(1)]);
      const shares = [0.1, 0.25, 0.4, 0.55, 0.7, 0.85, 1].map(
        (pressure) => inside(grained(way), [stroke(pressure)]).filter((a, i) => a > full[i] / 2).length / full.length,
      );
      expect(shares[0]).toBeLessThan(0.25);
      expect(shares[shares.length - 1]).toBeGreaterThan(0.9);
      for (let i = 1; i < shares.length; i++) expect(shares[i]).toBeGreaterThan(shares[i - 1]);
    }
  });

  test("is filled further by a second and a third stroke", () => {
    const covered = [1, 2, 3].map((count) =>
      mean(
        inside(
          grained({}),
          Array.from({ length: count }, () => stroke(0.4)),
        ),
      ),
    );
    expect(covered[1]).toBeGreaterThan(covered[0] + 0.02);
    expect(covered[2]).toBeGreaterThan(covered[1] + 0.01);
  });

  test("is pressed by whatever drives it, and then not by the pressure", () => {
    const tilted = (tilt: number, pressure: number) =>
      mean(
        inside(grained({ more: { responses: [{ quality: "press", source: "tilt", low: 0.1, high: 1 }] } }), [
          stroke(pressure).map((sample) => ({ ...sample, tilt })),
        ]),
      );
    expect(tilted(1, 0.5)).toBeGreaterThan(tilted(0, 0.5) + 0.4);
    expect(tilted(0.5, 0.1)).toBe(tilted(0.5, 1));
  });

  test("presses less where paint runs out", () => {
    const dry = grained({ more: { paint: { flow: 1, load: 5 } } });
    const alphas = inside(dry, [stroke(0.8)]);
    const part = (from: number) => texture(alphas.filter((_, i) => i % 240 >= from && i % 240 < from + 60));
    expect(part(180)).toBeGreaterThan(part(0) * 1.3);
  });
});

describe("every way of laying paint meets the ceiling", () => {
  const manners: Record<string, object> = {
    "a colour for each mark": { responses: [{ quality: "lightness", source: "chance", low: -0.1, high: 0.1 }] },
    "an even stroke": { paint: { build: "even" } },
    "a picture of its own colours": {
      tip: { size: 60, shape: { kind: "image", pictures: [{ file: "tips/leaf.png" }], colour: "own" } },
    },
    "mixing with one mean colour": { paint: { mixing: 0.4, taking: "average" } },
    "mixing with dragged colour": { paint: { mixing: 0.4, taking: "dragged" } },
    "a grain that goes along": { ground: { depth: 0.9, grain: { kind: "paper" }, anchor: "stroke" } },
  };
  test.each(Object.entries(manners))("%s", (_, more) => {
    const part = (pressure: number) => inside({ ...grained({ spacing: 0.1 }), ...more }, [stroke(pressure)]);
    expect(texture(part(0.5))).toBeGreaterThan(0.3);
    expect(mean(part(1))).toBeGreaterThan(mean(part(0.3)) + 0.25);
  });
});

describe.each(["print", "pool"])("%s", (law) => {
  test("keeps its texture at every flow, spacing and hardness, whatever the pressure", () => {
    const textures = ways.map((way) => texture(inside(grained({ ...way, law }), [stroke(0.5)])));
    expect(Math.min(...textures)).toBeGreaterThan(0.15);
    expect(Math.max(...textures) / Math.min(...textures)).toBeLessThan(1.5);
    expect(mean(inside(grained({ law }), [stroke(0.1)]))).toBe(mean(inside(grained({ law }), [stroke(1)])));
  });
});

test("print shows where pool does not: they lie on opposite heights", () => {
  const [print, pool] = ["print", "pool"].map((law) => inside(grained({ law }), [stroke(0.5)]));
  for (let i = 0; i < print.length; i += 97) expect(print[i] + pool[i]).toBeCloseTo(1.1, 2);
});

describe("a halftone screen", () => {
  const screen = (kind: string, more: object = {}) => ({
    tip: { size: 60 },
    ground: { depth: 1, grain: { kind, across: 32 }, ...more },
  });

  test.each(["dots", "lines", "crosses"])("of %s covers the share that its tone says, by the pressure", (kind) => {
    for (const tone of [0.15, 0.3, 0.5, 0.8])
      expect(mean(inside(screen(kind, { rotation: 30 }), [stroke((tone - 0.1) / 0.9)]))).toBeCloseTo(tone, 1);
  });

  test("is sharp at any tone: what is partly covered is a rim of about a px", () => {
    for (const tone of [0.1, 0.3, 0.5, 0.7]) {
      const alphas = inside(screen("dots"), [stroke((tone - 0.1) / 0.9)]);
      const partly = alphas.filter((a) => a > 0.05 && a < 0.95).length / alphas.length;
      // The rim of round dots in cells of 16 px: 2·√(π·tone)/16 of all px for each px that it is wide.
      const rim = (2 * Math.sqrt(Math.PI * tone)) / 16;
      expect(partly / rim).toBeLessThan(1.6);
    }
  });

  test("has round dots, at an angle that one sets", () => {
    const alphas = inside(screen("dots", { rotation: 45 }), [stroke(0.2)]);
    const at = (x: number, y: number) => alphas[y * 240 + x];
    let reach = 0;
    // A turned screen repeats after a cell's diagonal across: 16·√2 px.
    for (let shift = 20; shift < 26; shift++) {
      let same = 0;
      for (let y = 0; y < 24; y++) for (let x = 0; x < 200; x++) same += at(x, y) * at(x + shift, y);
      if (same > reach) reach = same;
    }
    let own = 0;
    let off = 0;
    for (let y = 0; y < 24; y++)
      for (let x = 0; x < 200; x++) {
        own += at(x, y) * at(x, y);
        off += at(x, y) * at(x + 11, y);
      }
    expect(reach / own).toBeGreaterThan(0.8);
    expect(off / own).toBeLessThan(0.5);
  });
});

describe("the surface's own paper", () => {
  const paper = brushOf({ ground: { grain: { kind: "paper" }, depth: 0.8 } }).ground ?? undefined;
  const grains = (ground: object | null) =>
    renderHand16({
      brush: brushOf({ tip: { size: 60 }, ground }),
      strokes: [stroke(0.5)],
      width: WIDE,
      height: TALL,
      ink,
      paper: null,
      seed: 1,
      grain: paper,
    });
  const covered = (pixels: Uint16Array) => {
    let sum = 0;
    for (let y = 48; y < 72; y++) for (let x = 60; x < 300; x++) sum += pixels[(y * WIDE + x) * 4 + 3] / 65535;
    return sum / (240 * 24);
  };

  test("is met by a brush without a ground, and under one the reach is still the share that is covered", () => {
    const own = covered(grains(null));
    expect(own).toBeGreaterThan(0.5);
    expect(own).toBeLessThan(0.75);
    // A brush's grain of depth 0.9 over it: ranked together, the same reach covers the same share.
    const both = covered(grains({ grain: { kind: "board" }, depth: 0.9 }));
    expect(Math.abs(both - (0.1 + 0.9 * 0.55))).toBeLessThan(0.09);
  });

  test("is met beside a grain that goes along with each mark", () => {
    const along = { grain: { kind: "sand" }, depth: 0.5, law: "print", anchor: "mark" };
    const [both, alone] = [
      covered(grains(along)),
      covered(
        renderHand16({
          brush: brushOf({ tip: { size: 60 }, ground: along }),
          strokes: [stroke(0.5)],
          width: WIDE,
          height: TALL,
          ink,
          paper: null,
          seed: 1,
        }),
      ),
    ];
    expect(both).toBeLessThan(alone * 0.9);
  });
});
