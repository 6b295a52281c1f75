import type { Sample } from "@core/hand/sample";
import type { Ink } from "@core/stroke/laying/ink";
import { planStroke } from "@core/stroke/plan";
import { renderHand16 } from "@core/stroke/render";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const WIDE = 420;
const TALL = 120;

/** Alpha 0…1 at a px. */
function alphas(
  part: object,
  strokes: readonly (readonly Sample[])[],
  ink: Ink = BLACK,
): (x: number, y: number, plane?: number) => number {
  const pixels = renderHand16({ brush: brushOf(part), strokes, width: WIDE, height: TALL, ink, paper: null, seed: 1 });
  return (x, y, plane = 3) => pixels[(y * WIDE + x) * 4 + plane] / 65535;
}

const BLACK = { colour: [0, 0, 0], second: [1, 1, 1] } as const;
const across = [{ quality: "angle", source: "heading", low: 90, high: 450 }];
const rows = Array.from({ length: TALL }, (_, y) => y);
const level = (pressure: number, y = 60) => lineSamples(20, y, 400, y, 80, pressure);

describe("a hair is a line", () => {
  test.each([0.02, 0.05, 0.1, 0.25, 1])("at spacing %s: along the way it deviates by less than 2/255", (spacing) => {
    for (const shape of [
      { kind: "bristles", bundle: "flat", hairs: 24, thickness: 0.01, clumping: 0 },
      { kind: "rake", lines: 11, gap: 0.7 },
    ]) {
      const at = alphas({ tip: { size: 60, shape }, responses: across, trail: { spacing } }, [level(0.8)]);
      for (const y of rows) {
        const line = Array.from({ length: 240 }, (_, i) => at(90 + i, y));
        const mean = line.reduce((a, b) => a + b, 0) / line.length;
        const deviation = Math.sqrt(line.reduce((sum, a) => sum + (a - mean) ** 2, 0) / line.length);
        expect(deviation).toBeLessThan(2 / 255);
      }
    }
  });

  test("whatever the spacing is, the stroke is the same to the px, and the brush says that it has no effect", () => {
    const part = (spacing: number) => ({
      tip: { size: 50, shape: { kind: "bristles" } },
      responses: across,
      trail: { spacing },
    });
    const [near, far] = [alphas(part(0.03), [level(0.6)]), alphas(part(0.4), [level(0.6)])];
    for (const y of rows) for (let x = 0; x < WIDE; x++) expect(near(x, y)).toBe(far(x, y));
    expect(planStroke(brushOf(part(0.4))).ignored).toEqual([
      { setting: "spacing", why: "hairs leave lines, whatever the spacing" },
    ]);
  });

  test("lies in the same order over the others along the whole way: two colours make no pattern of pieces", () => {
    const shape = { kind: "bristles", bundle: "round", hairs: 60, thickness: 0.12, clumping: 0, dip: 1 };
    const at = alphas({ tip: { size: 60, shape }, responses: across }, [level(0.9)], {
      colour: [0.9, 0.1, 0.1],
      second: [0.1, 0.2, 0.9],
    });
    let mixed = 0;
    for (const y of rows) {
      const line = Array.from({ length: 240 }, (_, i) => at(90 + i, y, 0));
      const mean = line.reduce((a, b) => a + b, 0) / line.length;
      if (mean > 0.2 && mean < 0.8) mixed++;
      for (const red of line) expect(Math.abs(red - mean)).toBeLessThan(6 / 255);
    }
    expect(mixed).toBeGreaterThan(10);
  });

  test("goes on without a gap around a bend, and has the same ink as on the straight", () => {
    const shape = { kind: "rake", lines: 1, gap: 0.9, unevenness: 0 };
    const bend = Array.from({ length: 90 }, (_, i) => {
      const angle = (i / 89) * Math.PI;
      return { x: 210 - 90 * Math.cos(angle), y: 110 - 90 * Math.sin(angle), time: i * 8, pressure: 0.7 };
    });
    const at = alphas({ tip: { size: 40, shape }, responses: across }, [bend]);
    let ink = 0;
    for (const y of rows) for (let x = 0; x < WIDE; x++) ink += at(x, y);
    const wide = 40 * 0.1 * (0.75 + 0.35 * 0.7);
    expect(ink / (wide * Math.PI * 90)).toBeGreaterThan(0.97);
    expect(ink / (wide * Math.PI * 90)).toBeLessThan(1.03);
    for (let i = 4; i < 86; i++) {
      const angle = (i / 89) * Math.PI;
      const [x, y] = [Math.floor(210 - 90 * Math.cos(angle)), Math.floor(110 - 90 * Math.sin(angle))];
      expect(Math.max(at(x, y), at(x - 1, y), at(x, y - 1), at(x - 1, y - 1))).toBeGreaterThan(0.97);
    }
  });
});

