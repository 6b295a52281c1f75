import { z } from "zod";
import { groundSchema } from "../ground/model";
import { standInsSchema } from "../hand/stand-in";
import { paintSchema } from "../paint/model";
import { responseSchema } from "../response/model";
import { tipSchema } from "../tip/model";
import { trailSchema } from "../trail/model";
import { controlsSchema, stopsSchema } from "./controls";

/** The engine level this Brosse knows. */
export const LEVEL = 1;

export const BRUSH_NAME_LENGTH = 80;
export const MAX_RESPONSES = 64;
export const MOST_TAGS = 12;
export const TAG_LENGTH = 30;

/** Every field but `level` and `name` has a default. */
export const brushSchema = z.strictObject({
  level: z.literal(LEVEL),
  name: z.string().trim().min(1).max(BRUSH_NAME_LENGTH),
  /** What it is for, in a sentence. */
  notes: z.string().max(2000).default(""),
  /** Words by which it is found; absent where there are none. */
  tags: z.array(z.string().trim().min(1).max(TAG_LENGTH)).max(MOST_TAGS).optional(),
  tip: tipSchema.prefault({}),
  trail: trailSchema.prefault({}),
  ground: groundSchema.default(null),
  paint: paintSchema.prefault({}),
  standIns: standInsSchema.prefault({}),
  /** Where the sliders of some qualities rest. */
  stops: stopsSchema.default({}),
  /** What painters may change; when there are none, it is left to them. */
  controls: controlsSchema.default([]),
  responses: z.array(responseSchema).max(MAX_RESPONSES).default([]),
});

/** Everything that decides how one instrument leaves marks: an immutable value. */
export type Brush = z.infer<typeof brushSchema>;
