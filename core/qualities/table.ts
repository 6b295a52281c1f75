import { groundQualities } from "../ground/model";
import { paintQualities } from "../paint/model";
import type { QualityRow } from "../quality/row";
import { tipQualities } from "../tip/model";
import { trailQualities } from "../trail/model";

/** Every quality there is, in the order in which a mark comes about. Adding one is a row in its body's model. */
export const qualities = {
  ...tipQualities,
  ...trailQualities,
  ...groundQualities,
  ...paintQualities,
} as const;

export type Quality = keyof typeof qualities;

export const qualityNames = Object.keys(qualities) as [Quality, ...Quality[]];

/** A quality's row. */
export function qualityRow(name: Quality): QualityRow {
  return qualities[name];
}

/** A quality's place in a mark's row of numbers. */
export const qualityIndex = Object.fromEntries(qualityNames.map((name, i) => [name, i])) as Record<Quality, number>;
