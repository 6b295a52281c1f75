import type { Brush, Use } from "@core/brush";
import type { TipFinding } from "@core/desk/tip/findings";
import type { StrengthSource, TipSheet } from "@core/desk/tip/sheet";
import type { TipStep } from "@core/desk/tip/steps";
import type { Symmetry } from "@core/desk/tip/symmetry";
import type { Sample } from "@core/hand/sample";
import type { Picture } from "@core/picture/picture";
import type { DrawnShape, ImageShape } from "@core/tip/shape/shape";

/** The width and height of what `triesOf` draws, px. */
export const TRIES_WIDTH = 300;
export const TRIES_HEIGHT = 618;
/** The true sizes at which the tip is shown, px. */
export const TRUE_SIZES = [8, 24, 64, 200] as const;

/** Where something new goes: instead of everything, or beside the tips that are there. */
export type Goes = "alone" | "beside";

/** How strokes are laid on the sheet. */
export interface TipPen {
  readonly brush: Brush;
  readonly use: Use;
  /** The grey of the lightness map that strokes leave, 0…1. */
  readonly grey: number;
  /** Only what is there is changed. */
  readonly keepsAlpha: boolean;
  readonly symmetry: Symmetry;
  readonly times: number;
}

/** What the tip is tried with. */
export interface TipTry {
  readonly brush: Brush;
  readonly pivot: readonly [number, number];
  readonly pick: ImageShape["pick"];
}

/** One tip of the family, as the page shows it. */
export interface TipMember {
  readonly name: string;
  readonly weight: number;
  readonly thumbnail: ImageBitmap;
}

/** The chosen tip, and the family it belongs to. */
export interface SheetShown {
  readonly width: number;
  readonly height: number;
  readonly mapped: boolean;
  /** The name of what undo takes back, and of what redo does again. */
  readonly undo: string | undefined;
  readonly redo: string | undefined;
  /** Whether it was made of a picture whose greys can become a map. */
  readonly greys: boolean;
  /** How its picture was read, where it was opened from one. */
  readonly source: StrengthSource | undefined;
  readonly histogram: readonly number[];
  readonly centre: readonly [number, number] | undefined;
  /** Whether something lay here before this. */
  readonly aside: boolean;
  readonly chosen: number;
  readonly members: readonly TipMember[];
}

/** The tip desk's worker: holds the family of tips and paints on the chosen one. */
export interface TipDesking {
  readonly calls: {
    /** The tips as PNG, with their lightness maps, where they have one and are asked for. */
    readonly export: {
      readonly ask: { readonly mapped: boolean };
      readonly answer: readonly Uint8Array<ArrayBuffer>[];
    };
    /** Keeps the tips in this browser now. */
    readonly keep: { readonly ask: null; readonly answer: true };
  };
  readonly tells: {
    readonly canvas: OffscreenCanvas;
    readonly blank: { readonly side: number; readonly goes: Goes };
    readonly shape: { readonly shape: DrawnShape; readonly side: number; readonly goes: Goes };
    readonly open: { readonly picture: Picture; readonly name: string; readonly goes: Goes };
    /** Tips that are kept, by the addresses of their pictures. */
    readonly kept: {
      readonly pictures: readonly { readonly address: string; readonly weight: number }[];
      readonly mapped: boolean;
    };
    /** Reads the opened picture in another way. */
    readonly source: StrengthSource;
    readonly step: TipStep;
    /** Ends the work on a step. */
    readonly cancel: null;
    readonly travel: "undo" | "redo";
    readonly pen: TipPen;
    readonly try: TipTry;
    readonly penDown: number;
    readonly penMove: readonly Sample[];
    readonly penUp: null;
    readonly choose: number;
    readonly remove: number;
    readonly move: { readonly member: number; readonly to: number };
    readonly weigh: { readonly member: number; readonly weight: number };
    readonly evenOut: null;
    /** Lays out what lay here when the desk was left, under this key, and keeps what lies here from now on. */
    readonly takeUp: string;
    /** Brings back what lay here before something else took its place. */
    readonly bringBack: null;
  };
  readonly says: {
    readonly sheet: SheetShown;
    /** The step that is under way and takes its time. */
    readonly busy: string | undefined;
    readonly findings: readonly TipFinding[];
    readonly tries: ImageBitmap;
    readonly shown: { readonly stroke: number; readonly samples: number };
  };
}

/** Does a step in a worker of its own, so that it can be ended. */
export interface StepDoing {
  readonly calls: {
    readonly step: { readonly ask: { readonly sheet: TipSheet; readonly step: TipStep }; readonly answer: TipSheet };
  };
  readonly tells: Record<never, never>;
  readonly says: Record<never, never>;
}
