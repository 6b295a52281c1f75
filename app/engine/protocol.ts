import type { Brush, Use } from "@core/brush";
import type { DrawnGrain } from "@core/ground/grain";
import type { PainterKind } from "@core/hand/preview";
import type { MainHand, ProofName } from "@core/hand/proof";
import type { Sample } from "@core/hand/sample";
import type { OwnLayers } from "./own-layers";

/** The colours of a paper, as `#rrggbb`. */
export interface PaperColours {
  readonly paper: string;
  readonly ink: string;
  readonly second: string;
}

/** A paper and inks as a table has them before anyone has chosen others. */
export const usualColours: PaperColours = { paper: "#fdfdfd", ink: "#1f2a30", second: "#fdfdfd" };

/** How a paper is drawn on and looked at. */
export interface PaperManner {
  /** What the painter's own strokes do. */
  readonly use: Use;
  /** Whether thick paint is lit. */
  readonly lit: boolean;
  readonly colours: PaperColours;
  readonly proofs: readonly ProofName[];
  readonly hand: MainHand;
  /** The paper's own grain, which every brush meets; null for a smooth one. */
  readonly grain: DrawnGrain["kind"] | null;
  /** Whose pen the proofs and the own strokes are seen with. */
  readonly painter: PainterKind;
}

/** What the page asks of the engine in its worker. Pixels are the canvas's own. */
export type Ask =
  | {
      readonly kind: "open";
      readonly canvas: OffscreenCanvas;
      readonly colours: PaperColours;
      readonly proofs: boolean;
    }
  | { readonly kind: "resize"; readonly width: number; readonly height: number }
  | { readonly kind: "brush"; readonly brush: Brush; readonly turn: number }
  | { readonly kind: "pen-down"; readonly stroke: number }
  | { readonly kind: "pen-move"; readonly samples: readonly Sample[] }
  | { readonly kind: "pen-up" }
  | { readonly kind: "manner"; readonly manner: PaperManner }
  | { readonly kind: "refill" }
  | { readonly kind: "take-back" }
  | { readonly kind: "clear" }
  | { readonly kind: "layers"; readonly layers: OwnLayers }
  /** Fills the chosen own layer with the ink, or empties it. */
  | { readonly kind: "fill"; readonly empties: boolean }
  /** What is painted, without the paper, as a PNG. */
  | { readonly kind: "painted" }
  /** All layers as a file. */
  | { readonly kind: "layered" }
  /** The same strokes with several brushes, in pictures of this size. */
  | {
      readonly kind: "strip";
      readonly turn: number;
      readonly brushes: readonly Brush[];
      readonly width: number;
      readonly height: number;
    }
  /** The outline of the brush's tip. */
  | { readonly kind: "outline"; readonly brush: Brush }
  /** The colour of a px of the paper. */
  | { readonly kind: "pick"; readonly x: number; readonly y: number }
  | { readonly kind: "vignettes"; readonly brush: Brush; readonly width: number; readonly height: number };

/** What the engine tells the page. */
export type Tell =
  /** The first of a brush's proofs is seen, … */
  | { readonly kind: "begun"; readonly turn: number }
  /** … and all of them. */
  | { readonly kind: "proofed"; readonly turn: number }
  | { readonly kind: "shown"; readonly stroke: number; readonly samples: number }
  | { readonly kind: "strokes"; readonly count: number }
  | { readonly kind: "vignettes"; readonly tip: ImageBitmap; readonly ground: ImageBitmap; readonly paint: ImageBitmap }
  | { readonly kind: "strip-piece"; readonly turn: number; readonly index: number; readonly picture: ImageBitmap }
  /** A path about (0, 0) for a tip of 1 px. */
  | { readonly kind: "outline"; readonly path: string }
  | { readonly kind: "painted"; readonly bytes: Uint8Array<ArrayBuffer> }
  | { readonly kind: "layered"; readonly bytes: Uint8Array<ArrayBuffer> }
  /** What was asked for could not be done; the engine goes on. */
  | { readonly kind: "refused"; readonly why: string }
  | { readonly kind: "picked"; readonly colour: string }
  | { readonly kind: "fault"; readonly message: string };
