import { hexToRgb, type Rgb } from "@core/colour/srgb";
import { ONE } from "@core/kernels/memory/q15";
import { PLANE } from "@core/kernels/memory/tile-size";
import { mixColours, mixSpaces, type SpaceName, spaceNames } from "@core/paint/spaces";
import { takings } from "@core/paint/wet";
import { OpenTiles } from "@core/stroke/laying/open-tiles";
import { paintHand } from "@core/stroke/painter";
import { Surface } from "@core/surface/surface";
import { converter } from "culori";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";
import { pixelAt as at, kernels, surfaceOf } from "./sheet";

const black = { colour: hexToRgb("#000000"), second: hexToRgb("#ffffff") };
const share = fc.double({ min: 0, max: 1, noNaN: true });
const anyColour: fc.Arbitrary<Rgb> = fc.tuple(share, share, share);

function total(surface: Surface, plane: number): number {
  let sum = 0;
  for (let y = 0; y < surface.height; y++) for (let x = 0; x < surface.width; x++) sum += at(surface, x, y)[plane];
  return sum;
}

const blender = (paint: object, size = 40) =>
  brushOf({ tip: { size, hardness: 0.6 }, trail: { spacing: 0.1 }, paint: { mixing: 1, flow: 0.7, ...paint } });

describe("mixing spaces", () => {
  test.each(spaceNames)("%s gives every colour back, and a mixture of a colour with itself is that colour", (space) => {
    fc.assert(
      fc.property(anyColour, share, (colour, part) => {
        const back = mixSpaces[space].out(mixSpaces[space].into(colour));
        colour.forEach((c, i) => {
          expect(Math.abs(back[i] - c)).toBeLessThan(1e-4);
        });
        mixColours(space, colour, colour, part).forEach((c, i) => {
          expect(Math.abs(c - colour[i])).toBeLessThan(1e-4);
        });
      }),
    );
  });

  // Reference: culori 4 (npm), its own OKLab conversion.
  test("OKLab mixtures are culori's", () => {
    const toOklab = converter("oklab");
    const toRgb = converter("rgb");
    fc.assert(
      fc.property(anyColour, anyColour, share, (a, b, part) => {
        const [from, to] = [a, b].map(([r, g, bl]) => toOklab({ mode: "rgb", r, g, b: bl }));
        const mean = (key: "l" | "a" | "b") => from[key] + part * (to[key] - from[key]);
        const wanted = toRgb({ mode: "oklab", l: mean("l"), a: mean("a"), b: mean("b") });
        const found = mixColours("oklab", a, b, part);
        [wanted.r, wanted.g, wanted.b].forEach((c, i) => {
          expect(Math.abs(Math.min(1, Math.max(0, c)) - found[i])).toBeLessThan(1e-4);
        });
      }),
    );
  });

  test("tiles opened and closed are the same in every space, and an untouched pixel to the last bit", () => {
    for (const space of spaceNames) {
      const surface = surfaceOf(64, 64, (x, y) => [x / 63, y / 63, ((x * 7 + y * 3) % 64) / 63, ((x + y) % 40) / 39]);
      const before = kernels.heap.u16.slice(
        surface.layers[0].tiles.at(0) / 2,
        (surface.layers[0].tiles.at(0) + 4 * PLANE) / 2,
      );
      const open = new OpenTiles(surface, space, 1, false, undefined, false);
      const bytes = kernels.run.openBytes();
      const tile = kernels.heap.take(bytes);
      kernels.run.openTile(surface.layers[0].tiles.at(0), tile);
      const closed = kernels.heap.take(4 * PLANE);
      kernels.heap.u8.copyWithin(closed, surface.layers[0].tiles.at(0), surface.layers[0].tiles.at(0) + 4 * PLANE);
      // Only the lower half was touched.
      const touched = tile + bytes - PLANE - (64 * 64) / 8;
      kernels.heap.u8.fill(1, touched + 256, touched + 512);
      kernels.run.closeTile(tile, closed, 1, false);
      const after = kernels.heap.u16.slice(closed / 2, (closed + 4 * PLANE) / 2);
      let worst = 0;
      for (let i = 0; i < after.length; i++) {
        if (i % 4096 < 2048) expect(after[i]).toBe(before[i]);
        worst = Math.max(worst, Math.abs(after[i] - before[i]));
      }
      expect(worst / ONE).toBeLessThan(0.25 / 255);
      kernels.heap.give(tile, bytes);
      kernels.heap.give(closed, 4 * PLANE);
      open.release();
      surface.release();
    }
  });
});

