import { z } from "zod";
import { qualityNames, qualityRow } from "../qualities/table";

export const MOST_CONTROLS = 8;
export const MOST_STOPS = 16;
export const CONTROL_LABEL_LENGTH = 40;

/** Values of a quality that its slider rests at, rising. */
export const stopsSchema = z.partialRecord(
  z.enum(qualityNames),
  z
    .array(z.number())
    .min(1)
    .max(MOST_STOPS)
    .refine((stops) => stops.every((stop, i) => i === 0 || stop > stops[i - 1]), "stops rise from one to the next"),
);

/** One quality that painters may change, by the maker's own name and within the maker's range. */
const controlSchema = z
  .strictObject({
    quality: z.enum(qualityNames),
    label: z.string().trim().min(1).max(CONTROL_LABEL_LENGTH),
    low: z.number(),
    high: z.number(),
  })
  .refine(
    ({ quality, low, high }) => low < high && low >= qualityRow(quality).low && high <= qualityRow(quality).high,
    "a control’s range lies within its quality’s",
  );

export type Control = z.infer<typeof controlSchema>;

/** What painters see of a brush, in this order; each quality once. */
export const controlsSchema = z
  .array(controlSchema)
  .max(MOST_CONTROLS)
  .refine(
    (controls) => new Set(controls.map(({ quality }) => quality)).size === controls.length,
    "a quality has one control at most",
  );
