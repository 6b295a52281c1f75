import type { Use } from "@core/brush";
import { swappedTintings, withTinting } from "@core/paint/tinting";
import type { Quality } from "@core/qualities/table";
import type { Act } from "@core/study/act";
import type { StudyNotes } from "@core/study/model";
import type { Standing } from "@core/study/standing";
import type { Light } from "@core/surface/light";
import type { SheetState, StudyPlace } from "../engine/protocol";
import type { Keeping } from "../keeping/act-keeper";

/** What a painter has set otherwise than a brush has it. */
export type BrushValues = Readonly<Partial<Record<Quality, number>>>;

/** Everything that is so on the screen of a study. An immutable value. */
export interface StudyState {
  readonly name: string;
  readonly notes: StudyNotes;
  /** Why the name and the notes are not on the server; absent while they are. */
  readonly unkept: string | undefined;
  readonly log: readonly Act[];
  readonly standing: Standing;
  /** Absent while the log is replayed. */
  readonly sheet: SheetState | undefined;
  /** How much of it is replayed. */
  readonly opening: { readonly done: number; readonly of: number } | undefined;
  /** The brush in hand, by its hash, and the one before. */
  readonly brush: string;
  readonly brushBefore: string;
  readonly use: Use;
  readonly values: Readonly<Record<string, BrushValues>>;
  readonly first: string;
  readonly second: string;
  /** Of brushes that are dipped in three. */
  readonly third: string;
  /** How strongly each of the three tints, where one of them is a paint of the painter's own. */
  readonly tintings: readonly number[] | undefined;
  /** Whether the sheet is kept wet under the strokes that come. */
  readonly keptWet: boolean;
  /** Whether thick paint is lit, and by which light. */
  readonly lit: boolean;
  readonly light: Light;
  /** The layer that is painted on, and whether its mask is. */
  readonly layer: number;
  readonly part: "paint" | "mask";
  /** Where one looks back to; absent while one sees what is now. */
  readonly place: StudyPlace | undefined;
  readonly keeping: Keeping;
  /** Another page of this browser paints on the study: here one looks on. */
  readonly looksOn: boolean;
  /** Whether the picture has the whole window. */
  readonly whole: boolean;
}

/** Yields the next state, or nothing where it does not apply. */
export type StudyCommand = (state: StudyState) => StudyState | undefined;

/** Whether one may paint and change things now. */
export function isOpen(state: StudyState): boolean {
  return state.sheet !== undefined && state.place === undefined && !state.looksOn;
}

export function takeBrush(hash: string): StudyCommand {
  return (state) => (hash === state.brush ? undefined : { ...state, brush: hash, brushBefore: state.brush });
}

export const takeBrushBefore: StudyCommand = (state) => takeBrush(state.brushBefore)(state);

export function setUse(use: Use): StudyCommand {
  return (state) => ({ ...state, use });
}

/** Sets a quality of the brush in hand. */
export function setValue(quality: Quality, value: number): StudyCommand {
  return (state) => ({
    ...state,
    values: { ...state.values, [state.brush]: { ...state.values[state.brush], [quality]: value } },
  });
}

/** Places of the colours among their tinting strengths. */
const places = { first: 0, second: 1, third: 2 } as const;

export type WhichColour = keyof typeof places;

/** @param tinting how strongly it tints; 1 where nothing but the colour is known */
export function setColour(which: WhichColour, colour: string, tinting = 1): StudyCommand {
  return (state) => ({ ...state, [which]: colour, tintings: withTinting(state.tintings, places[which], tinting) });
}

export const swapColours: StudyCommand = (state) => ({
  ...state,
  first: state.second,
  second: state.first,
  tintings: swappedTintings(state.tintings),
});

export function chooseLayer(layer: number, part: "paint" | "mask" = "paint"): StudyCommand {
  return (state) => ({ ...state, layer, part });
}

export function see(patch: Partial<StudyState>): StudyCommand {
  return (state) => ({ ...state, ...patch });
}
