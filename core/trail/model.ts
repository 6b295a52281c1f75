import { z } from "zod";
import { type QualityRow, qualityField } from "../quality/row";

/** The qualities that the trail owns: how marks are laid along the path. */
export const trailQualities = {
  spacing: {
    body: "trail",
    label: "Spacing",
    unit: "share",
    low: 0.01,
    high: 10,
    base: 0.1,
    joins: "multiply",
    says: "From one mark to the next, in lengths of the mark along its way.",
  },
  scatter: { body: "trail", label: "Scatter across", unit: "sizes", low: 0, high: 10, base: 0, joins: "multiply", says: "How far marks stray to either side of the path." },
  scatterAlong: {
    body: "trail",
    label: "Scatter along",
    unit: "sizes",
    low: 0,
    high: 10,
    base: 0,
    joins: "multiply",
    says: "How far marks stray forward and back along the path.",
  },
  count: { body: "trail", label: "Marks a step", unit: "marks", low: 1, high: 64, base: 1, joins: "multiply", says: "How many marks are laid at each step." },
} as const satisfies Record<string, QualityRow>;

export const trailSchema = z.strictObject({
  spacing: qualityField(trailQualities.spacing),
  scatter: qualityField(trailQualities.scatter),
  scatterAlong: qualityField(trailQualities.scatterAlong),
  count: qualityField(trailQualities.count),
  /** Weakens each mark when spacing narrows and strengthens it when spacing widens: `1 − (1 − flow)^spacing`. */
  keepStrength: z.boolean().default(false),
  /** The speed that counts as full, in px/ms. */
  fullSpeed: z.number().min(0.01).max(100).default(3),
});

export type Trail = z.infer<typeof trailSchema>;
