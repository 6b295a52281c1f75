import type { Brush } from "@core/brush";
import type { HandChoice } from "@core/hand/drawn";
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

/** A brush whose strip is painted in a picture of this size, px, at a scale that it is given or the largest at which no mark is cut. */
export interface StrokeAsk {
  readonly brush: Brush;
  readonly colours: PaperColours;
  readonly width: number;
  readonly height: number;
  readonly hand?: HandChoice;
  readonly scale?: number;
  /** What lies below; what the brush needs, where nothing is said. */
  readonly below?: Below;
}

/** What lies below strokes that are compared: nothing, a bed that is the same for some brushes, or another brush's wave. */
export type Below =
  | { readonly kind: "bare" }
  | { readonly kind: "bed"; readonly brushes: readonly Brush[] }
  /** As much of a bed as one of them needs. */
  | { readonly kind: "needed"; readonly brushes: readonly Brush[] }
  | { readonly kind: "paint"; readonly brush: Brush };

/** A brush of which both builds are shown, in pictures of this size, px. */
export interface BuildsAsk {
  readonly brush: Brush;
  readonly colours: PaperColours;
  readonly width: number;
  readonly height: number;
}

/** After how many passes it is told what covers a line. */
export const buildPasses = [1, 2, 5, 10] as const;

/** What one build comes to: a picture, and the coverage of a line after those passes, 0…1. */
export interface BuildShown {
  readonly picture: ImageBitmap;
  /** By one stroke that goes to and fro. */
  readonly within: readonly number[];
  /** By a new stroke each time. */
  readonly anew: readonly number[];
}

export type Builds = Readonly<Record<Brush["paint"]["build"], BuildShown>>;

/** Measures a brush; what is found is said as it comes, the quickest first. */
export interface Measuring {
  readonly calls: {
    readonly measure: { readonly ask: MeasureAsk; readonly answer: true };
    /** A brush's strip, painted here. */
    readonly stroke: { readonly ask: StrokeAsk; readonly answer: ImageBitmap };
    /** One stroke that crosses itself, and three that cross one another, in both builds. */
    readonly builds: { readonly ask: BuildsAsk; readonly answer: Builds };
  };
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
  /** As much of a bed as one of them needs, where nothing is said. */
  readonly below?: Below | undefined;
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
