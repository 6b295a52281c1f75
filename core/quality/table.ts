import { groundQualities } from "../ground/model";
import { paintQualities } from "../paint/model";
import { wetQualities } from "../paint/wet";
import { tipQualities } from "../tip/model";
import { trailQualities } from "../trail/model";
import type { QualityRow } from "./row";

/**
 * Every quality there is. Adding one is a row in its body's model. New ones come last: chance is keyed by a quality's
 * place in this table, and brushes must go on looking as they do.
 */
export const qualities = {
  ...tipQualities,
  ...trailQualities,
  ...paintQualities,
  ...groundQualities,
  ...wetQualities,
} as const;

export type Quality = keyof typeof qualities;

export const qualityNames = Object.keys(qualities) as [Quality, ...Quality[]];

/** A quality's row. */
export function qualityRow(name: Quality): QualityRow {
  return qualities[name];
}

/** A quality's place in the table, which is also its place in a mark's row of numbers. */
export const qualityIndex = Object.fromEntries(qualityNames.map((name, i) => [name, i])) as Record<Quality, number>;
