import { createHash } from "node:crypto";
import { type Brush, valuesText } from "@core/brush";

/** The name of what decides how a brush paints: the same for brushes that differ in their words alone. */
export function valuesHash(brush: Brush): string {
  return createHash("sha256").update(valuesText(brush)).digest("hex");
}
