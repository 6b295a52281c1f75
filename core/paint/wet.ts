import { z } from "zod";
import { type QualityRow, qualityFields } from "../quality/row";
import { spaceNames } from "./spaces";

/** The qualities of paint that meets paint: what is taken up, carried and used up. */
export const wetQualities = {
  mixing: {
    stream: 16,
    body: "paint",
    label: "Mixing",
    unit: "share",
    low: 0,
    high: 1,
    base: 0,
    joins: "multiply",
    says: "How much of the paint is taken from the surface: none is all its own, full adds no colour.",
    words: "blend blending smear smudge wet oil pick up",
  },
  carry: {
    stream: 17,
    body: "paint",
    label: "Carry",
    unit: "sizes",
    low: 0,
    high: 50,
    base: 1,
    joins: "multiply",
    says: "How far a colour that was taken up travels with the tip.",
    words: "smear drag length smudge pull",
  },
  load: {
    stream: 18,
    body: "paint",
    label: "Load",
    unit: "sizes",
    low: 0.1,
    high: 1000,
    base: 20,
    joins: "multiply",
    says: "How far the tip travels, in sizes, until its paint is spent.",
    mayRest: true,
    words: "reservoir dry runs out dip charge ink",
  },
  body: {
    stream: 19,
    body: "paint",
    label: "Body",
    unit: "share",
    low: 0,
    high: 1,
    base: 0,
    joins: "multiply",
    says: "How thick the paint stands where it covers fully.",
    words: "impasto thick relief height texture paste",
  },
  soften: {
    stream: 20,
    body: "paint",
    label: "Soften",
    unit: "px",
    low: 0,
    high: 40,
    base: 0,
    joins: "multiply",
    says: "How far the tip blurs what lies under it, as water does to ink.",
    scale: "ratio",
    words: "water blur bleed wash melt diffuse",
  },
} as const satisfies Record<string, QualityRow>;

/** average: one colour, the mean under the tip; dragged: the pixels themselves, so that detail smears; each: every hair for itself. */
export const takings = ["average", "dragged", "each"] as const;

/** layer: the layer that is painted on; all: what lies below it, too. */
export const sights = ["layer", "all"] as const;

/** When a tip is dipped again: with each stroke, after it was lifted for a while, or only by the painter's hand. */
export const refills = ["stroke", "rest", "hand"] as const;

export const wetFields = {
  ...qualityFields(wetQualities),
  /** How far fresh paint levels the body of what lies below it. */
  levels: z.number().min(0).max(1).default(0.5),
  /** How colour is taken from the surface. */
  taking: z.enum(takings).default("average"),
  /** What it is taken from. */
  sight: z.enum(sights).default("layer"),
  /** In sizes of travel; null is endless. */
  load: z.number().min(wetQualities.load.low).max(wetQualities.load.high).nullable().default(null),
  refill: z.enum(refills).default("stroke"),
  /** For refilling by rest: how long the tip must be lifted, ms. */
  refillAfter: z.number().min(0).max(60_000).default(600),
  /** How readily wet paint on the surface fills the tip again: loads a size of travel over it. */
  lending: z.number().min(0).max(1).default(0),
  /** The space in which colours mix. */
  space: z.enum(spaceNames).default("srgb"),
};
