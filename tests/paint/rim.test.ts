import { halvedBoxes, WIDEST_RIM } from "@core/stroke/laying/rim";
import { paintHand } from "@core/stroke/painter";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";
import { kernels, pixelAt } from "./sheet";

const ink = { colour: [0.1, 0.2, 0.6], second: [1, 1, 1] } as const;

/** Coverage of a straight wash of 80 px along x = 200, by row, around y = 100. */
function wash(
  rim: object,
  part: object = {},
  strokes = [lineSamples(60, 100, 340, 100)],
): (y: number, x?: number) => number {
  const surface = new Surface(kernels, 400, 300);
  const brush = brushOf({
    tip: { size: 80, hardness: 0.9 },
    paint: { flow: 1, opacity: 0.5, rim, ...("paint" in part ? (part.paint as object) : {}) },
    ground: "ground" in part ? part.ground : null,
  });
  paintHand(surface, brush, ink, strokes, 1);
  const rows = Array.from({ length: 400 }, (_, x) => Array.from({ length: 300 }, (_, y) => pixelAt(surface, x, y)[3]));
  surface.release();
  return (y, x = 200) => rows[x][y];
}

describe("the rim of a stroke", () => {
  test("is darker than its inside, which is thinner by half the strength", () => {
    const alpha = wash({ strength: 0.8, width: 10 });
    expect(alpha(100)).toBeCloseTo(0.5 * (1 - 0.4), 2);
    const inside = Array.from({ length: 12 }, (_, i) => alpha(62 + i));
    expect(Math.max(...inside)).toBeGreaterThan(alpha(100) * 1.5);
    expect(alpha(50)).toBe(0);
  });

  test("lies within its width of the edge", () => {
    const alpha = wash({ strength: 0.8, width: 10 });
    const level = alpha(100);
    const darker = Array.from({ length: 300 }, (_, y) => y).filter((y) => alpha(y) > level * 1.1);
    for (const y of darker) expect(Math.min(Math.abs(y - 60), Math.abs(y - 140))).toBeLessThanOrEqual(13);
  });

  test("of no strength changes nothing, and grows with its strength", () => {
    const plain = wash({});
    const none = wash({ strength: 0, width: 20 });
    for (let y = 40; y < 160; y++) expect(none(y)).toBe(plain(y));
    const contrast = (strength: number) => {
      const alpha = wash({ strength, width: 10 });
      return Math.max(...Array.from({ length: 12 }, (_, i) => alpha(62 + i))) / alpha(100);
    };
    expect(contrast(0.6)).toBeGreaterThan(contrast(0.3) + 0.1);
  });

  test.each([3, 8, 16, 28])(
    "is its law at every pixel of a wash, with two boxes of its width %i px in full for the surroundings",
    (width) => {
      const strength = 0.8;
      const opacity = 0.5;
      const plain = wash({});
      const finished = wash({ strength, width });
      const radius = Math.min(WIDEST_RIM, Math.round(width / 2));
      const box = (values: readonly number[]) =>
        values.map(
          (_, i) =>
            values.slice(Math.max(0, i - radius), i + radius + 1).reduce((sum, v) => sum + v, 0) / (2 * radius + 1),
        );
      // Along x = 200 the wash is the same to both sides: what is blurred across stays.
      const rows = Array.from({ length: 300 }, (_, y) => plain(y));
      const around = box(box(rows));
      const errors = rows.map((a, y) => {
        const wanted = Math.min(
          Math.max(a, opacity),
          a * (1 - strength / 2) + 1.5 * strength * Math.max(0, a - around[y]),
        );
        return Math.abs(finished(y) - wanted);
      });
      const inWash = errors.filter((_, y) => rows[y] > 0);
      expect(Math.max(...errors)).toBeLessThan(0.03);
      expect(inWash.reduce((sum, e) => sum + e, 0) / inWash.length).toBeLessThan(1.5 / 255);
    },
  );

  test("is blurred on halved pixels as far as on whole ones", () => {
    for (let radius = 1; radius <= WIDEST_RIM; radius++) {
      const variance = (r: number) => ((2 * r + 1) ** 2 - 1) / 12;
      const [first, second] = halvedBoxes(radius);
      // Four times, for a halved pixel is two px wide; one px² comes of halving and enlarging.
      const halved = Math.sqrt(4 * (variance(first) + variance(second)) + 1);
      expect(Math.abs(halved / Math.sqrt(2 * variance(radius)) - 1)).toBeLessThan(0.14);
    }
  });

  test("runs on over the borders of tiles", () => {
    const alpha = wash({ strength: 0.8, width: 12 });
    for (const y of [62, 66, 70, 100, 130])
      for (let x = 120; x < 280; x++) expect(Math.abs(alpha(y, x) - alpha(y, 200))).toBeLessThan(0.02);
  });

  // Common practice, no source.
  test("shows the signs of watercolour: a darker rim, visible overlaps, ragged ends, paper showing through", () => {
    const crossed = wash({ strength: 0.6, width: 8 }, { paint: { blend: "multiply", opacity: 0.4 } }, [
      lineSamples(60, 100, 340, 100),
      lineSamples(200, 20, 200, 240),
    ]);
    const rim = Math.max(...Array.from({ length: 14 }, (_, i) => crossed(61 + i, 100)));
    expect(rim).toBeGreaterThan(crossed(100, 100) * 1.3);
    expect(crossed(100, 200)).toBeGreaterThan(crossed(100, 100) * 1.5);
    const ragged = wash(
      { strength: 0.6, width: 8, ragged: 1 },
      { ground: { depth: 0.4, law: "pool", grain: { kind: "paper" } }, paint: { flow: 0.1 } },
    );
    const ends = Array.from({ length: 200 }, (_, i) => {
      let y = 50;
      while (y < 100 && ragged(y, 100 + i) < 0.08) y++;
      return y;
    });
    expect(Math.max(...ends) - Math.min(...ends)).toBeGreaterThan(2);
    const inside = Array.from({ length: 100 }, (_, i) => ragged(100, 150 + i));
    expect(Math.max(...inside) - Math.min(...inside)).toBeGreaterThan(0.03);
  });
});
