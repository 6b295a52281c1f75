import { hexToRgb } from "@core/colour/srgb";
import type { Ink } from "@core/stroke/laying/ink";
import type { PaperColours } from "./protocol";

/** What is painted with, by a paper's colours. */
export function inkOf({ ink, second, third, tintings }: PaperColours): Ink {
  return { colour: hexToRgb(ink), second: hexToRgb(second), third: hexToRgb(third), tintings };
}
