import type { Brush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import type { Act, Doing, StrokeHead } from "@core/study/act";
import type { Looks } from "@core/study/looks";
import type { StudySheetSize } from "@core/study/model";
import type { Light } from "@core/surface/light";
import type { ReliefMap } from "~/engine/protocol";
import type { Framing } from "~/paper/window/framing";
import type { RollModel } from "../roll/roll-model";

/** A brush by the hash that acts name it by. */
export interface Instrument {
  readonly hash: string;
  readonly brush: Brush;
}

/** What a study's sheet is like now. */
export interface SheetState {
  readonly looks: Looks;
  /** The names of what would be taken back, and of what would be done again. */
  readonly back: string | undefined;
  readonly again: string | undefined;
  /** The number of the log's next act. */
  readonly next: number;
}

/** Where one is along the acts of a study. */
export interface StudyPlace {
  /** How many of them are done. */
  readonly count: number;
  /** How late that is in the study's own time, ms. */
  readonly time: number;
  readonly playing: boolean;
}

/** A study that is watched: its roll, and the brushes it was painted with. */
export interface Watched {
  readonly roll: RollModel;
  readonly instruments: readonly Instrument[];
}

/** A layer as progressives show it: alone, and with all below it. */
export interface Progressive {
  readonly layer: number;
  readonly alone: ImageBitmap;
  readonly upTo: ImageBitmap;
}

/** The engine of a study in its worker: paints on layers and shows a part of them on a canvas that was handed over. */
export interface EaselWork {
  readonly calls: {
    /** Replays a log from its beginning; the state afterwards. */
    readonly open: { readonly ask: readonly Act[]; readonly answer: SheetState };
    /** Fetches a study's package and lays it ready to be watched. */
    readonly watch: { readonly ask: { readonly address: string }; readonly answer: Watched };
    /** Shows the picture as it was after so many acts; a newer question drops an older one. */
    readonly lookAt: { readonly ask: { readonly count: number }; readonly answer: StudyPlace };
    /** What is watched becomes one's own to paint on, from where one is. */
    readonly takeUp: { readonly ask: null; readonly answer: SheetState };
    /** The colour of a px of the picture, `#rrggbb`. */
    readonly pick: { readonly ask: { readonly x: number; readonly y: number }; readonly answer: string };
    /** The outline of a brush's tip: a path about (0, 0) for a tip of 1 px. */
    readonly outline: { readonly ask: Brush; readonly answer: string };
    /** The layers in small, no longer than this many px; those alone that changed since they were asked for last. */
    readonly progressives: { readonly ask: { readonly longest: number }; readonly answer: readonly Progressive[] };
    /** All layers as OpenRaster. */
    readonly layered: { readonly ask: null; readonly answer: Uint8Array<ArrayBuffer> };
    /** How high the paint stands, or which way it faces, as a 16-bit PNG. */
    readonly relief: { readonly ask: ReliefMap; readonly answer: Uint8Array<ArrayBuffer> };
    /** The whole picture without light on its thick paint, as a PNG. */
    readonly flat: { readonly ask: null; readonly answer: Uint8Array<ArrayBuffer> };
    /** The whole picture as a PNG, made smaller where a side would be longer than this many px. */
    readonly picture: { readonly ask: { readonly longest: number }; readonly answer: Uint8Array<ArrayBuffer> };
  };
  readonly tells: {
    readonly begin: {
      readonly canvas: OffscreenCanvas;
      readonly sheet: StudySheetSize;
      readonly instruments: readonly Instrument[];
    };
    /** Lets go of what one painted oneself, and watches again. */
    readonly watchAgain: null;
    /** Plays from where one is, so many times as fast. */
    readonly play: { readonly speed: number };
    readonly pause: null;
    readonly framing: Framing;
    /** By which light thick paint is shown; null for none. */
    readonly light: Light | null;
    readonly penDown: { readonly stroke: number; readonly head: StrokeHead };
    readonly penMove: readonly Sample[];
    readonly penUp: null;
    /** The stroke under way was none. */
    readonly penDrop: null;
    readonly act: Exclude<Doing, { readonly kind: "stroke" }>;
    readonly back: { readonly at: number };
    readonly again: { readonly at: number };
  };
  readonly says: {
    /** Acts of the opened log that are done, of all that stand. */
    readonly opening: { readonly done: number; readonly of: number };
    /** An act has joined the log. */
    readonly acted: { readonly n: number; readonly act: Act; readonly state: SheetState };
    /** A stroke was begun, or ended, of which nothing joins the log. */
    readonly none: null;
    readonly place: StudyPlace;
    readonly shown: { readonly stroke: number; readonly samples: number };
  };
}
