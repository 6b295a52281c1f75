import { z } from "zod";
import { type QualityRow, qualityField } from "../quality/row";
import { spaceNames } from "./spaces";

/** The qualities of paint that meets paint: what is taken up, carried and used up. */
export const wetQualities = {
  mixing: {
    body: "paint",
    label: "Mixing",
    unit: "share",
    low: 0,
    high: 1,
    base: 0,
    joins: "multiply",
    says: "How much of the paint is taken from the surface: none is all its own, full adds no colour.",
  },
  carry: {
    body: "paint",
    label: "Carry",
    unit: "sizes",
    low: 0,
    high: 50,
    base: 1,
    joins: "multiply",
    says: "How far a colour that was taken up travels with the tip.",
  },
  soften: {
    body: "paint",
    label: "Soften",
    unit: "px",
    low: 0,
    high: 40,
    base: 0,
    joins: "multiply",
    says: "How far the tip blurs what lies under it, as water does to ink.",
  },
} as const satisfies Record<string, QualityRow>;

/** average: one colour, the mean under the tip; dragged: the pixels themselves, so that detail smears. */
export const takings = ["average", "dragged"] as const;

/** layer: the layer that is painted on; all: what lies below it, too. */
export const sights = ["layer", "all"] as const;

export const wetFields = {
  mixing: qualityField(wetQualities.mixing),
  carry: qualityField(wetQualities.carry),
  soften: qualityField(wetQualities.soften),
  /** How colour is taken from the surface. */
  taking: z.enum(takings).default("average"),
  /** What it is taken from. */
  sight: z.enum(sights).default("layer"),
  /** The space in which colours mix. */
  space: z.enum(spaceNames).default("srgb"),
};
