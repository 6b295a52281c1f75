import type { Brush } from "@core/brush";
import { emptyHistory, type History } from "@core/history/history";
import type { OwnLayers } from "~/engine/own-layers";
import type { PaperManner } from "~/engine/protocol";
import { type BenchView, firstView, type PaperSeen, unseenPaper } from "./view";
import { usualView, type ViewSettings } from "./view-settings";

/** One thing done on the bench: the brush or the layers before and after it, or an act on the paper, which its engine knows. */
export type BenchStep =
  | { readonly kind: "brush"; readonly before: Brush; readonly after: Brush }
  | { readonly kind: "layers"; readonly before: OwnLayers; readonly after: OwnLayers }
  | { readonly kind: "paper" };

/** The bench as a value. Everything that changes it is a command. */
export interface BenchState {
  readonly brush: Brush;
  readonly history: History<BenchStep>;
  /** What the shelf has. */
  readonly saved: Brush;
  readonly revision: number;
  readonly view: BenchView;
  readonly settings: ViewSettings;
  readonly paper: PaperSeen;
  /** What the engine was asked last to do with the acts on the paper, and how many times it was asked. */
  readonly asked: { readonly turn: number; readonly act: "takeBack" | "doAgain" };
  /** Whether what is not saved is kept in this browser, and whether it was found there when the bench was opened. */
  readonly draft: { readonly kept: boolean; readonly found: boolean };
}

/** Yields the next state, or undefined where the command does not apply. */
export type Command = (state: BenchState) => BenchState | undefined;

/** Steps share most of their brush with one another: what one keeps is small. */
const LIMITS = { steps: 500, bytes: 64 << 20 };

/** @param beside the bench as it was with the brush before: the paper and how it is looked at stay */
export function openBench(brush: Brush, revision: number, beside?: BenchState): BenchState {
  const stays = beside && {
    settings: beside.settings,
    paper: beside.paper,
    view: {
      ...firstView,
      panel: beside.view.panel === "painters" ? firstView.panel : beside.view.panel,
      use: beside.view.use,
      touched: beside.view.touched,
      lit: beside.view.lit,
      folded: beside.view.folded,
      whole: beside.view.whole,
      layers: beside.view.layers,
    },
  };
  return {
    brush,
    history: emptyHistory(LIMITS),
    saved: brush,
    revision,
    view: firstView,
    settings: usualView,
    paper: unseenPaper,
    asked: { turn: 0, act: "takeBack" },
    draft: { kept: false, found: false },
    ...stays,
  };
}

/** Runs a command where it applies. */
export function reduce(state: BenchState, command: Command): BenchState {
  return command(state) ?? state;
}

/** What a command makes of a brush. */
export function withCommand(brush: Brush, command: Command): Brush {
  return reduce(openBench(brush, 0), command).brush;
}

/** Whether the brush differs from what the shelf has. */
export function isChanged({ brush, saved }: Pick<BenchState, "brush" | "saved">): boolean {
  return brush !== saved && JSON.stringify(brush) !== JSON.stringify(saved);
}

/** The brush that the paper shows: one that is tried, the one that is held, or the present one. */
export function shownBrush({ brush, view: { panel, tried, held } }: BenchState): Brush {
  if (panel === "painters" && tried) return tried;
  return held?.shown ? held.brush : brush;
}

/** How the paper is drawn on and looked at. */
export function mannerOf({ view: { use, keptWet, lit }, settings }: BenchState): PaperManner {
  const { colours, proofs, hand, grain, painter, light } = settings;
  return { use, keptWet, light: lit ? light : null, colours, proofs, hand, grain, painter };
}
