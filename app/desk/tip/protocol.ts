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

/** What the tip desk asks of its worker. */
export type TipAsk =
  | { readonly kind: "canvas"; readonly canvas: OffscreenCanvas }
  | { readonly kind: "blank"; readonly side: number; readonly goes: Goes }
  | { readonly kind: "shape"; readonly shape: DrawnShape; readonly side: number; readonly goes: Goes }
  | { readonly kind: "open"; readonly picture: Picture; readonly name: string; readonly goes: Goes }
  /** Tips that are kept, by the addresses of their pictures. */
  | {
      readonly kind: "kept";
      readonly pictures: readonly { readonly address: string; readonly weight: number }[];
      readonly mapped: boolean;
    }
  /** Reads the opened picture in another way. */
  | { readonly kind: "source"; readonly source: StrengthSource }
  | { readonly kind: "step"; readonly step: TipStep }
  /** Ends the work on a step. */
  | { readonly kind: "cancel" }
  | { readonly kind: "undo" }
  | { readonly kind: "redo" }
  | { readonly kind: "pen"; readonly pen: TipPen }
  | { readonly kind: "try"; readonly try: TipTry }
  | { readonly kind: "pen-down"; readonly stroke: number }
  | { readonly kind: "pen-move"; readonly samples: readonly Sample[] }
  | { readonly kind: "pen-up" }
  | { readonly kind: "choose"; readonly member: number }
  | { readonly kind: "remove"; readonly member: number }
  | { readonly kind: "move"; readonly member: number; readonly to: number }
  | { readonly kind: "weight"; readonly member: number; readonly weight: number }
  | { readonly kind: "even-out" }
  /** The tips as PNG. @param mapped with their lightness maps, where they have one */
  | { readonly kind: "export"; readonly mapped: boolean };

/** One tip of the family, as the page shows it. */
export interface TipMember {
  readonly name: string;
  readonly weight: number;
  readonly thumbnail: ImageBitmap;
}

export type TipTell =
  | {
      readonly kind: "sheet";
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
      readonly chosen: number;
      readonly members: readonly TipMember[];
    }
  | { readonly kind: "busy"; readonly step: string | undefined }
  | { readonly kind: "findings"; readonly findings: readonly TipFinding[] }
  | { readonly kind: "tries"; readonly picture: ImageBitmap }
  | { readonly kind: "exported"; readonly files: readonly Uint8Array<ArrayBuffer>[] }
  | { readonly kind: "shown"; readonly stroke: number; readonly samples: number }
  | { readonly kind: "fault"; readonly message: string };

/** A step that a worker of its own does, so that it can be ended. */
export interface StepAsk {
  readonly sheet: TipSheet;
  readonly step: TipStep;
}

export type StepTell =
  | { readonly kind: "done"; readonly sheet: TipSheet }
  | { readonly kind: "fault"; readonly message: string };
