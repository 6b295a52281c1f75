import { hexToRgb } from "@core/colour/srgb";
import { blendNames } from "@core/kernels/blend-modes";
import { createKernels } from "@core/kernels/load";
import { blendOver } from "@core/kernels/reference/blend";
import { type Pixel, sourceOver } from "@core/kernels/reference/laws";
import type { Ink } from "@core/stroke/laying/ink";
import { paintHand } from "@core/stroke/painter";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf } from "../helpers";

const SIDE = 64;
const SHEET = hexToRgb("#c9a36b");
const kernels = createKernels();
const ink: Ink = { colour: hexToRgb("#4f86c6"), second: [0, 0, 0] };
const dab = [{ x: 32, y: 32, time: 0, pressure: 1 }];

function shown(surface: Surface): readonly number[] {
  const picture = new Picture(surface, SHEET);
  picture.showAll();
  const pixels = picture.copy();
  picture.release();
  return [...pixels.slice((32 * SIDE + 32) * 4, (32 * SIDE + 32) * 4 + 3)];
}

/** What W3C Compositing and Blending Level 1 makes of a colour over an opaque sheet. */
function onSheet(
  mode: (typeof blendNames)[number],
  sheet: readonly number[],
  colour: readonly number[],
  alpha: number,
): number[] {
  const backdrop: Pixel = [sheet[0], sheet[1], sheet[2], 1];
  const source: Pixel = [colour[0] * alpha, colour[1] * alpha, colour[2] * alpha, alpha];
  const out = mode === "source-over" ? sourceOver(backdrop, source) : blendOver(mode, backdrop, source);
  return out.slice(0, 3).map((v) => v * 255);
}

function near(seen: readonly number[], wanted: readonly number[]): void {
  seen.forEach((v, c) => {
    expect(Math.abs(v - wanted[c])).toBeLessThan(1.5);
  });
}

describe.each([...blendNames])("%s meets the sheet", (mode) => {
  test("as a layer's mode over bare paper", () => {
    const surface = new Surface(kernels, SIDE, SIDE, 2);
    surface.sheet = SHEET;
    surface.paintOn(1);
    paintHand(surface, brushOf({ tip: { size: 40 }, paint: { opacity: 0.7 } }), ink, [dab], 1);
    surface.layers[1].blend = mode;
    near(shown(surface), onSheet(mode, SHEET, ink.colour, 0.7));
    surface.release();
  });

  test("as a brush's own mode, wet and dry", () => {
    const surface = new Surface(kernels, SIDE, SIDE);
    surface.sheet = SHEET;
    paintHand(surface, brushOf({ tip: { size: 40 }, paint: { opacity: 0.7, blend: mode } }), ink, [dab], 1);
    near(shown(surface), onSheet(mode, SHEET, ink.colour, 0.7));
    surface.release();
  });
});

test("a brush's mode meets what lies on its layer and the sheet together", () => {
  const surface = new Surface(kernels, SIDE, SIDE);
  surface.sheet = SHEET;
  paintHand(
    surface,
    brushOf({ tip: { size: 40 }, paint: { opacity: 0.5 } }),
    { ...ink, colour: [0.9, 0.2, 0.2] },
    [dab],
    1,
  );
  paintHand(surface, brushOf({ tip: { size: 40 }, paint: { opacity: 0.6, blend: "multiply" } }), ink, [dab], 1);
  const first = onSheet("source-over", SHEET, [0.9, 0.2, 0.2], 0.5).map((v) => v / 255);
  near(shown(surface), onSheet("multiply", first, ink.colour, 0.6));
  surface.release();
});

test("a colour that is multiplied into a locked shape never lightens it, and lies atop it", () => {
  for (const opacity of [0.2, 0.5, 1]) {
    const surface = new Surface(kernels, SIDE, SIDE);
    surface.sheet = SHEET;
    paintHand(
      surface,
      brushOf({ tip: { size: 40 }, paint: { opacity: 0.5 } }),
      { ...ink, colour: [0.2, 0.3, 0.3] },
      [dab],
      1,
    );
    const before = shown(surface);
    surface.layers[0].keepsAlpha = true;
    paintHand(surface, brushOf({ tip: { size: 40 }, paint: { opacity, blend: "multiply" } }), ink, [dab], 1);
    shown(surface).forEach((v, c) => {
      expect(v).toBeLessThanOrEqual(before[c]);
    });
    // The shape's own colour, multiplied, at the shape's own alpha.
    const multiplied = onSheet("multiply", [0.2, 0.3, 0.3], ink.colour, opacity).map((v) => v / 255);
    near(shown(surface), onSheet("source-over", SHEET, multiplied, 0.5));
    surface.release();
  }
});
