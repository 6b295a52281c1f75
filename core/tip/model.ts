import { z } from "zod";
import { within } from "../numeric/range";
import { type QualityRow, qualityFields } from "../quality/row";
import { overTipSchema } from "./over";
import { shapeSchema } from "./shape/shape";

/** The qualities that the tip owns: what touches the surface. */
export const tipQualities = {
  size: {
    stream: 0,
    body: "tip",
    label: "Size",
    unit: "px",
    low: 0.5,
    high: 2000,
    base: 40,
    joins: "multiply",
    says: "How long the tip is along its longer side.",
    scale: "ratio",
    mayRest: true,
    words: "width diameter thickness thick thin big small wide",
  },
  angle: {
    stream: 1,
    body: "tip",
    label: "Angle",
    unit: "degrees",
    low: -360,
    high: 360,
    base: 0,
    joins: "add",
    says: "How far the tip is turned, counter-clockwise.",
    turns: true,
    words: "rotation rotate turn tilt slant calligraphy",
  },
  roundness: {
    stream: 2,
    body: "tip",
    label: "Roundness",
    unit: "share",
    low: 0.01,
    high: 1,
    base: 1,
    joins: "multiply",
    says: "Short side against long side: a chisel is low, a round is full.",
    words: "flat chisel filbert squash aspect oval",
  },
  hardness: {
    stream: 3,
    body: "tip",
    label: "Hardness",
    unit: "share",
    low: 0,
    high: 1,
    base: 1,
    joins: "multiply",
    says: "How much of the radius is at full strength before the edge fades.",
    words: "soft softness edge feather fuzzy blur airbrush crisp",
  },
} as const satisfies Record<string, QualityRow>;

export const mirrorWays = ["never", "always", "chance"] as const;

const mirrorWay = z.enum(mirrorWays).default("never");
/** How far from a tip's middle its pivot may lie, half lengths. */
export const pivotRange = { low: -2, high: 2 } as const;

const halfLengths = within(pivotRange);

export const tipSchema = z.strictObject({
  shape: shapeSchema.default({ kind: "ellipse" }),
  ...qualityFields(tipQualities),
  /** The place of the tip that lies on the path and about which it turns: half lengths right and down from its middle. */
  pivot: z.tuple([halfLengths, halfLengths]).default([0, 0]),
  /** Whether marks are mirrored about the pivot. */
  mirror: z.strictObject({ leftRight: mirrorWay, topBottom: mirrorWay }).prefault({}),
  /** A second tip that breaks up what this one leaves; null for none. */
  over: overTipSchema.nullable().default(null),
});

export type Tip = z.infer<typeof tipSchema>;
export type MirrorWay = (typeof mirrorWays)[number];
