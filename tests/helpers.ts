import type { Brush } from "@core/brush";
import { parseBrush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import { blendNames } from "@core/kernels/blend-modes";
import { createKernels, type Kernels } from "@core/kernels/load";
import { MARK_BYTES, MARK_WORDS, roundingThresholds } from "@core/kernels/mark-record";
import { TILE } from "@core/kernels/memory/tile-size";
import { Tiles } from "@core/kernels/memory/tiles";
import type { LawName } from "@core/kernels/signatures/marks";
import { spaceNames } from "@core/paint/spaces";
import { sights, takings } from "@core/paint/wet";
import { noPictures, type Picture, type Pictures } from "@core/picture/picture";
import { qualityNames } from "@core/qualities/table";
import { sourceNames } from "@core/response/sources";
import type { MaskAsk } from "@core/tip/mask/masks";
import { pictureColours } from "@core/tip/shape/shape";
import fc from "fast-check";

/** A brush from a part of one. */
export function brushOf(part: object = {}): Brush {
  return parseBrush({ level: 1, name: "test", ...part });
}

/** What a mask is asked for: a round, hard, 40 px ellipse in the middle of a pixel's corner, but for what is given. */
export function askFor(part: Partial<MaskAsk> = {}): MaskAsk {
  const plain = {
    picture: 0,
    size: 40,
    roundness: 1,
    angle: 0,
    hardness: 1,
    opened: 1,
    mirrorX: 0,
    mirrorY: 0,
    fx: 0,
    fy: 0,
  };
  return { shape: { kind: "ellipse" }, pictures: noPictures, ...plain, ...part };
}

/** Samples along a straight line at an even pressure, one every `step` px. */
export function lineSamples(x0: number, y0: number, x1: number, y1: number, count = 40, pressure = 1): Sample[] {
  return Array.from({ length: count }, (_, i) => ({
    x: x0 + ((x1 - x0) * i) / (count - 1),
    y: y0 + ((y1 - y0) * i) / (count - 1),
    time: i * 8,
    pressure,
  }));
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

/** Two small pictures for tips: a leaf in colours with alpha that lies to the right, and opaque greys of 16 bits. */
export const testPictures: Pictures = new Map([
  ["tips/leaf.png", leafPicture(48, 24)],
  [
    "grains/grey.png",
    {
      width: 21,
      height: 33,
      channels: 1,
      data: Uint16Array.from({ length: 693 }, (_, i) => (i * 9973) % 65536),
      full: 65535,
    },
  ],
  [
    "tips/grey.png",
    {
      width: 20,
      height: 30,
      channels: 1,
      data: Uint16Array.from({ length: 600 }, (_, i) => (i * 4057) % 65536),
      full: 65535,
    },
  ],
]);

/** A leaf from its stalk on the left to its point on the right, greenish, darker below. */
export function leafPicture(width: number, height: number): Picture {
  const data = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const half = Math.sin(Math.PI * ((x + 0.5) / width) ** 0.7) * 0.9;
      const inside = (half - Math.abs((y + 0.5) / (height / 2) - 1)) * (height / 2) + 0.5;
      data.set(
        [40, 200 - (150 * y) / height, 60, Math.round(255 * Math.min(1, Math.max(0, inside)))],
        (y * width + x) * 4,
      );
    }
  }
  return { width, height, channels: 4, data, full: 255 };
}

