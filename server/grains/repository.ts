import { grainPathSchema } from "@core/ground/grain";
import { z } from "zod";
import { type KeptThing, keeperOf } from "../kept/kept-things";

/** What a kept grain is: its picture, and how many px of it a millimetre of the surface has, where that is known. */
export const grainBodySchema = z.strictObject({
  file: grainPathSchema,
  pxPerMm: z.number().min(0.01).max(10_000).nullable().default(null),
});

export type KeptGrain = KeptThing & z.infer<typeof grainBodySchema>;

/** The grains that makers keep. */
export const keptGrains = keeperOf("grains", grainBodySchema, ({ file }) => [file]);
