import { z } from "zod";
import type { Brush } from "../brush";
import type { Pictures } from "../picture/picture";
import { CHARACTER_METHODS, character } from "./character";
import { costOf } from "./cost";

/** What is kept of a brush's measures: its character, and what a stroke costs in strokes of a plain brush. */
export const measuredSchema = z.object({
  width: z.number(),
  lightWidth: z.number(),
  edge: z.number(),
  coverage: z.number(),
  texture: z.number(),
  passes: z.number().nullable(),
  builds: z.array(z.number()).readonly(),
  carry: z.number(),
  cost: z.number(),
});

export type Measured = Readonly<z.infer<typeof measuredSchema>>;

/** Which methods these are: what was measured by older ones is measured anew. */
export const MEASURE_METHODS = CHARACTER_METHODS;

/** Measures a brush once for all. @param now ms @throws MissingPicture, MissingGrain */
export function measured(brush: Brush, pictures: Pictures, now: () => number): Measured {
  return { ...character(brush, pictures), cost: costOf(brush, pictures, now) };
}