/** Brushes that use every quality and source there is. */
export const anyBrush: fc.Arbitrary<Brush> = fc
  .record({
    tip: fc.record({
      size: fc.double({ min: 1, max: 60, noNaN: true }),
      angle: fc.integer({ min: -180, max: 180 }),
      roundness: fc.double({ min: 0.05, max: 1, noNaN: true }),
      hardness: share,
      shape: fc.constantFrom<object>(
        { kind: "ellipse" },
        { kind: "ellipse" },
        { kind: "rectangle" },
        { kind: "bristles", hairs: 12 },
        { kind: "rake" },
        {
          kind: "image",
          laid: "bent",
          colour: "own",
          pictures: [{ file: "tips/leaf.png" }],
          start: "tips/grey.png",
          end: "tips/leaf.png",
        },
        ...pictureColours.map((colour) => ({
          kind: "image",
          colour,
          pictures: [{ file: "tips/leaf.png" }, { file: "tips/grey.png", weight: 2 }],
        })),
      ),
      pivot: fc.constantFrom<[number, number]>([0, 0], [-1, 0.5]),
      mirror: fc.record({
        leftRight: fc.constantFrom("never" as const, "chance" as const),
        topBottom: fc.constantFrom("never" as const, "always" as const),
      }),
      over: fc.constantFrom<object | null>(
        null,
        null,
        null,
        { strength: 0.9 },
        { law: "takes", shape: { kind: "rake" } },
      ),
    }),
    trail: fc.record({
      scatterLaw: fc.constantFrom("uniform" as const, "gaussian" as const),
      steady: fc.constantFrom(
        { kind: "none" as const },
        { kind: "filter" as const },
        { kind: "string" as const, length: 25 },
      ),
      straight: fc.constantFrom(false, false, false, true),
      taper: fc.oneof(
        fc.record({ start: fc.constantFrom(0, 30), end: fc.constantFrom(0, 45), least: share }),
        fc.record({
          unit: fc.constant("share" as const),
          start: fc.constantFrom(0, 0.3),
          end: fc.constantFrom(0, 0.5),
        }),
      ),
      perSecond: fc.constantFrom(0, 0, 90),
      spacing: fc.double({ min: 0.05, max: 2, noNaN: true }),
      scatter: fc.double({ min: 0, max: 1, noNaN: true }),
      count: fc.integer({ min: 1, max: 3 }),
      keepStrength: fc.boolean(),
    }),
    paint: fc.record({
      flow: share,
      opacity: share,
      build: fc.constantFrom("build-up" as const, "even" as const),
      blend: fc.oneof(fc.constant("source-over" as const), fc.constantFrom(...blendNames)),
      mixing: fc.constantFrom(0, 0, 0.6, 1),
      lift: fc.constantFrom(0, 0, 0, 0, 0, 0.7),
      carry: fc.constantFrom(0, 1, 4),
      taking: fc.constantFrom(...takings),
      space: fc.constantFrom(...spaceNames),
      sight: fc.constantFrom(...sights),
      rim: fc.constantFrom(
        {},
        {},
        { strength: 0.7, width: 9 },
        { strength: 0.3, width: 0.2, unit: "share", ragged: 0.8 },
      ),
      body: fc.constantFrom(0, 0, 0.6),
      soften: fc.constantFrom(0, 0, 0, 3),
      water: fc.constantFrom(0, 0, 0, 0.6, 1),
      gather: share,
      spread: share,
      granulation: share,
      dryAfter: fc.constantFrom(0, 0, 5000),
      load: fc.constantFrom(null, null, 4),
      lending: fc.constantFrom(0, 1),
    }),
    ground: fc.constantFrom<object | null>(
      null,
      null,
      { depth: 0.7 },
      { law: "pool", anchor: "stroke", grain: { kind: "weave" }, rotation: 30 },
      { law: "print", grainScale: 0.3, grain: { kind: "sand" } },
      { anchor: "mark", strays: true, grain: { kind: "fibres" } },
      { grain: { kind: "picture", file: "grains/grey.png" }, grainScale: 0.7 },
    ),
    standIns: fc.record({
      pressure: fc.constantFrom("none" as const, "speed" as const, "slowness" as const),
      twist: fc.constantFrom("none" as const, "heading" as const),
    }),
    responses: fc.array(
      fc.record({
        quality: fc.constantFrom(...qualityNames),
        source: fc.constantFrom(...sourceNames),
        low: fc.double({ min: 0, max: 1, noNaN: true }),
        high: fc.double({ min: 0, max: 1, noNaN: true }),
        law: fc.constantFrom("uniform" as const, "gaussian" as const),
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
  private readonly planeBytes = this.stride * (TILE + 1) * 2;
  private readonly batch: number;
  private readonly dirty: number;

  constructor(planes: 1 | 4) {
    const { heap } = this.kernels;
    this.tiles = new Tiles(this.kernels, 1, 1, planes);
    this.mask = heap.takeCleared(this.planeBytes * 4 + 64) + 32;
    this.spans = heap.takeCleared(TILE * 8);
    for (let y = 0; y < TILE; y++) {
      heap.u16[this.spans / 2 + y * 4 + 1] = TILE;
    }
    this.batch = heap.take(MARK_BYTES);
    this.dirty = heap.takeCleared(16);
    this.kernels.onTile((index) => this.tiles.make(index));
  }

  /** Sets the mask's strengths, Q15, one for each column. */
  setMask(strength: (x: number) => number): void {
    for (let y = 0; y < TILE; y++)
      for (let x = 0; x < TILE; x++) this.kernels.heap.u16[this.mask / 2 + y * this.stride + x] = strength(x);
  }

  /** The strengths of a further plane of the mask, as `setMask`. */
  setPlane(plane: number, strength: (x: number) => number): void {
    for (let y = 0; y < TILE; y++)
      for (let x = 0; x < TILE; x++)
        this.kernels.heap.u16[(this.mask + plane * this.planeBytes) / 2 + y * this.stride + x] = strength(x);
  }

  lay(
    law: LawName,
    mark: {
      flow: number;
      opacity: number;
      number: number;
      colour?: readonly number[];
      dark?: readonly number[];
      light?: readonly number[];
      depth?: number;
      press?: number;
      sharp?: number;
      rim?: number;
    },
  ): void {
    const none = [0, 0, 0];
    const place = [
      this.mask,
      this.spans,
      this.stride,
      0,
      0,
      TILE,
      TILE,
      mark.flow,
      mark.opacity,
      roundingThresholds(mark.number),
    ];
    this.kernels.heap.i32.set(
      [
        ...place,
        ...(mark.colour ?? none),
        this.planeBytes,
        ...(mark.dark ?? none),
        ...(mark.light ?? none),
        0,
        0,
        0,
        mark.depth ?? 0,
        0,
        mark.press ?? 0,
        mark.sharp ?? 0,
        mark.rim ?? 0,
      ],
      this.batch / 4,
    );
    if (MARK_WORDS !== 28) throw new Error("the record of a mark has changed");
    this.kernels.run[law](this.batch, 1, this.tiles.table, 1, 1, this.dirty);
  }

  /** The value of pixel (x, 0) on a plane, Q15. */
  at(x: number, plane = 0): number {
    return this.kernels.heap.u16[this.tiles.at(0) / 2 + plane * TILE * TILE + x];
  }
}
