import type { Brush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import type { Character } from "@core/measure/character";
import type { InkBudget } from "@core/measure/ink-budget";
import type { Ripple } from "@core/measure/ripple";
import type { Score } from "@core/measure/score";
import type { PaperColours } from "~/engine/protocol";

/** A brush on one stroke of a sheet, px. */
export interface MeasureAsk {
  readonly brush: Brush;
  readonly samples: readonly Sample[];
  readonly width: number;
  readonly height: number;
}

/** Measures a brush; what is found is said as it comes, the quickest first. */
export interface Measuring {
  readonly calls: { readonly measure: { readonly ask: MeasureAsk; readonly answer: true } };
  readonly tells: Record<never, never>;
  readonly says: {
    readonly score: Score;
    readonly budget: InkBudget;
    readonly character: Character;
    readonly ripple: Ripple;
  };
}

/** Two brushes that are to be compared on the same strokes. */
export interface DifferenceAsk {
  readonly from: Brush;
  readonly to: Brush;
  readonly strokes: readonly (readonly Sample[])[];
  readonly width: number;
  readonly height: number;
  readonly colours: PaperColours;
}

/** Where and how far their pictures differ, in CIEDE2000 where there is paint. */
export interface DifferenceFound {
  readonly picture: ImageBitmap;
  readonly mean: number;
  readonly most: number;
  /** The share of the paint that differs visibly. */
  readonly changed: number;
}

export interface Comparing {
  readonly calls: { readonly compare: { readonly ask: DifferenceAsk; readonly answer: DifferenceFound } };
  readonly tells: Record<never, never>;
  readonly says: Record<never, never>;
}
