import { z } from "zod";
import { qualityNames } from "../qualities/table";
import { sourceNames } from "./sources";

const share = z.number().min(0).max(1);

/** 2–16 points whose x grows from 0 to 1. */
export const curveSchema = z
  .array(z.tuple([share, share]))
  .min(2)
  .max(16)
  .refine(
    (points) => points[0]?.[0] === 0 && points[points.length - 1]?.[0] === 1,
    "a curve begins at x = 0 and ends at x = 1",
  )
  .refine(
    (points) => points.every((p, i) => i === 0 || p[0] > (points[i - 1]?.[0] ?? 0)),
    "a curve's points must be sorted by x, each x once",
  );

export type Curve = z.infer<typeof curveSchema>;

export const straight: Curve = [
  [0, 0],
  [1, 1],
];

export const chanceLaws = ["uniform", "gaussian"] as const;

/** One quality driven by one source through a curve. Its value is `low + (high − low)·curve(source)`. */
export const responseSchema = z.strictObject({
  quality: z.enum(qualityNames),
  source: z.enum(sourceNames),
  low: z.number().min(-1000).max(1000).default(0),
  high: z.number().min(-1000).max(1000).default(1),
  curve: curveSchema.default(straight),
  /** For distance (px) and time (ms): where the signal reaches 1. */
  over: z.number().min(1).max(1_000_000).default(600),
  /** For drift: the length of one swing in sizes. */
  period: z.number().min(0.1).max(1000).default(4),
  /** For chance: every number as likely, or most of them near the middle. */
  law: z.enum(chanceLaws).default("uniform"),
  /** A muted response is kept, and does nothing. */
  muted: z.boolean().default(false),
});

export type Response = z.infer<typeof responseSchema>;
