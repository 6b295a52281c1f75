import { parseBrush } from "@core/brush";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { brushesApart } from "@core/measure/likeness";
import type { Pictures } from "@core/picture/picture";
import { bedFor } from "@core/stroke/bed";
import { renderHand } from "@core/stroke/render";
import { stripScene } from "@core/stroke/strip-scene";
import { demoBrushes } from "@demo/brushes";
import { demoPictures } from "@demo/pictures";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyBrush, brushOf, testPictures } from "../helpers";

const ink = { colour: [0, 0, 0], second: [1, 0, 0] } as const;

/** The strongest coverage in the outermost px of a strip, 0…255. */
function atTheEdge(brush: ReturnType<typeof brushOf>, width: number, height: number, pictures: Pictures): number {
  const scene = stripScene({ ...brush, paint: { ...brush.paint, mixing: 0, soften: 0 } }, width, height, pictures);
  const pixels = renderHand({ ...scene, width, height, ink, paper: null, seed: 1, pictures });
  let most = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1)
        most = Math.max(most, pixels[(y * width + x) * 4 + 3]);
  return most;
}

describe("no mark of a strip is cut at an edge", () => {
  const pictures = new Map([...demoPictures].map(([path, bytes]) => [path, readTipPicture(bytes, path)]));

  test.each(demoBrushes.map((brush) => [brush.name, brush] as const))("%s", (_, brush) => {
    expect(atTheEdge(brush, 720, 70, pictures)).toBe(0);
    expect(atTheEdge(brush, 232, 64, pictures)).toBe(0);
  });

  test("whatever the brush", () => {
    fc.assert(
      fc.property(anyBrush, fc.constantFrom([720, 70], [240, 72], [400, 44]), (brush, [width, height]) => {
        const calm = { ...brush, trail: { ...brush.trail, straight: false } };
        expect(atTheEdge(calm, width, height, testPictures)).toBe(0);
      }),
      { numRuns: 60 },
    );
  });
});

test("a brush is shown at its own size where it fits, and smaller where it does not", () => {
  expect(stripScene(brushOf({ tip: { size: 20 } }), 720, 70).brush.tip.size).toBe(20);
  expect(stripScene(brushOf({ tip: { size: 900 } }), 720, 70).brush.tip.size).toBeLessThanOrEqual(42);
  const stray = brushOf({ tip: { size: 40 }, trail: { scatter: 3, spacing: 0.5 } });
  expect(stripScene(stray, 720, 70).brush.tip.size).toBeLessThan(20);
});

test("paint lies below from the first per cent of mixing on: in one half, or everywhere for what shows nothing on bare paper", () => {
  const bed = (paint: object) => stripScene(parseBrush({ level: 1, name: "b", paint }), 720, 70).bed;
  expect(bed({})).toBeUndefined();
  expect(bed({ mixing: 0.01 })).toMatchObject({ room: { left: 360 } });
  expect(bed({ mixing: 1 })).toMatchObject({ kind: "bars", room: { left: 0, width: 720 } });
  expect(bed({ soften: 3 })).toMatchObject({ room: { left: 0, width: 720 } });
});

test("what lies below brushes that are seen beside one another is the same for all: as much as one of them needs", () => {
  const room = { left: 0, top: 0, width: 300, height: 60 };
  const plain = brushOf({});
  const some = brushOf({ paint: { mixing: 0.2 } });
  const blender = brushOf({ paint: { mixing: 1 } });
  const lifter = brushOf({ paint: { lift: 1 } });
  const knife = brushOf({ paint: { mixing: 1, taking: "dragged", body: 0.5 } });
  expect(bedFor([plain, plain], room)).toBeUndefined();
  expect(bedFor([plain, some], room)).toEqual({ kind: "bars", room: { ...room, left: 150, width: 126 } });
  expect(bedFor([plain, some, blender], room)).toEqual({ kind: "bars", room });
  expect(bedFor([plain, lifter], room)).toEqual({ kind: "wash", room });
  expect(bedFor([lifter, blender], room)).toEqual({ kind: "bars", room });
  expect(bedFor([plain, knife], room)).toEqual({ kind: "thick bars", room });
  // What is compared over the same bed differs by what the brushes do, not by what lies below them.
  expect(brushesApart(plain, plain)).toBe(0);
  expect(brushesApart(some, { ...some, paint: { ...some.paint, mixing: 0 } })).toBeLessThan(20);
});
