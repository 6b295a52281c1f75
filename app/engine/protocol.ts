import type { Brush, Use } from "@core/brush";
import type { DrawnGrain } from "@core/ground/grain";
import type { PainterKind } from "@core/hand/preview";
import type { MainHand, ProofName } from "@core/hand/proof";
import type { Sample } from "@core/hand/sample";
import type { Light } from "@core/surface/light";
import type { OwnLayers } from "./own-layers";

/** The colours of a paper, as `#rrggbb`. */
export interface PaperColours {
  readonly paper: string;
  readonly ink: string;
  readonly second: string;
  /** Of brushes that are dipped in three. */
  readonly third: string;
  /** How strongly each of the three tints, where one of them is a paint of the painter's own. */
  readonly tintings?: readonly number[] | undefined;
}

/** A paper and inks as a table has them before anyone has chosen others. */
export const usualColours: PaperColours = { paper: "#fdfdfd", ink: "#1f2a30", second: "#fdfdfd", third: "#c08a2b" };

/** How a paper is drawn on and looked at. */
export interface PaperManner {
  /** What the painter's own strokes do. */
  readonly use: Use;
  /** Whether the paper is kept wet under the painter's own strokes: their water does not dry by time. */
  readonly keptWet: boolean;
  /** By which thick paint is shown; null for flat. */
  readonly light: Light | null;
  readonly colours: PaperColours;
  readonly proofs: readonly ProofName[];
  readonly hand: MainHand;
  /** The paper's own grain, which every brush meets; null for a smooth one. */
  readonly grain: DrawnGrain["kind"] | null;
  /** Whose pen the proofs and the own strokes are seen with. */
  readonly painter: PainterKind;
}

/** What is told of thick paint by a picture of numbers. */
export type ReliefMap = "heights" | "normals";

/** How many acts of the painter's own there are, and the names of what would be taken back and done again. */
export interface OwnActs {
  readonly count: number;
  readonly back: string | undefined;
  readonly again: string | undefined;
  /** How many were done since the engine began, those counted that were taken back. */
  readonly made: number;
  /** How often the pen was lifted so far. */
  readonly ups: number;
  /** Whether they are kept in this browser, as far as they are to be. */
  readonly kept: boolean;
}

/** Small pictures of what the bodies of a brush do. */
export interface Vignettes {
  readonly tip: ImageBitmap;
  readonly ground: ImageBitmap;
  readonly paint: ImageBitmap;
}

/** A stroke that somebody has drawn elsewhere, in px of this paper. */
export interface ReplayedStroke {
  readonly samples: readonly Sample[];
  /** The size of its brush, px. */
  readonly size: number;
  /** `#rrggbb` */
  readonly colour: string;
  readonly use: Use;
  readonly seed: number;
}

interface Sized {
  readonly width: number;
  readonly height: number;
}

/** The engine in its worker: paints on a canvas that was handed over. Pixels are the canvas's own. */
export interface Painting {
  readonly calls: {
    /** Keeps what was done on the scratch sheet, where there is one. */
    readonly keep: { readonly ask: null; readonly answer: true };
    /** What is painted, without the paper, as a PNG. */
    readonly painted: { readonly ask: null; readonly answer: Uint8Array<ArrayBuffer> };
    /** How high the paint stands, or which way it faces, as a 16-bit PNG. */
    readonly relief: { readonly ask: ReliefMap; readonly answer: Uint8Array<ArrayBuffer> };
    /** All layers as OpenRaster. */
    readonly layered: { readonly ask: null; readonly answer: Uint8Array<ArrayBuffer> };
    /** The same strokes with several brushes, in pictures of this size, which are said one by one; all at one scale, which is answered. */
    readonly strip: {
      readonly ask: { readonly brushes: readonly Brush[] } & Sized;
      readonly answer: { readonly scale: number };
    };
    /** The outline of the brush's tip: a path about (0, 0) for a tip of 1 px. */
    readonly outline: { readonly ask: Brush; readonly answer: string };
    /** The colour of a px of the paper, `#rrggbb`. */
    readonly pick: { readonly ask: { readonly x: number; readonly y: number }; readonly answer: string };
    readonly vignettes: { readonly ask: { readonly brush: Brush } & Sized; readonly answer: Vignettes };
  };
  readonly tells: {
    readonly open: { readonly canvas: OffscreenCanvas; readonly colours: PaperColours; readonly proofs: boolean };
    readonly resize: Sized;
    readonly brush: { readonly brush: Brush; readonly turn: number };
    readonly penDown: number;
    readonly penMove: readonly Sample[];
    readonly penUp: null;
    /** The stroke under way was none. */
    readonly penDrop: null;
    /** A stroke that somebody has drawn elsewhere, as they had set the brush. */
    readonly replay: ReplayedStroke;
    readonly manner: PaperManner;
    readonly refill: null;
    /** The own strokes dry. */
    readonly dry: null;
    readonly takeBack: null;
    readonly doAgain: null;
    readonly clear: null;
    readonly layers: OwnLayers;
    /** Takes up the scratch sheet of this account, and keeps it from now on. */
    readonly takeUp: string;
    /** Fills the chosen own layer with the ink, or empties it. */
    readonly fill: "ink" | "nothing";
  };
  readonly says: {
    /** The first of a brush's proofs is seen, … */
    readonly begun: { readonly turn: number };
    /** … and all of them. */
    readonly proofed: { readonly turn: number };
    readonly shown: { readonly stroke: number; readonly samples: number };
    readonly acts: OwnActs;
    /** The layers of the scratch sheet that was taken up. */
    readonly sheet: OwnLayers;
    readonly piece: StripPiece;
  };
}

/** One brush of a strip. */
export interface StripPiece {
  readonly index: number;
  readonly picture: ImageBitmap;
}
