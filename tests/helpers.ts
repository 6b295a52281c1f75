import type { Brush } from "@core/brush";
import { parseBrush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import { createKernels, type Kernels } from "@core/kernels/load";
import { MARK_BYTES, MARK_WORDS, roundingThresholds, TILE } from "@core/kernels/marks";
import { Tiles } from "@core/surface/tiles";
import fc from "fast-check";

/** A brush from a part of one. */
export function brushOf(part: object = {}): Brush {
  return parseBrush({ level: 1, name: "test", ...part });
}

/** Samples along a straight line at an even pressure, one every `step` px. */
export function lineSamples(x0: number, y0: number, x1: number, y1: number, count = 40, pressure = 1): Sample[] {
  return Array.from({ length: count }, (_, i) => ({ x: x0 + ((x1 - x0) * i) / (count - 1), y: y0 + ((y1 - y0) * i) / (count - 1), time: i * 8, pressure }));
}

const share = fc.double({ min: 0, max: 1, noNaN: true });

/** Strokes of any shape within a 400×300 surface and somewhat beyond. */
export const anySamples: fc.Arbitrary<Sample[]> = fc
  .array(
    fc.record({
      x: fc.double({ min: -30, max: 430, noNaN: true }),
      y: fc.double({ min: -30, max: 330, noNaN: true }),
      gap: fc.integer({ min: 0, max: 30 }),
      pressure: share,
      tilt: share,
      lean: fc.integer({ min: 0, max: 359 }),
      twist: fc.integer({ min: 0, max: 359 }),
    }),
    { minLength: 1, maxLength: 14 },
  )
  .map((readings) => {
    let time = 0;
    return readings.map(({ gap, ...sample }) => {
      time += gap;
      return { ...sample, time };
    });
  });

const sources = ["pressure", "tilt", "lean", "twist", "speed", "heading", "chance", "strokeChance", "drift", "distance", "time"] as const;

/** Brushes that use every quality and source there is. */
export const anyBrush: fc.Arbitrary<Brush> = fc
  .record({
    tip: fc.record({
      size: fc.double({ min: 1, max: 60, noNaN: true }),
      angle: fc.integer({ min: -180, max: 180 }),
      roundness: fc.double({ min: 0.05, max: 1, noNaN: true }),
      hardness: share,
    }),
    trail: fc.record({
      spacing: fc.double({ min: 0.05, max: 2, noNaN: true }),
      scatter: fc.double({ min: 0, max: 1, noNaN: true }),
      count: fc.integer({ min: 1, max: 3 }),
      keepStrength: fc.boolean(),
    }),
    paint: fc.record({ flow: share, opacity: share, build: fc.constantFrom("build-up" as const, "even" as const) }),
    responses: fc.array(
      fc.record({
        quality: fc.constantFrom("size", "angle", "roundness", "hardness", "spacing", "scatter", "flow", "opacity", "hue", "lightness", "second"),
        source: fc.constantFrom(...sources),
        low: fc.double({ min: 0, max: 1, noNaN: true }),
        high: fc.double({ min: 0, max: 1, noNaN: true }),
      }),
      { maxLength: 5 },
    ),
  })
  .map(brushOf);

/** A mask with one strength all over, and one tile to lay it on. */
export class OneTile {
  readonly kernels: Kernels = createKernels();
  readonly tiles: Tiles;
  private readonly mask: number;
  private readonly spans: number;
  private readonly stride = TILE + 16;
  private readonly batch: number;
  private readonly dirty: number;

  constructor(planes: 1 | 4) {
    const { heap } = this.kernels;
    this.tiles = new Tiles(this.kernels, 1, 1, planes);
    this.mask = heap.takeCleared(this.stride * (TILE + 1) * 2 + 32) + 16;
    this.spans = heap.take(TILE * 4);
    for (let y = 0; y < TILE; y++) {
      heap.u16[this.spans / 2 + y * 2] = 0;
      heap.u16[this.spans / 2 + y * 2 + 1] = TILE;
    }
    this.batch = heap.take(MARK_BYTES);
    this.dirty = heap.takeCleared(16);
    this.kernels.onTile((index) => this.tiles.make(index));
  }

  /** Sets the mask's strengths, Q15, one for each column. */
  setMask(strength: (x: number) => number): void {
    for (let y = 0; y < TILE; y++) for (let x = 0; x < TILE; x++) this.kernels.heap.u16[this.mask / 2 + y * this.stride + x] = strength(x);
  }

  lay(law: "coverBuild" | "coverEven" | "tintBuild" | "tintEven", mark: { flow: number; opacity: number; number: number; colour?: readonly number[] }): void {
    const [r, g, b] = mark.colour ?? [0, 0, 0];
    this.kernels.heap.i32.set([this.mask, this.spans, this.stride, 0, 0, TILE, TILE, mark.flow, mark.opacity, roundingThresholds(mark.number), r, g, b], this.batch / 4);
    if (MARK_WORDS !== 13) throw new Error("the record of a mark has changed");
    this.kernels.run[law](this.batch, 1, this.tiles.table, 1, 1, this.dirty);
  }

  /** The value of pixel (x, 0) on a plane, Q15. */
  at(x: number, plane = 0): number {
    return this.kernels.heap.u16[this.tiles.at(0) / 2 + plane * TILE * TILE + x];
  }
}
