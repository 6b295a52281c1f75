import type { Brush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { spaceNames } from "@core/paint/spaces";
import { paintHand } from "@core/stroke/painter";
import { heightPixels } from "@core/surface/heights";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";
import { pixelAt as at, kernels } from "./sheet";

const WIDTH = 320;
const HEIGHT = 160;
const BLUE = hexToRgb("#2040c0");
const RED = hexToRgb("#c83020");
const across = lineSamples(40, 80, 290, 80);

const thick = (body = 0.4) =>
  brushOf({
    tip: { shape: { kind: "rectangle", corner: 0 }, size: 90 },
    trail: { spacing: 0.05 },
    paint: { body, levels: 1 },
  });

/** A sheet with a block of thick paint from x = 115 to 245, y = 35 to 125. */
function block(body?: number, colour = BLUE): Surface {
  const surface = new Surface(kernels, WIDTH, HEIGHT);
  paintHand(surface, thick(body), { colour, second: colour }, [lineSamples(160, 80, 200, 80)], 1);
  return surface;
}

function stroke(surface: Surface, brush: Brush, samples = across, erases = false): void {
  paintHand(surface, brush, { colour: RED, second: RED, erases }, [samples], 3);
}

const heightsOf = (surface: Surface) => {
  const heights = heightPixels(surface);
  return (x: number, y: number) => heights[y * WIDTH + x] / 65535;
};

const mixers = {
  "one mean": { tip: { size: 40 }, paint: { mixing: 0.6, carry: 2 } },
  dragged: { tip: { size: 40 }, paint: { mixing: 0.5, carry: 2, taking: "dragged" } },
  "part by part": { tip: { size: 40 }, paint: { mixing: 0.6, carry: 2, taking: "each" } },
  "hair by hair": {
    tip: { size: 40, shape: { kind: "bristles", bundle: "flat", hairs: 40, thickness: 0.2, clumping: 0 }, angle: 90 },
    paint: { mixing: 0.6, carry: 2, taking: "each" },
  },
} as const;

describe("paint that has dried", () => {
  test.each(Object.keys(mixers) as (keyof typeof mixers)[])("is not taken up: %s", (name) => {
    for (const space of spaceNames) {
      const brush = brushOf({ ...mixers[name], paint: { ...mixers[name].paint, space } });
      const blueness = [false, true].map((dries) => {
        const surface = block(0);
        if (dries) surface.dryOut(0);
        stroke(surface, brush);
        // Beyond the block on bare paper: what the tip carries.
        const [red, , blue, alpha] = at(surface, 262, 80);
        expect(alpha).toBeGreaterThan(0.3);
        surface.release();
        return (blue - red) / alpha;
      });
      const bare = new Surface(kernels, WIDTH, HEIGHT);
      stroke(bare, brush);
      const [red, , blue, alpha] = at(bare, 262, 80);
      bare.release();
      expect(blueness[1]).toBeCloseTo((blue - red) / alpha, 2);
      expect(blueness[0]).toBeGreaterThan(blueness[1] + 0.05);
    }
  });

  test("lies under what is dragged over it, and is there to the last bit where that is wiped away", () => {
    const surface = block(0.3);
    surface.dryOut(0);
    const dry = [130, 180, 230].map((x) => at(surface, x, 80));
    const smear = brushOf({ tip: { size: 50 }, paint: { mixing: 1, taking: "dragged", carry: 3 } });
    stroke(surface, smear);
    expect([130, 180, 230].map((x) => at(surface, x, 80))).toEqual(dry);
    expect(at(surface, 262, 80)[3]).toBe(0);
    surface.release();
  });

  test("is lain on by thick paint and not levelled by it; wet paint is", () => {
    const [wet, dry] = [false, true].map((dries) => {
      const surface = block(0.4);
      if (dries) surface.dryOut(0);
      stroke(surface, thick(0.3));
      const found = heightsOf(surface)(180, 80);
      surface.release();
      return found;
    });
    expect(wet).toBeCloseTo(0.3, 2);
    expect(dry).toBeCloseTo(0.7, 2);
  });

  test("is scraped by no knife: what lies wet on it is taken off down to it", () => {
    const surface = block(0.3);
    surface.dryOut(0);
    paintHand(surface, thick(0.2), { colour: RED, second: RED }, [lineSamples(160, 80, 200, 80)], 1);
    expect(heightsOf(surface)(180, 80)).toBeCloseTo(0.5, 2);
    const knife = brushOf({
      tip: { shape: { kind: "rectangle", corner: 0.3 }, size: 40, roundness: 0.2, angle: 90 },
      trail: { spacing: 0.1 },
      paint: { mixing: 1, taking: "dragged", carry: 4, levels: 1 },
    });
    stroke(surface, knife);
    const found = heightsOf(surface);
    for (const x of [150, 180, 210]) expect(found(x, 80)).toBeCloseTo(0.3, 1);
    let lowest = 1;
    for (let x = 125; x < 236; x++) for (let y = 45; y < 116; y++) lowest = Math.min(lowest, found(x, y));
    expect(lowest).toBeGreaterThan(0.299);
    surface.release();
  });

  test("is rubbed out like wet paint, and does not come back", () => {
    const surface = block(0.4);
    surface.dryOut(0);
    stroke(surface, brushOf({ tip: { size: 60 } }), across, true);
    expect(at(surface, 180, 80)[3]).toBeLessThan(0.001);
    expect(heightsOf(surface)(180, 80)).toBeLessThan(0.001);
    stroke(surface, brushOf(mixers.dragged));
    const [red, , blue] = at(surface, 180, 80);
    expect(blue).toBeLessThan(red);
    surface.release();
  });

  test("is wet again where the layer is filled, and gone where it is emptied", () => {
    const surface = block(0);
    surface.dryOut(0);
    surface.fill(0, BLUE);
    const smear = brushOf({ tip: { size: 50 }, paint: { mixing: 0.5, taking: "dragged", carry: 3 } });
    stroke(surface, smear);
    expect(at(surface, 250, 80)[2]).toBeLessThan(BLUE[2]);
    surface.clear(0);
    expect(surface.active.at("dried", 0)).toBe(0);
    surface.release();
  });

  test("a sheet that dries looks as before", () => {
    const surface = block(0.4);
    stroke(surface, brushOf(mixers["hair by hair"]));
    const pixels = () => [at(surface, 100, 80), at(surface, 180, 70), at(surface, 260, 85)];
    const before = pixels();
    const heights = heightPixels(surface);
    surface.dryOut(0);
    expect(pixels()).toEqual(before);
    expect(heightPixels(surface)).toEqual(heights);
    surface.release();
  });
});
