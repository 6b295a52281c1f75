import { z } from "zod";
import { BRUSH_NAME_LENGTH, brushSchema, LEVEL } from "../../brush/schema";
import { licenceIds } from "./licences";

export const MAX_BRUSHES = 200;
/** The most letters that a set says of a brush, and of its use. */
export const MEMBER_NOTE = 300;
export const MEMBER_USE = 60;

/** The most letters that say what a brush is made of, and whom that is owed to. */
const MATERIAL_LENGTH = 200;
/** The most things that one brush is made of. */
const MOST_MATERIALS = 40;

/** What a brush is made of besides its numbers: a picture, or all that came with another edition. */
const materialSchema = z.strictObject({
  what: z.string().max(MATERIAL_LENGTH),
  /** Absent where nobody has said. */
  licence: z.enum(licenceIds).optional(),
  credit: z.string().max(MATERIAL_LENGTH).default(""),
});

/** The version of an edition: three numbers, no suffix (Semantic Versioning 2.0.0, without pre-releases). */
export const versionSchema = z
  .string()
  .regex(/^(0|[1-9]\d{0,5})\.(0|[1-9]\d{0,5})\.(0|[1-9]\d{0,5})$/, "a version is three numbers like 1.0.0");

export const brushPathSchema = z
  .string()
  .regex(/^brushes\/[a-z0-9][a-z0-9-]{0,90}\.json$/, "a brush's path is brushes/<name>.json");

/** `set.json`: what a package holds, in which order, by whom and under which licence. */
export const setFileSchema = z.strictObject({
  format: z.literal("brosse-set"),
  level: z.literal(LEVEL),
  name: z.string().trim().min(1).max(BRUSH_NAME_LENGTH),
  version: versionSchema,
  studio: z.string().trim().min(1).max(80),
  licence: z.enum(licenceIds),
  notes: z.string().max(4000).default(""),
  credits: z.string().max(1000).default(""),
  brushes: z
    .array(
      z.strictObject({
        file: brushPathSchema,
        group: z.string().max(60).default(""),
        /** What the set says of it, and what it is used for in it; absent where there is nothing to say. */
        note: z.string().max(MEMBER_NOTE).optional(),
        use: z.string().max(MEMBER_USE).optional(),
        /** What it measures like, in words; absent where it was not measured. */
        traits: z.array(z.string().max(20)).max(20).optional(),
        /** What it is made of; absent where that is not known. */
        materials: z.array(materialSchema).max(MOST_MATERIALS).optional(),
      }),
    )
    .min(1)
    .max(MAX_BRUSHES),
});

export type SetFile = z.infer<typeof setFileSchema>;

/** The published JSON Schema (draft 2020-12) of `set.json`. */
export function setFileJsonSchema(): Record<string, unknown> {
  return { title: "Brosse set", ...z.toJSONSchema(setFileSchema, { io: "input" }) };
}

/** The published JSON Schema (draft 2020-12) of a brush's file. */
export function brushJsonSchema(): Record<string, unknown> {
  return { title: "Brosse brush", ...z.toJSONSchema(brushSchema, { io: "input" }) };
}
