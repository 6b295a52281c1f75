import type { Brush } from "./schema";

/** The brush without its muted responses: what the engine paints with. The same value where none is muted. */
export function withoutMuted(brush: Brush): Brush {
  return brush.responses.some(({ muted }) => muted)
    ? { ...brush, responses: brush.responses.filter(({ muted }) => !muted) }
    : brush;
}
