import { z } from "zod";
import { rangesOf } from "../numeric/range";
import { shapeSchema } from "./shape/shape";

const share = z.number().min(0).max(1);

/** What a second tip does to the marks of the first: they show only where it touches, or no longer where it does. */
export const overLaws = ["shows", "takes"] as const;

/** A second tip, whose marks along the same stroke are multiplied with the first tip's. */
export const overTipSchema = z.strictObject({
  shape: shapeSchema.default({ kind: "speckle", dots: 40, spread: 0.6, seed: 1 }),
  law: z.enum(overLaws).default("shows"),
  /** How far it counts: 0 not at all … 1 wholly. */
  strength: share.default(1),
  /** How large it is, in the first tip's sizes. */
  size: z.number().min(0.02).max(4).default(0.6),
  /** By how much less large marks may be by chance. */
  sizeChance: share.default(0),
  /** degrees, counter-clockwise */
  angle: z.number().min(-180).max(180).default(0),
  /** How far marks are turned by chance: 1 is any way. */
  turnChance: share.default(1),
  roundness: z.number().min(0.01).max(1).default(1),
  hardness: share.default(0.8),
  /** From mark to mark, in its own sizes. */
  spacing: z.number().min(0.02).max(5).default(0.35),
  /** How far marks lie off the path, in its own sizes. */
  scatter: z.number().min(0).max(10).default(0.6),
  /** How many marks lie at each place. */
  count: z.int().min(1).max(16).default(1),
});

/** The ranges of its numbers. */
export const overRanges = rangesOf(overTipSchema);

export type OverTip = z.infer<typeof overTipSchema>;
