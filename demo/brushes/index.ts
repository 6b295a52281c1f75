import { type Brush, parseBrush } from "@core/brush";
import { drawing } from "./drawing";
import { hair } from "./hair";
import { ornament } from "./ornament";
import { paint } from "./paint";
import { wet } from "./wet";

/** The brushes of the demo workshop: what sign painters reach for, from layout to the last highlight. */
export const demoBrushes: readonly Brush[] = [...hair, ...paint, ...drawing, ...ornament, ...wet].map((brush) =>
  parseBrush({ level: 1, ...brush }),
);