test("a bundle opens smoothly: under a slow ramp of pressure its outer edge never steps by more than 0.6 px", () => {
  const ramp = level(0).map((sample, i, all) => ({ ...sample, pressure: 0.3 + (0.7 * i) / all.length }));
  const shape = { kind: "bristles", bundle: "flat", hairs: 60, thickness: 0.05, splay: 0.8, clumping: 0 };
  const at = alphas({ tip: { size: 80, shape }, responses: across }, [ramp]);
  const edges = Array.from({ length: 300 }, (_, i) => {
    const x = 60 + i;
    const first = rows.find((y) => at(x, y) > 0.5) ?? TALL;
    return first - (at(x, first - 1) ?? 0);
  });
  for (let i = 1; i < edges.length; i++) expect(Math.abs(edges[i] - edges[i - 1])).toBeLessThan(0.6);
  expect(edges[0] - edges[edges.length - 1]).toBeGreaterThan(8);
});

test("hairs come down one by one, and run out one by one", () => {
  const shape = { kind: "bristles", bundle: "flat", hairs: 40, thickness: 0.01, clumping: 0, splay: 0 };
  const covered = (at: (x: number, y: number) => number, x: number) => rows.filter((y) => at(x, y) > 0.3).length;
  const ramp = level(0).map((sample, i, all) => ({ ...sample, pressure: (0.6 * i) / all.length }));
  const coming = alphas({ tip: { size: 80, shape }, responses: across }, [ramp]);
  const steps = [80, 130, 180, 230, 300].map((x) => covered(coming, x));
  for (let i = 1; i < steps.length; i++) expect(steps[i]).toBeGreaterThanOrEqual(steps[i - 1]);
  expect(steps[1]).toBeGreaterThan(0);
  expect(steps[4]).toBeGreaterThan(steps[1] * 1.5);
  const dry = alphas({ tip: { size: 80, shape }, responses: across, paint: { load: 4.5 } }, [level(0.9)]);
  const left = [60, 150, 220, 290, 350].map((x) => covered(dry, x));
  for (let i = 1; i < left.length; i++) expect(left[i]).toBeLessThanOrEqual(left[i - 1] + 1);
  expect(left[3]).toBeLessThan(left[0] * 0.8);
  expect(left[3]).toBeGreaterThan(0);
});

test("the lean lifts the hairs on the far side", () => {
  const shape = { kind: "bristles", bundle: "flat", hairs: 60, thickness: 0.05, splay: 0, clumping: 0 };
  const half = (lean: number) => {
    const at = alphas({ tip: { size: 80, shape, angle: 90 } }, [
      level(0.3).map((sample) => ({ ...sample, tilt: 1, lean })),
    ]);
    const ink = (from: number, to: number) => rows.slice(from, to).reduce((sum, y) => sum + at(200, y), 0);
    return [ink(0, 60), ink(60, 120)];
  };
  const [above, below] = half(90);
  expect(above).toBeGreaterThan(below * 1.2);
  const [aboveThen, belowThen] = half(270);
  expect(belowThen).toBeGreaterThan(aboveThen * 1.2);
});

test("a tip that is dipped in two colours lays both, side by side", () => {
  const shape = { kind: "bristles", bundle: "flat", hairs: 90, thickness: 0.1, clumping: 0, dip: 1 };
  const at = alphas({ tip: { size: 80, shape }, responses: across }, [level(0.9)], {
    colour: [1, 0, 0],
    second: [0, 0, 1],
  });
  const inside = rows.filter((y) => at(200, y) > 0.9);
  const [first, last] = [inside[2], inside[inside.length - 3]];
  const reds = [at(200, first, 0), at(200, last, 0)];
  expect(Math.max(...reds)).toBeGreaterThan(0.95);
  expect(Math.min(...reds)).toBeLessThan(0.1);
  expect(planStroke(brushOf({ tip: { shape } })).kind).toBe("laid");
  expect(
    planStroke(brushOf({ tip: { shape }, trail: { scatter: 1 } })).ignored.map(({ setting }) => setting),
  ).toContain("dip");
});

