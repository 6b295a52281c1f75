import type { Brush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import { createKernels } from "@core/kernels/load";
import type { Doing, Stroke } from "@core/study/act";
import { type Instruments, StudySheet } from "@core/study/sheet";
import { TraceWriter } from "@core/study/trace";
import { tableLight } from "@core/surface/light";
import { Picture } from "@core/surface/picture";
import fc from "fast-check";
import { brushOf, lineSamples, testPictures } from "../helpers";

export const WIDTH = 170;
export const HEIGHT = 120;
export const kernels = createKernels();

const brushes: ReadonlyMap<string, Brush> = new Map(
  [
    { tip: { size: 30 }, paint: { flow: 0.6 } },
    { tip: { size: 24 }, paint: { body: 0.8, flow: 0.7 } },
    { tip: { size: 40 }, paint: { mixing: 0.7, taking: "dragged" } },
    { tip: { size: 36 }, paint: { soften: 4, flow: 0 } },
    { tip: { size: 30 }, paint: { blend: "multiply", rim: { strength: 0.8, width: 6 } } },
    { tip: { size: 20 }, ground: { depth: 0.8 }, paint: { load: 6, refill: "hand" } },
    { tip: { size: 20 }, paint: { load: 5, refill: "rest", refillAfter: 300 } },
    { tip: { size: 36 }, paint: { water: 1, opacity: 0.6, dryAfter: 60_000 } },
    { tip: { size: 28 }, paint: { water: 0.7, flow: 0.4, dryAfter: 600 } },
    {
      tip: { size: 30, shape: { kind: "bristles", hairs: 20 } },
      paint: { mixing: 0.6, carry: 5, taking: "each", refill: "hand", body: 0.5 },
    },
  ].map((part, n) => [String(n).repeat(64), brushOf(part)]),
);
export const brushHashes = [...brushes.keys()];

export const instruments: Instruments = {
  brush: (hash) => brushes.get(hash),
  pictures: () => testPictures,
};

/** A sheet on which nothing was done. */
export function newSheet(records = true): StudySheet {
  return new StudySheet(kernels, { width: WIDTH, height: HEIGHT }, instruments, records);
}

/** All that is seen of a sheet, the thickness of its paint too. */
export function seen(sheet: StudySheet): string {
  const picture = new Picture(sheet.surface, [1, 1, 1], tableLight, testPictures);
  picture.showAll();
  const pixels = picture.copy();
  picture.release();
  return Buffer.from(pixels.buffer).toString("base64");
}

/** A stroke act of these readings. */
export function strokeOf(samples: readonly Sample[], part: Partial<Stroke> = {}): Stroke {
  const writer = new TraceWriter(part.at ?? 0);
  writer.push(samples);
  return {
    kind: "stroke",
    at: 0,
    layer: 1,
    part: "paint",
    brush: brushHashes[0],
    values: {},
    use: "paint",
    colour: "#334fb4",
    second: "#e0c830",
    seed: 7,
    trace: writer.trace(),
    ...part,
  };
}

const layer = fc.integer({ min: 1, max: 4 });

/** Any act that changes the picture, or that finds nothing to change. */
export const anyDoing: fc.Arbitrary<Doing> = fc.oneof(
  {
    weight: 8,
    arbitrary: fc
      .record({
        ends: fc.tuple(fc.nat(WIDTH), fc.nat(HEIGHT), fc.nat(WIDTH), fc.nat(HEIGHT)),
        brush: fc.constantFrom(...brushHashes),
        use: fc.constantFrom("paint" as const, "paint" as const, "smudge" as const, "erase" as const),
        part: fc.constantFrom("paint" as const, "paint" as const, "mask" as const),
        layer,
        size: fc.integer({ min: 8, max: 50 }),
        seed: fc.nat(1000),
        at: fc.nat(100_000),
      })
      .map(({ ends: [a, b, c, d], size, ...rest }) =>
        strokeOf(lineSamples(a, b, c, d, 9), { ...rest, values: { size } }),
      ),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant("layer" as const),
      at: fc.nat(9),
      layer,
      above: layer,
      name: fc.constant("new"),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record(
      {
        kind: fc.constant("look" as const),
        at: fc.constant(0),
        layer,
        opacity: fc.double({ min: 0, max: 1, noNaN: true }),
        blend: fc.constantFrom("multiply" as const, "screen" as const, "source-over" as const),
        visible: fc.boolean(),
        keepsAlpha: fc.boolean(),
      },
      { requiredKeys: ["kind", "at", "layer"] },
    ),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant("order" as const),
      at: fc.constant(0),
      layers: fc.shuffledSubarray([1, 2, 3, 4], { minLength: 1 }),
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant("remove" as const), at: fc.constant(0), layer }) },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant("fill" as const),
      at: fc.constant(0),
      layer,
      colour: fc.constantFrom("#c02020", null),
    }),
  },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant("dry" as const), at: fc.constant(0) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant("unmask" as const), at: fc.constant(0), layer }) },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant("dip" as const),
      at: fc.constant(0),
      brush: fc.constantFrom(...brushHashes),
    }),
  },
);
