import { z } from "zod";
import { groundLaws } from "../kernels/ground-laws";
import { rangesOf } from "../numeric/range";
import { type QualityRow, qualityFields } from "../quality/row";
import { grainSchema } from "./grain";

/** The qualities that the ground owns: how the surface shows through the marks. */
export const groundQualities = {
  depth: {
    stream: 14,
    body: "ground",
    label: "Depth",
    unit: "share",
    low: 0,
    high: 1,
    base: 0.6,
    joins: "multiply",
    says: "How far the grain shows through.",
    words: "texture grain paper canvas tooth roughness dry",
  },
  grainScale: {
    stream: 15,
    body: "ground",
    label: "Grain scale",
    unit: "sizes",
    low: 0.05,
    high: 20,
    base: 1,
    joins: "multiply",
    says: "How large the grain is; settled as a stroke begins.",
    words: "texture grain paper size zoom",
  },
  press: {
    stream: 21,
    body: "ground",
    label: "Press",
    unit: "share",
    low: 0,
    high: 2,
    base: 1,
    joins: "multiply",
    says: "How far a mark gets into the grain by peaks. Where nothing drives it, it follows pressure and flow.",
    words: "pressure tooth touch weight valley fill heavy light",
  },
} as const satisfies Record<string, QualityRow>;

/** The least of its press with which an unpressed mark touches a ground. */
const FAINTEST = 0.1;

/**
 * How hard a mark presses where nothing drives it: by the pressure, and less where its flow is less than its brush's own.
 * @param pressure 0…1 @param flow of the mark ÷ the brush's own, 0…1
 */
export function usualPress(pressure: number, flow: number): number {
  return (FAINTEST + (1 - FAINTEST) * pressure) * (0.5 + 0.5 * flow);
}

export const anchors = ["surface", "stroke", "mark"] as const;

const plainGround = z.strictObject({
  grain: grainSchema.prefault({ kind: "paper" }),
  law: z.enum(groundLaws).default("peaks"),
  ...qualityFields(groundQualities),
  /** degrees, counter-clockwise */
  rotation: z.number().min(-180).max(180).default(0),
  /** Heights around the middle are spread by 2^contrast … */
  contrast: z.number().min(-2).max(4).default(0),
  /** … and raised. */
  brightness: z.number().min(-1).max(1).default(0),
  invert: z.boolean().default(false),
  /** Whether the grain lies still under all strokes, begins anew with each, or goes along with every mark. */
  anchor: z.enum(anchors).default("surface"),
  /** For a grain that goes along with marks: whether each has another part of it. */
  strays: z.boolean().default(false),
});

/** What the marks meet: null for a smooth surface. */
export const groundSchema = plainGround.nullable();

/** Ranges of the ground's numbers. */
export const groundRanges = rangesOf(plainGround);

export type Ground = z.infer<typeof plainGround>;

/** A ground with its defaults. */
export function plainGroundOf(): Ground {
  return plainGround.parse({});
}
