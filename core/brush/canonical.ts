import { type Brush, brushSchema } from "./schema";

/** The brush as JSON text: two spaces, fields in the schema's order, so that equal brushes are equal texts. */
export function brushText(brush: Brush): string {
  return `${JSON.stringify(brushSchema.parse(brush), null, 2)}\n`;
}

/** What decides how a brush paints, as text: its words, stops and controls are left out. Equal texts paint the same. */
export function valuesText(brush: Brush): string {
  const { tip, trail, ground, paint, standIns, responses } = brushSchema.parse(brush);
  return JSON.stringify({ tip, trail, ground, paint, standIns, responses: responses.filter(({ muted }) => !muted) });
}
