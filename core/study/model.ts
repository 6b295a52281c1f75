import { z } from "zod";
import { LEVEL } from "../brush/schema";

/** The longest sides of a study, px. */
export const MOST_WIDTH = 4000;
export const MOST_HEIGHT = 3000;
export const STUDY_NAME_LENGTH = 80;
export const MOST_NOTES = 200;

const number = z.int().min(0).max(1_000_000);

/** A named stretch of the roll: from this act on, by its number in the log. */
const chapterSchema = z.strictObject({ from: number, name: z.string().trim().min(1).max(60) });
/** A sentence that is shown from this act on, until the next one. */
const captionSchema = z.strictObject({ from: number, says: z.string().trim().min(1).max(240) });

const inOrder = (notes: readonly { readonly from: number }[]) =>
  notes.every(({ from }, i) => i === 0 || notes[i - 1].from < from);

export const studyNotesSchema = z.strictObject({
  chapters: z
    .array(chapterSchema)
    .max(MOST_NOTES)
    .refine(inOrder, "two begin at one place, or they are not in order")
    .default([]),
  captions: z
    .array(captionSchema)
    .max(MOST_NOTES)
    .refine(inOrder, "two begin at one place, or they are not in order")
    .default([]),
});

/** What a maker says along the roll. */
export type StudyNotes = z.infer<typeof studyNotesSchema>;

export const noNotes: StudyNotes = { chapters: [], captions: [] };

/** What a study is painted on. */
export const sheetSchema = z.strictObject({
  width: z.int().min(16).max(MOST_WIDTH),
  height: z.int().min(16).max(MOST_HEIGHT),
  /** Its colour, #rrggbb. */
  paper: z.string().regex(/^#[0-9a-f]{6}$/, "is no colour like #fdfdfd"),
});

export type StudySheetSize = z.infer<typeof sheetSchema>;

export const studyNameSchema = z.string().trim().min(1, "a study needs a name").max(STUDY_NAME_LENGTH);

export const studyLevel = LEVEL;
