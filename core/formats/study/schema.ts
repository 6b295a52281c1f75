import { z } from "zod";
import { actSchema, brushHashSchema, MOST_ACTS, MOST_NEW_LAYERS, newLayersIn } from "../../study/act";
import { sheetSchema, studyLevel, studyNameSchema, studyNotesSchema } from "../../study/model";
import { brushPathSchema } from "../package/schema";

export const MOST_STUDY_BRUSHES = 1000;

const [strokeSchema, ...otherSchemas] = actSchema.options;

/** An act as the file has it: a stroke's readings stand in `strokes.inkml`, its n-th trace for the n-th stroke. */
const fileActSchema = z.discriminatedUnion("kind", [strokeSchema.omit({ trace: true }), ...otherSchemas]);

/** `study.json`: what a study is, without the readings of its strokes. */
export const studyFileSchema = z.strictObject({
  format: z.literal("brosse-study"),
  level: z.literal(studyLevel),
  name: studyNameSchema,
  studio: z.string().trim().max(80).default(""),
  ...sheetSchema.shape,
  /** The brushes that acts name, by the hash of their text. */
  brushes: z.array(z.strictObject({ hash: brushHashSchema, file: brushPathSchema })).max(MOST_STUDY_BRUSHES),
  ...studyNotesSchema.shape,
  acts: z
    .array(fileActSchema)
    .max(MOST_ACTS)
    .refine((acts) => newLayersIn(acts) <= MOST_NEW_LAYERS, `a study gets ${MOST_NEW_LAYERS} new layers at most`),
});

export type StudyFile = z.infer<typeof studyFileSchema>;
