import type { Brush, Use } from "@core/brush";
import type { Score } from "@core/measure/score";
import type { Quality } from "@core/qualities/table";
import { firstLayers, type OwnLayers } from "~/engine/own-layers";
import type { OwnActs } from "~/engine/protocol";
import type { PaperSize } from "~/measuring/use-measures";

/** What may lie below the paper; the painter's panel is opened from the bench's menu. */
export const panels = ["bodies", "score", "responses", "find"] as const;
export type Panel = (typeof panels)[number] | "painters";

/** What may lie over the bench, one at a time. */
export type Overlay = "history" | "other" | "keys" | "save-as";

/** What a strip varies: a quality, perhaps against a second one, or how firm a response is. */
export type StripSubject =
  | { readonly kind: "quality"; readonly name: Quality }
  | { readonly kind: "curve"; readonly index: number };

/** A brush that is kept for comparison, and how it is compared. */
export interface Held {
  readonly brush: Brush;
  /** Whether the paper shows it. */
  readonly shown: boolean;
  /** Whether the difference is laid over the paper as a picture. */
  readonly pictured: boolean;
  /** Whether both are seen side by side. */
  readonly beside: boolean;
}

/** How the bench is looked at. */
export interface BenchView {
  readonly panel: Panel;
  readonly overlay: Overlay | undefined;
  readonly strip: StripSubject | undefined;
  readonly held: Held | undefined;
  /** What the maker's own strokes do. */
  readonly use: Use;
  /** Whether the paper is kept wet under the maker's own strokes. */
  readonly keptWet: boolean;
  /** The quality that was touched last: digits take its stops. */
  readonly touched: Quality;
  /** Whether thick paint is lit. */
  readonly lit: boolean;
  /** Whether what lies below the paper is folded away. */
  readonly folded: boolean;
  /** Whether the paper takes the whole window. */
  readonly whole: boolean;
  readonly layers: OwnLayers;
  /** How many times as large as the brush strokes are drawn, to try a size. */
  readonly trial: number;
  /** What the paper shows while a painter's value is tried. */
  readonly tried: Brush | undefined;
  /** The place along the main stroke that is looked at. */
  readonly place: Score["places"][number] | undefined;
}

/** What is known of the paper: its size, and what its engine has said. */
export interface PaperSeen {
  readonly size: PaperSize | undefined;
  readonly acts: OwnActs;
}

export const firstView: BenchView = {
  panel: "bodies",
  overlay: undefined,
  strip: undefined,
  held: undefined,
  use: "paint",
  keptWet: false,
  touched: "size",
  lit: true,
  folded: false,
  whole: false,
  layers: firstLayers,
  trial: 1,
  tried: undefined,
  place: undefined,
};

export const unseenPaper: PaperSeen = {
  size: undefined,
  acts: { count: 0, back: undefined, again: undefined, kept: true, made: 0, ups: 0 },
};
