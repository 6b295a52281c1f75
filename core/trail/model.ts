import { z } from "zod";
import { type Range, within } from "../numeric/range";
import { type QualityRow, qualityFields } from "../quality/row";

/** The qualities that the trail owns: how marks are laid along the path. */
export const trailQualities = {
  spacing: {
    stream: 4,
    body: "trail",
    label: "Spacing",
    unit: "share",
    low: 0.01,
    high: 10,
    base: 0.1,
    joins: "multiply",
    says: "From one mark to the next, in lengths of the mark along its way.",
    scale: "ratio",
    family: "place",
    words: "step interval distance gap density dense",
  },
  scatter: {
    stream: 5,
    body: "trail",
    label: "Scatter across",
    unit: "sizes",
    low: 0,
    high: 10,
    base: 0,
    joins: "multiply",
    says: "How far marks stray to either side of the path.",
    family: "place",
    words: "spray spread jitter stray splatter across",
  },
  scatterAlong: {
    stream: 6,
    body: "trail",
    label: "Scatter along",
    unit: "sizes",
    low: 0,
    high: 10,
    base: 0,
    joins: "multiply",
    says: "How far marks stray forward and back along the path.",
    family: "place",
    words: "spray spread jitter stray splatter along",
  },
  count: {
    stream: 7,
    body: "trail",
    label: "Marks a step",
    unit: "marks",
    low: 1,
    high: 64,
    base: 1,
    joins: "multiply",
    says: "How many marks are laid at each step.",
    scale: "ratio",
    words: "number dabs stamps amount several",
  },
} as const satisfies Record<string, QualityRow>;

/** Ranges of the trail's settings that are no qualities. */
export const trailRanges = {
  /** Hz */
  cutoff: { low: 0.05, high: 60 },
  beta: { low: 0, high: 10 },
  /** px */
  string: { low: 0, high: 2000 },
  /** px */
  taper: { low: 0, high: 20_000 },
  perSecond: { low: 0, high: 1000 },
} as const satisfies Record<string, Range>;

export const scatterLaws = ["uniform", "gaussian"] as const;

const steadySchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("none") }),
  /** The 1€ filter: `cutoff` in Hz for a still hand, `beta` how much of the speed (px/s) is added to it. */
  z.strictObject({
    kind: z.literal("filter"),
    cutoff: within(trailRanges.cutoff).default(1),
    beta: within(trailRanges.beta).default(0.01),
  }),
  /** The brush is pulled behind the pen on a string, px long; with `catchUp` it reaches the pen's last place at the end. */
  z.strictObject({
    kind: z.literal("string"),
    length: within(trailRanges.string).default(40),
    catchUp: z.boolean().default(true),
  }),
]);

export type Steady = z.infer<typeof steadySchema>;

export const steadyKinds = steadySchema.options.map((option) => option.shape.kind.value);

/** A way to steady the hand, with its defaults. */
export function steadyOf(kind: Steady["kind"]): Steady {
  return steadySchema.parse({ kind });
}

const taperSchema = z
  .strictObject({
    /** Over which length the tip grows at the start and shrinks at the end of a stroke. */
    start: within(trailRanges.taper).default(0),
    end: within(trailRanges.taper).default(0),
    /** px, or share of the whole stroke. */
    unit: z.enum(["px", "share"]).default("px"),
    /** The share of its size that the tip has at the very ends. */
    least: z.number().min(0).max(1).default(0),
  })
  .refine(({ start, end, unit }) => unit === "px" || (start <= 1 && end <= 1), "shares of a stroke are 0 to 1");

export type Taper = z.infer<typeof taperSchema>;

export const trailSchema = z.strictObject({
  ...qualityFields(trailQualities),
  /** Weakens each mark when spacing narrows and strengthens it when spacing widens: `1 − (1 − flow)^spacing`. */
  keepStrength: z.boolean().default(false),
  /** The speed that counts as full, in px/ms. */
  fullSpeed: z.number().min(0.01).max(100).default(3),
  /** How scattered marks are spread: evenly up to the scatter, or most of them near the path. */
  scatterLaw: z.enum(scatterLaws).default("uniform"),
  steady: steadySchema.default({ kind: "none" }),
  /** Lays the whole stroke on the line from its first place to its last. */
  straight: z.boolean().default(false),
  taper: taperSchema.prefault({}),
  /** Marks that are laid by time besides those by spacing, also while the pen stands still. */
  perSecond: within(trailRanges.perSecond).default(0),
});

export type Trail = z.infer<typeof trailSchema>;