test("a tip that is dipped in three lays the first in the middle, and the others on either side", () => {
  const shape = { kind: "bristles", bundle: "flat", hairs: 120, thickness: 0.1, clumping: 0, dip: 1, third: 1 };
  const at = alphas({ tip: { size: 90, shape }, responses: across }, [level(0.9)], {
    colour: [1, 0, 0],
    second: [0, 1, 0],
    third: [0, 0, 1],
  });
  const inside = rows.filter((y) => at(200, y) > 0.9);
  const middle = inside[inside.length >> 1];
  const colourAt = (y: number) => [0, 1, 2].map((plane) => at(200, y, plane));
  expect(colourAt(middle)[0]).toBeGreaterThan(0.95);
  const sides = [colourAt(inside[2]), colourAt(inside[inside.length - 3])];
  const [green, blue] = sides[0][1] > 0.5 ? sides : [sides[1], sides[0]];
  expect(green[1]).toBeGreaterThan(0.85);
  expect(blue[2]).toBeGreaterThan(0.85);
  // The other side of two colours has none of the third.
  const two = alphas({ tip: { size: 90, shape: { ...shape, third: 0 } }, responses: across }, [level(0.9)], {
    colour: [1, 0, 0],
    second: [0, 1, 0],
    third: [0, 0, 1],
  });
  for (const y of rows) expect(two(200, y, 2)).toBe(0);
});

test("a paint that tints more strongly overcomes what it meets the more, and its own coat is the same", () => {
  const white = Uint8Array.from({ length: WIDE * TALL * 4 }, (_, i) => ((i >> 2) % WIDE < 180 ? 255 : 0));
  const light = (strength: number, taking: string, shape: object) => {
    const pixels = renderHand16({
      brush: brushOf({
        tip: { size: 50, shape },
        paint: { mixing: 0.6, carry: 3, taking, space: "pigment" },
        responses: across,
      }),
      strokes: [level(0.8)],
      width: WIDE,
      height: TALL,
      ink: { colour: [0.1, 0.25, 0.5], second: [1, 1, 1], tintings: [strength] },
      paper: null,
      seed: 1,
      under: { width: WIDE, height: TALL, channels: 4, full: 255, data: white },
    });
    const mean = (x: number) => {
      let [sum, all] = [0, 0];
      for (let y = 50; y < 70; y++) {
        sum += pixels[(y * WIDE + x) * 4];
        all += pixels[(y * WIDE + x) * 4 + 3];
      }
      return sum / all;
    };
    return [mean(150), mean(390)];
  };
  for (const [taking, shape] of [
    ["average", { kind: "ellipse" }],
    ["dragged", { kind: "ellipse" }],
    ["each", { kind: "ellipse" }],
    ["each", { kind: "bristles", hairs: 60, thickness: 0.2 }],
  ] as const) {
    const [weak, plain, strong] = [0.2, 1, 5].map((strength) => light(strength, taking, shape));
    expect(weak[0], taking).toBeGreaterThan(plain[0] + 0.02);
    expect(plain[0], taking).toBeGreaterThan(strong[0] + 0.02);
    expect(Math.abs(weak[1] - strong[1])).toBeLessThan(Math.abs(weak[0] - strong[0]));
  }
});

test("hairs that mix take up the colour that is there, each piece where it is", () => {
  const shape = { kind: "bristles", hairs: 60, thickness: 0.2 };
  for (const taking of ["average", "dragged"]) {
    const brush = { tip: { size: 50, shape }, responses: across, paint: { mixing: 0.8, taking } };
    const pixels = renderHand16({
      brush: brushOf(brush),
      strokes: [level(0.8)],
      width: WIDE,
      height: TALL,
      ink: { colour: [1, 1, 0], second: [0, 0, 0] },
      paper: null,
      seed: 1,
      under: {
        width: WIDE,
        height: TALL,
        channels: 4,
        full: 255,
        data: Uint8Array.from({ length: WIDE * TALL * 4 }, (_, i) =>
          (i >> 2) % WIDE < 180 ? [0, 0, 255, 255][i & 3] : 0,
        ),
      },
    });
    const blue = (x: number) => pixels[(60 * WIDE + x) * 4 + 2] / 65535;
    expect(blue(150)).toBeGreaterThan(0.2);
    expect(blue(190)).toBeGreaterThan(0.04);
  }
});

test("a tap leaves the hairs that touch", () => {
  const at = alphas({ tip: { size: 60, shape: { kind: "bristles", hairs: 40, thickness: 0.1 } } }, [
    [{ x: 200, y: 60, time: 0, pressure: 0.8 }],
  ]);
  let ink = 0;
  for (const y of rows) for (let x = 0; x < WIDE; x++) ink += at(x, y);
  expect(ink).toBeGreaterThan(50);
  expect(ink).toBeLessThan(2000);
});
