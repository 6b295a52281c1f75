import { z } from "zod";
import { type QualityRow, qualityField } from "../quality/row";
import { blendNames } from "../surface/blend";
import { wetFields } from "./wet";

/** The qualities that the paint owns: what the colour does. */
export const paintQualities = {
  flow: {
    body: "paint",
    label: "Flow",
    unit: "share",
    low: 0,
    high: 1,
    base: 1,
    joins: "multiply",
    says: "How much paint one mark leaves; passes add up.",
  },
  opacity: {
    body: "paint",
    label: "Opacity",
    unit: "share",
    low: 0,
    high: 1,
    base: 1,
    joins: "multiply",
    says: "The most that one stroke can cover, however often it passes.",
  },
  hue: {
    body: "paint",
    label: "Hue",
    unit: "degrees",
    low: -180,
    high: 180,
    base: 0,
    joins: "add",
    says: "Turns the colour around the wheel.",
  },
  saturation: {
    body: "paint",
    label: "Saturation",
    unit: "shift",
    low: -1,
    high: 1,
    base: 0,
    joins: "add",
    says: "Makes the colour purer or greyer.",
  },
  lightness: {
    body: "paint",
    label: "Lightness",
    unit: "shift",
    low: -1,
    high: 1,
    base: 0,
    joins: "add",
    says: "Makes the colour lighter or darker.",
  },
  second: {
    body: "paint",
    label: "Second colour",
    unit: "share",
    low: 0,
    high: 1,
    base: 0,
    joins: "add",
    says: "How much of the second colour is in the paint.",
  },
} as const satisfies Record<string, QualityRow>;

const rimSchema = z.strictObject({
  /** How much of the pigment gathers at the rim of a stroke, 0 for none. */
  strength: z.number().min(0).max(1).default(0),
  /** px, or a share of the brush's size. */
  width: z.number().min(0).max(28).default(6),
  unit: z.enum(["px", "share"]).default("px"),
  /** How far the valleys of the ground eat into the edge. */
  ragged: z.number().min(0).max(1).default(0),
});

export const paintSchema = z.strictObject({
  flow: qualityField(paintQualities.flow),
  opacity: qualityField(paintQualities.opacity),
  hue: qualityField(paintQualities.hue),
  saturation: qualityField(paintQualities.saturation),
  lightness: qualityField(paintQualities.lightness),
  second: qualityField(paintQualities.second),
  /** Within a stroke, marks add up to the ceiling, or the strongest one counts. */
  build: z.enum(["build-up", "even"]).default("build-up"),
  /** How a stroke joins what is already there. */
  blend: z.enum(blendNames).default("source-over"),
  ...wetFields,
  rim: rimSchema.prefault({}),
});

export type Rim = z.infer<typeof rimSchema>;
export type Paint = z.infer<typeof paintSchema>;
