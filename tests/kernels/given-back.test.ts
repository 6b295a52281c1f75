import type { Brush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import type { Sample } from "@core/hand/sample";
import { createKernels, type Kernels } from "@core/kernels/load";
import { StrokePainter } from "@core/stroke/painter";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import fc from "fast-check";
import { expect, test } from "vitest";
import { anyBrush, anySamples, brushOf, lineSamples, testPictures } from "../helpers";

const BEYOND = 64;
const GUARD = 0xa5;
const GIVEN = 0x5b;

/** Kernels whose memory is watched: what is taken, whether anything is written beyond it, and whether it is given back once and whole. */
function watchedKernels() {
  const kernels = createKernels();
  const { heap } = kernels;
  const [take, give] = [heap.take.bind(heap), heap.give.bind(heap)];
  const taken = new Map<number, number>();
  const faults: string[] = [];
  const where = () => new Error().stack?.split("\n").slice(3, 7).join("\n") ?? "";
  const guarded = (at: number, bytes: number) =>
    heap.u8.subarray(at + bytes, at + bytes + BEYOND).every((byte) => byte === GUARD);
  heap.take = (bytes) => {
    const at = take(bytes + BEYOND);
    heap.u8.fill(GUARD, at + bytes, at + bytes + BEYOND);
    taken.set(at, bytes);
    return at;
  };
  heap.give = (at, bytes) => {
    if (taken.get(at) !== bytes) faults.push(`${bytes} bytes given back, ${taken.get(at)} were taken\n${where()}`);
    if (!guarded(at, bytes)) faults.push(`something was written beyond ${bytes} bytes\n${where()}`);
    // Whoever goes on using it finds nothing of its own there.
    heap.u8.fill(GIVEN, at, at + bytes);
    taken.delete(at);
    give(at, bytes + BEYOND);
  };
  const look = () => {
    for (const [at, bytes] of taken)
      if (!guarded(at, bytes)) faults.push(`something was written beyond ${bytes} bytes`);
    return faults;
  };
  return { kernels, taken, look };
}

const ink = { colour: hexToRgb("#7a1f30"), second: hexToRgb("#e0b050") };
const dots = brushOf({ tip: { size: 12 }, trail: { spacing: 1, scatter: 2 } });
const line = lineSamples(20, 60, 180, 60);

type Stroke = readonly [Brush, readonly Sample[]];

/** Strokes on one sheet, shown as they come; before the last one all that is there is let dry. */
function paint(kernels: Kernels, strokes: readonly Stroke[]): Buffer {
  const surface = new Surface(kernels, 200, 140);
  const picture = new Picture(surface, null);
  for (const [n, [brush, samples]] of strokes.entries()) {
    if (n > 0 && n === strokes.length - 1) surface.dryOut(0);
    const painter = new StrokePainter(surface, brush, ink, 5, testPictures);
    for (const sample of samples) {
      painter.push([sample]);
      picture.show(surface.takeDirty());
    }
    // As on the bench: what is wet dries on by and by, and is shown, when the stroke has been lifted.
    painter.lift();
    picture.show(surface.takeDirty());
    for (let turn = 0; turn < 3 && surface.goOn(() => false); turn++) picture.show(surface.takeDirty());
  }
  surface.settle();
  picture.showAll();
  const pixels = Buffer.from(picture.copy());
  picture.release();
  surface.release();
  return pixels;
}

test("strokes of any brushes on one another write where memory is theirs, and give all of it back, once", () => {
  const plain = paint(createKernels(), [[dots, line]]);
  const { kernels, taken, look } = watchedKernels();
  fc.assert(
    fc.property(anyBrush, anyBrush, anySamples, (first, second, samples) => {
      const strokes = [
        [first, samples],
        [second, samples],
        [first, samples],
      ] as const;
      paint(kernels, strokes);
      const before = taken.size;
      paint(kernels, strokes);
      expect(look()).toEqual([]);
      expect(taken.size).toBeLessThanOrEqual(before);
      // And another brush finds everything as it was.
      expect(paint(kernels, [[dots, line]]).equals(plain)).toBe(true);
    }),
    { numRuns: 40 },
  );
});

test("a rim that is made ragged by a stroke’s own grain has it as long as the stroke is shown", () => {
  const wash = brushOf({
    tip: { size: 40 },
    ground: { law: "pool", anchor: "stroke", grain: { kind: "weave" } },
    // So thin that no water moves in it: it is shown as it was laid.
    paint: { opacity: 0.002, water: 0.8, rim: { strength: 0.3, width: 0.2, unit: "share", ragged: 0.8 } },
  });
  const plain = paint(createKernels(), [
    [wash, line],
    [dots, line],
  ]);
  const { kernels, look } = watchedKernels();
  for (let n = 0; n < 3; n++)
    expect(
      paint(kernels, [
        [wash, line],
        [dots, line],
      ]).equals(plain),
    ).toBe(true);
  expect(look()).toEqual([]);
});