describe("a blender (mixing 1)", () => {
  test.each(spaceNames.flatMap((space) => takings.map((taking) => [taking, space] as const)))(
    "%s in %s changes nothing on a flat colour",
    (taking, space) => {
      const colour = [0.8, 0.3, 0.1] as const;
      const surface = surfaceOf(256, 128, () => [...colour, 1]);
      paintHand(surface, blender({ taking, space }), black, [lineSamples(40, 64, 210, 60)], 1);
      for (const [x, y] of [
        [60, 64],
        [128, 50],
        [200, 70],
      ])
        at(surface, x, y).forEach((c, i) => {
          expect(Math.abs(c - [...colour, 1][i])).toBeLessThan(1 / 255);
        });
      surface.release();
    },
  );

  test("dragging conserves colour and alpha away from borders within 0.5 %", () => {
    const inside = (x: number, y: number) => (x - 150) ** 2 + (y - 100) ** 2 < 40 ** 2;
    const surface = surfaceOf(640, 200, (x, y) =>
      inside(x, y) ? [x / 320, 0.5 + 0.5 * Math.sin(y / 3), 0.2, 0.9] : [0, 0, 0, 0],
    );
    const before = [0, 1, 2, 3].map((plane) => total(surface, plane));
    paintHand(surface, blender({ taking: "dragged", carry: 0.5 }), black, [lineSamples(40, 100, 600, 100, 60)], 1);
    expect(at(surface, 205, 100)[3]).toBeGreaterThan(0.05);
    [0, 1, 2, 3].forEach((plane) => {
      expect(Math.abs(total(surface, plane) / before[plane] - 1)).toBeLessThan(0.005);
    });
    surface.release();
  });

  test("on bare paper covers as paint does, dragged or not, from its first mark to its last", () => {
    for (const taking of takings) {
      for (const mixing of [0.3, 0.6, 0.75]) {
        const surface = surfaceOf(320, 128, () => [0, 0, 0, 0]);
        const brush = brushOf({ tip: { size: 40 }, trail: { spacing: 0.05 }, paint: { mixing, taking, carry: 2 } });
        paintHand(surface, brush, black, [lineSamples(60, 64, 260, 64)], 1);
        for (const x of [50, 64, 160, 258])
          expect(at(surface, x, 64)[3], `${taking} ${mixing} ${x}`).toBeGreaterThan(0.95);
        surface.release();
      }
    }
  });

  test("dragging keeps detail that the average wipes out", () => {
    const stripes = (taking: string) => {
      const surface = surfaceOf(256, 128, (_, y) => (y % 8 < 4 ? [1, 1, 1, 1] : [0, 0, 0, 1]));
      paintHand(surface, blender({ taking, carry: 2, flow: 1 }), black, [lineSamples(40, 64, 210, 64)], 1);
      const found = Math.abs(at(surface, 150, 66)[0] - at(surface, 150, 62)[0]);
      surface.release();
      return found;
    };
    expect(stripes("dragged")).toBeGreaterThan(0.9);
    expect(stripes("average")).toBeLessThan(0.1);
  });

  test.each(spaceNames)("over transparent paint keeps its colour in %s: never grey, dark or tinted", (space) => {
    const colour = hexToRgb("#e2b714");
    const surface = surfaceOf(256, 128, (x) => [...colour, x < 110 ? 1 : 0]);
    for (const taking of takings)
      paintHand(surface, blender({ taking, space, carry: 2 }), black, [lineSamples(60, 64, 200, 64)], 1);
    let seen = 0;
    for (let x = 90; x < 200; x++) {
      const [r, g, b, alpha] = at(surface, x, 64);
      if (alpha < 0.02) continue;
      seen++;
      [r, g, b].forEach((c, i) => {
        expect(Math.abs(c / alpha - colour[i])).toBeLessThan(3 / 255);
      });
    }
    expect(seen).toBeGreaterThan(40);
    surface.release();
  });
});

