import { z } from "zod";
import { blendNames } from "../kernels/blend-modes";
import { type Range, rangesOf, within } from "../numeric/range";
import { type QualityRow, qualityFields } from "../quality/row";
import { waterQualities } from "./water";
import { wetFields, wetQualities } from "./wet";

/** Those of paint that is laid, whatever it meets. */
const ownQualities = {
  flow: {
    stream: 8,
    body: "paint",
    label: "Flow",
    unit: "share",
    low: 0,
    high: 1,
    base: 1,
    joins: "multiply",
    says: "How much paint one mark leaves; passes add up.",
    words: "strength paint ink amount faint deposit opacity buildup glaze",
  },
  opacity: {
    stream: 9,
    body: "paint",
    label: "Opacity",
    unit: "share",
    low: 0,
    high: 1,
    base: 1,
    joins: "multiply",
    says: "The most that one stroke can cover, however often it passes.",
    words: "transparency transparent alpha ceiling see-through",
  },
  hue: {
    stream: 10,
    body: "paint",
    label: "Hue",
    unit: "degrees",
    low: -180,
    high: 180,
    base: 0,
    joins: "add",
    says: "Turns the colour around the wheel.",
    turns: true,
    family: "colour",
    words: "colour color tint shift jitter variation",
  },
  saturation: {
    stream: 11,
    body: "paint",
    label: "Saturation",
    unit: "shift",
    low: -1,
    high: 1,
    base: 0,
    joins: "add",
    says: "Makes the colour purer or greyer.",
    family: "colour",
    words: "colour color chroma vivid grey dull purity",
  },
  lightness: {
    stream: 12,
    body: "paint",
    label: "Lightness",
    unit: "shift",
    low: -1,
    high: 1,
    base: 0,
    joins: "add",
    says: "Makes the colour lighter or darker.",
    family: "colour",
    words: "colour color value brightness dark light shade",
  },
  second: {
    stream: 13,
    body: "paint",
    label: "Second colour",
    unit: "share",
    low: 0,
    high: 1,
    base: 0,
    joins: "add",
    says: "How much of the second colour is in the paint.",
    family: "colour",
    words: "colour color background two-tone double loaded",
  },
} as const satisfies Record<string, QualityRow>;

/** The qualities that the paint owns: what the colour does. */
export const paintQualities = { ...ownQualities, ...wetQualities, ...waterQualities } as const;

/** How wide a rim may be, in each of its units. */
export const rimWidths = {
  px: { low: 0, high: 28 },
  share: { low: 0, high: 1 },
} as const satisfies Record<string, Range>;

const rimSchema = z.strictObject({
  /** How much of the pigment gathers at the rim of a stroke, 0 for none; water draws it by itself. */
  strength: z.number().min(0).max(1).default(0),
  /** px, or a share of the brush's size. */
  width: within(rimWidths.px).default(6),
  unit: z.enum(["px", "share"]).default("px"),
  /** How far the valleys of the ground eat into the edge. */
  ragged: z.number().min(0).max(1).default(0),
});

export const paintSchema = z.strictObject({
  ...qualityFields(ownQualities),
  /** Within a stroke, marks add up to the ceiling, or the strongest one counts. */
  build: z.enum(["build-up", "even"]).default("build-up"),
  /** How a stroke joins what is already there. */
  blend: z.enum(blendNames).default("source-over"),
  ...wetFields,
  ...qualityFields(waterQualities),
  rim: rimSchema.prefault({}),
});

/** Ranges of the paint's settings that are no qualities, and of its rim's. */
export const paintRanges = rangesOf(paintSchema);
export const rimRanges = rangesOf(rimSchema);

export type Rim = z.infer<typeof rimSchema>;
export type Paint = z.infer<typeof paintSchema>;
