import { z } from "zod";

/** The most colours that are remembered. */
export const MOST_COLOURS = 16;

const coloursSchema = z.array(z.string().regex(/^#[0-9a-f]{6}$/)).max(MOST_COLOURS);

/** The colours painted with last as a browser has kept them; none where it has none. */
export function readColours(text: string | null): readonly string[] {
  try {
    return coloursSchema.parse(JSON.parse(text ?? "[]"));
  } catch {
    return [];
  }
}

/** The colours after one was painted with: it comes first, each stands there once. */
export function withColour(used: readonly string[], colour: string): readonly string[] {
  return used[0] === colour ? used : [colour, ...used.filter((other) => other !== colour)].slice(0, MOST_COLOURS);
}
