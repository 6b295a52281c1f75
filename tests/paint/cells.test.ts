import type { Brush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { fullReservoir, type Reservoir } from "@core/paint/spend";
import { StrokePainter } from "@core/stroke/painter";
import { planStroke } from "@core/stroke/plan";
import type { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";
import { pixelAt as at, surfaceOf } from "./sheet";

const RED = hexToRgb("#c83020");
const BLUE = hexToRgb("#2040c0");
const YELLOW = hexToRgb("#f0d020");

const round = (paint: object = {}, tip: object = {}): Brush =>
  brushOf({
    tip: { size: 60, hardness: 0.7, ...tip },
    trail: { spacing: 0.05 },
    paint: { taking: "each", mixing: 0.6, carry: 2, ...paint },
  });

/** A bar of two colours, blue above and yellow below y = 80, from x = 120 to 170; bare or red paint about it. */
function barred(): Surface {
  return surfaceOf(480, 160, (x, y) => (x >= 120 && x < 170 ? [...(y < 80 ? BLUE : YELLOW), 1] : [0, 0, 0, 0]));
}

function stroke(surface: Surface, brush: Brush, reservoir: Reservoir = fullReservoir(), seed = 3): void {
  const painter = new StrokePainter(surface, brush, { colour: RED, second: [1, 1, 1] }, seed, undefined, reservoir);
  painter.push(lineSamples(50, 80, 420, 80, 90));
  painter.end();
}

/** How much more blue the upper side of the stroke is than the lower, beyond the bar. */
function parted(surface: Surface): number {
  return at(surface, 215, 62)[2] - at(surface, 215, 98)[2];
}

describe("a tip that takes up part by part", () => {
  test("carries what each part met: blue above and yellow below, where one mean has one colour", () => {
    const [each, average] = ["each", "average"].map((taking) => {
      const surface = barred();
      stroke(surface, round({ taking, mixing: 0.85, carry: 5 }));
      const found = parted(surface);
      surface.release();
      return found;
    });
    expect(each).toBeGreaterThan(0.08);
    expect(Math.abs(average)).toBeLessThan(0.02);
  });

  test("turns with the tip: half round, what was above lies below", () => {
    const turns = round({ mixing: 0.9, carry: 6 }, { angle: 0 });
    const surface = barred();
    stroke(surface, {
      ...turns,
      responses: brushOf({
        responses: [{ quality: "angle", source: "distance", low: 0, high: 360, over: 340 }],
      }).responses,
    });
    // 170 px beyond the bar the tip has turned by half.
    expect(at(surface, 310, 66)[2]).toBeLessThan(at(surface, 310, 94)[2]);
    surface.release();
  });

  test("has its own colour until it meets another, and less of that the farther it goes", () => {
    const surface = barred();
    stroke(surface, round());
    const red = (x: number) => at(surface, x, 62)[0];
    expect(at(surface, 50, 80)[0]).toBeCloseTo(RED[0], 2);
    expect(red(200)).toBeLessThan(RED[0] - 0.07);
    expect(red(290)).toBeGreaterThan(red(200));
    expect(red(400)).toBeGreaterThan(RED[0] - 0.08);
    surface.release();
  });

  test("on one colour does as one mean does", () => {
    const pixels = ["each", "average"].map((taking) => {
      const surface = surfaceOf(480, 160, () => [...BLUE, 1]);
      stroke(surface, round({ taking }));
      const found = [70, 150, 300].flatMap((x) => at(surface, x, 80));
      surface.release();
      return found;
    });
    pixels[0].forEach((value, i) => {
      expect(Math.abs(value - pixels[1][i])).toBeLessThan(2 / 255);
    });
  });

  test("is dirty in the next stroke where it is not wiped", () => {
    const first = (refill: string) => {
      const reservoir = fullReservoir();
      const brush = round({ refill, carry: 20, mixing: 0.9 });
      const dirtied = barred();
      stroke(dirtied, brush, reservoir);
      dirtied.release();
      const surface = surfaceOf(480, 160, () => [0, 0, 0, 0]);
      stroke(surface, brush, reservoir);
      const found = at(surface, 52, 62);
      surface.release();
      return found;
    };
    const clean = first("stroke");
    const dirty = first("hand");
    expect(dirty[2] / dirty[3]).toBeGreaterThan(clean[2] / clean[3] + 0.05);
  });

  test("is planned as one, whatever the shape", () => {
    for (const shape of [{ kind: "ellipse" }, { kind: "rectangle" }, { kind: "speckle" }]) {
      const plan = planStroke(brushOf({ tip: { shape }, paint: { taking: "each", mixing: 0.5 } }));
      expect(plan.kind).toBe("open");
      expect(plan.ignored).toEqual([]);
    }
  });
});
