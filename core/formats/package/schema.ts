import { z } from "zod";
import { BRUSH_NAME_LENGTH, brushSchema, LEVEL } from "../../brush/schema";
import { licenceIds } from "./licences";

export const MAX_BRUSHES = 200;
/** The most letters that a set says of a brush, and of its use. */
export const MEMBER_NOTE = 300;
export const MEMBER_USE = 60;

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
