import { type Brush, brushSchema } from "./schema";

/** The brush as JSON text: two spaces, fields in the schema's order, so that equal brushes are equal texts. */
export function brushText(brush: Brush): string {
  return `${JSON.stringify(brushSchema.parse(brush), null, 2)}\n`;
}