test.each(spaceNames)("paint that fades out has no dark edge, whoever blends it, in %s", (space) => {
  const colour = hexToRgb("#e2b714");
  const hairs = { shape: { kind: "bristles", bundle: "flat", hairs: 40, thickness: 0.3 }, size: 40, angle: 90 };
  const brushes = [
    ...takings.map((taking) => blender({ taking, space, carry: 2, mixing: 0.97 })),
    brushOf({ tip: hairs, paint: { mixing: 0.97, taking: "each", space, carry: 2 } }),
  ];
  for (const brush of brushes) {
    const surface = surfaceOf(256, 128, (x) => [...colour, Math.max(0, 1 - x / 160)]);
    paintHand(surface, brush, { ...black, colour }, [lineSamples(60, 64, 220, 64)], 1);
    for (let x = 20; x < 230; x += 3)
      for (const y of [50, 64, 78]) {
        const [r, g, b, alpha] = at(surface, x, y);
        if (alpha < 0.02) continue;
        [r, g, b].forEach((c, i) => {
          expect(Math.abs(c / alpha - colour[i]), `${brush.paint.taking} ${x} ${y}`).toBeLessThan(4 / 255);
        });
      }
    surface.release();
  }
});

describe("a brush that mixes", () => {
  const result = (space: SpaceName, under: string, own: string, paint: object = {}) => {
    const surface = surfaceOf(256, 128, () => [...hexToRgb(under), 1]);
    const brush = brushOf({ tip: { size: 60 }, trail: { spacing: 0.1 }, paint: { mixing: 0.5, space, ...paint } });
    paintHand(surface, brush, { ...black, colour: hexToRgb(own) }, [lineSamples(40, 64, 210, 64)], 1);
    const found = at(surface, 60, 64);
    surface.release();
    return found;
  };

  test("blue and yellow make green as pigments, and grey as light", () => {
    const [r, g, b] = result("pigment", "#f0d020", "#1f4fa0");
    expect(g).toBeGreaterThan(r + 0.1);
    expect(g).toBeGreaterThan(b + 0.1);
    const [lr, lg] = result("srgb", "#f0d020", "#1f4fa0");
    expect(lg - lr).toBeLessThan(0.05);
  });

  test("is wholly its own colour where there is nothing to take", () => {
    const surface = new Surface(kernels, 256, 128);
    const own = hexToRgb("#336699");
    paintHand(
      surface,
      brushOf({ tip: { size: 60 }, paint: { mixing: 0.6 } }),
      { ...black, colour: own },
      [lineSamples(40, 64, 210, 64)],
      1,
    );
    at(surface, 128, 64).forEach((c, i) => {
      expect(Math.abs(c - [...own, 1][i])).toBeLessThan(1 / 255);
    });
    surface.release();
  });

  test("opacity is a ceiling, however often it passes", () => {
    const surface = surfaceOf(256, 128, () => [1, 1, 1, 1]);
    const back = [
      ...lineSamples(40, 64, 210, 64),
      ...lineSamples(210, 64, 40, 64).map((s) => ({ ...s, time: s.time + 400 })),
    ];
    paintHand(surface, brushOf({ tip: { size: 60 }, paint: { mixing: 0.2, opacity: 0.5 } }), black, [back], 1);
    expect(at(surface, 128, 64)[0]).toBeGreaterThan(0.495);
    surface.release();
  });

  // Common practice, no source.
  test("answers pressure: light is mostly the surface's colour, heavy mostly its own", () => {
    const red = (pressure: number) => {
      const surface = surfaceOf(256, 128, () => [1, 0, 0, 1]);
      const brush = brushOf({
        tip: { size: 60 },
        paint: { mixing: 1, carry: 0.5 },
        responses: [{ quality: "mixing", source: "pressure", low: 1, high: 0.1 }],
      });
      paintHand(surface, brush, black, [lineSamples(40, 64, 210, 64, 40, pressure)], 1);
      const [r] = at(surface, 80, 64);
      surface.release();
      return r;
    };
    expect(red(0.1)).toBeGreaterThan(0.8);
    expect(red(1)).toBeLessThan(0.2);
  });

  test("carries a colour about as far as its carry says", () => {
    const reach = (carry: number) => {
      const surface = surfaceOf(512, 64, (x) => (x < 60 ? [1, 0, 0, 1] : [1, 1, 1, 1]));
      paintHand(surface, blender({ carry, flow: 1 }, 20), black, [lineSamples(30, 32, 480, 32, 100)], 1);
      let x = 70;
      while (x < 500 && at(surface, x, 32)[1] < 0.63) x++;
      surface.release();
      return x - 60;
    };
    // The rear of the tip lags half a size behind its middle.
    expect(reach(2)).toBeGreaterThan(20);
    expect(reach(2)).toBeLessThan(60);
    expect(reach(6)).toBeGreaterThan(reach(2) * 2);
  });

  test("sees the layers below when told to", () => {
    const found = (sight: string) => {
      const surface = new Surface(kernels, 256, 128, 2);
      paintHand(
        surface,
        brushOf({ tip: { size: 90 } }),
        { ...black, colour: [1, 0, 0] },
        [lineSamples(40, 64, 210, 64)],
        1,
      );
      surface.paintOn(1);
      paintHand(
        surface,
        brushOf({ tip: { size: 50 }, paint: { mixing: 0.7, sight, flow: 0.8 } }),
        { ...black, colour: [0, 0, 1] },
        [lineSamples(60, 64, 210, 64)],
        1,
      );
      const colour = at(surface, 100, 64);
      surface.release();
      return colour;
    };
    expect(found("layer")[0]).toBeLessThan(0.01);
    expect(found("all")[0]).toBeGreaterThan(0.3);
  });

  test("that multiplies takes its colour from what was there, and joins by multiplying", () => {
    const surface = surfaceOf(256, 128, () => [0.9, 0.8, 0.2, 1]);
    paintHand(
      surface,
      brushOf({ tip: { size: 60 }, paint: { mixing: 1, blend: "multiply" } }),
      black,
      [lineSamples(40, 64, 210, 64)],
      1,
    );
    at(surface, 128, 64).forEach((c, i) => {
      expect(Math.abs(c - [0.81, 0.64, 0.04, 1][i])).toBeLessThan(2 / 255);
    });
    surface.release();
  });

  test("pushes colour up to the edge of a layer that keeps its alpha, and not beyond", () => {
    const surface = surfaceOf(256, 128, (x) => [0.2, 0.6, 0.3, x < 128 ? 1 : 0]);
    surface.layers[0].keepsAlpha = true;
    paintHand(
      surface,
      brushOf({ tip: { size: 40 }, paint: { mixing: 0.3 } }),
      { ...black, colour: [1, 0, 0] },
      [lineSamples(90, 64, 170, 64)],
      1,
    );
    expect(at(surface, 126, 64)[0]).toBeGreaterThan(0.5);
    expect(at(surface, 126, 64)[3]).toBe(1);
    expect(at(surface, 129, 64)).toEqual([0, 0, 0, 0]);
    surface.release();
  });
});
