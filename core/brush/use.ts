import type { Brush } from "./schema";

/** Each brush paints, and with the same tip and trail it smudges and erases. */
export const uses = ["paint", "smudge", "erase"] as const;

export type Use = (typeof uses)[number];

/** Sizes that a smudging tip carries what it drags, where its brush does not say so itself. */
const SMUDGE_CARRY = 2;

/** A brush as it is when it smudges: it drags what is there and has no paint of its own. */
export function smudging(brush: Brush): Brush {
  const { paint, responses } = brush;
  return {
    ...brush,
    paint: {
      ...paint,
      mixing: 1,
      taking: "dragged",
      carry: paint.mixing > 0 ? paint.carry : SMUDGE_CARRY,
      build: "build-up",
      blend: "source-over",
      load: null,
      body: 0,
      rim: { ...paint.rim, strength: 0, ragged: 0 },
    },
    responses: responses.filter(({ quality }) => quality !== "mixing" && quality !== "body" && quality !== "load"),
  };
}
