import type { Brush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import type { Character } from "@core/measure/character";
import type { InkBudget } from "@core/measure/ink-budget";
import type { Ripple } from "@core/measure/ripple";
import type { Score } from "@core/measure/score";

/** What the page asks to have measured: a brush on one stroke of a sheet, px. A newer question ends the work on an older one. */
export interface MeasureAsk {
  readonly turn: number;
  readonly brush: Brush;
  readonly samples: readonly Sample[];
  readonly width: number;
  readonly height: number;
}

/** Findings come one by one, the quickest first. */
export type MeasureTell =
  | { readonly kind: "score"; readonly turn: number; readonly score: Score }
  | { readonly kind: "budget"; readonly turn: number; readonly budget: InkBudget }
  | { readonly kind: "ripple"; readonly turn: number; readonly ripple: Ripple }
  | { readonly kind: "character"; readonly turn: number; readonly character: Character }
  | { readonly kind: "fault"; readonly turn: number; readonly message: string };
