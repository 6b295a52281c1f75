import type { Brush, Use } from "@core/brush";
import { swappedTintings, withTinting } from "@core/paint/tinting";
import { qualityRow } from "@core/qualities/table";
import type { OwnLayers } from "~/engine/own-layers";
import type { BenchState, Command } from "./bench-state";
import { setQuality, takeBrush } from "./commands";
import { withLayersStep } from "./steps";
import type { BenchView, Held, Overlay, Panel, PaperSeen, StripSubject } from "./view";
import type { ViewSettings } from "./view-settings";

/** Changes how the bench is looked at. */
function look(patch: Partial<BenchView>): Command {
  return (state) => ({ ...state, view: { ...state.view, ...patch } });
}

export function setUse(use: Use): Command {
  return look({ use });
}

export const toggleKeptWet: Command = (state) => look({ keptWet: !state.view.keptWet })(state);

export const toggleLight: Command = (state) => look({ lit: !state.view.lit })(state);

/** Folds what lies below the paper away, or out again. */
export const toggleFolded: Command = (state) => look({ folded: !state.view.folded })(state);

/** Lets the paper take the whole window, or gives the rest its room back. */
export const toggleWhole: Command = (state) => look({ whole: !state.view.whole })(state);

/** Lays something else below the paper; values that were tried for painters are gone with their panel. */
export function showPanel(panel: Panel): Command {
  return look({ panel, folded: false, whole: false, ...(panel === "painters" ? {} : { tried: undefined }) });
}

export function openOverlay(overlay: Overlay): Command {
  return look({ overlay });
}

/** Closes what lies topmost over the paper: a sheet, a strip, what is held beside it, or the whole window that it takes. */
export const closeTopmost: Command = (state) => {
  const { overlay, strip, held, whole } = state.view;
  if (overlay) return closeOverlay(state);
  if (strip) return closeStrip(state);
  if (held?.beside) return showBeside(false)(state);
  if (held?.pictured) return togglePictured(state);
  return whole ? toggleWhole(state) : undefined;
};

export const closeOverlay: Command = look({ overlay: undefined });

export function openStrip(strip: StripSubject): Command {
  return look({ strip });
}

export const closeStrip: Command = look({ strip: undefined });

/** Keeps the present brush for comparison. */
export const hold: Command = (state) =>
  look({ held: { brush: state.brush, shown: false, pictured: false, beside: false } })(state);

function heldAs(patch: (held: Held) => Partial<Held>): Command {
  return (state) => {
    const { held } = state.view;
    return held && look({ held: { ...held, ...patch(held) } })(state);
  };
}

export function showHeld(shown: boolean): Command {
  return heldAs(() => ({ shown }));
}

/** Shows what is held, or what is now; does not apply while nothing is held. */
export const flipHeld: Command = heldAs(({ shown }) => ({ shown: !shown }));

export const togglePictured: Command = heldAs(({ pictured }) => ({ pictured: !pictured }));

export function showBeside(beside: boolean): Command {
  return heldAs(() => ({ beside }));
}

export const letGo: Command = look({ held: undefined });

/** Makes what is held the present brush, as a step that can be undone. */
export const backToHeld: Command = (state) => {
  const { held } = state.view;
  if (!held) return undefined;
  return showHeld(false)(takeBrush(held.brush, "back to held")(state) ?? state);
};

/**
 * Changes the layers, as a step that can be taken back; steps with the same key join. Which one is painted on is no step.
 * @param label what is done, in words
 */
export function setLayers(layers: OwnLayers, label: string, key?: string): Command {
  return (state) => withLayersStep(state, layers, label, key);
}

/** Has strokes go to another layer, or shows or hides the proofs. */
export function seeLayers(layers: OwnLayers): Command {
  return look({ layers });
}

export function tryBrush(tried: Brush | undefined): Command {
  return look({ tried });
}

export function lookAt(place: BenchView["place"]): Command {
  return (state) => (state.view.place === place ? undefined : look({ place })(state));
}

/** Changes how a maker likes to look at brushes. */
export function changeSettings(patch: Partial<ViewSettings>): Command {
  return (state) => ({ ...state, settings: { ...state.settings, ...patch } });
}

const PEN_STEPS = { pressure: 0.05, tilt: 0.05, lean: 15, twist: 15 } as const;

/** Turns one of the stand-in pen's signals by steps. */
export function turnPen(signal: keyof typeof PEN_STEPS, steps: number): Command {
  return (state) => {
    const { standIn } = state.settings;
    const value = standIn[signal] + steps * PEN_STEPS[signal];
    const turns = signal === "lean" || signal === "twist";
    const next = turns ? (value + 360) % 360 : Math.min(1, Math.max(0, Number(value.toFixed(2))));
    return changeSettings({ standIn: { ...standIn, [signal]: next } })(state);
  };
}

/** Places of the colours among their tinting strengths. */
const places = { ink: 0, second: 1, third: 2 } as const;

/** Paints with another colour. @param tinting how strongly it tints; 1 where nothing but the colour is known */
export function pickColour(which: keyof typeof places, hex: string, tinting: number): Command {
  return (state) => {
    const { colours } = state.settings;
    return changeSettings({
      colours: { ...colours, [which]: hex, tintings: withTinting(colours.tintings, places[which], tinting) },
    })(state);
  };
}

/** Paints with the second colour, and makes the first the second. */
export const swapColours: Command = (state) => {
  const { ink, second, tintings, ...rest } = state.settings.colours;
  if (ink === second) return undefined;
  const colours = { ...rest, ink: second, second: ink, tintings: swappedTintings(tintings) };
  return changeSettings({ colours })(state);
};

/** The size with which strokes are drawn: the brush's, or the one that is tried. */
export function drawnSize({ brush, view: { trial } }: Pick<BenchState, "brush" | "view">): number {
  return brush.tip.size * trial;
}

/** Draws at another size, px: with the brush made so large, or, where sizes are tried on the paper, with the brush as it is. */
export function drawAt(size: number): Command {
  return (state) => {
    const { low, high } = qualityRow("size");
    const next = Number(Math.min(high, Math.max(low, size)).toPrecision(3));
    if (state.settings.sizesOn === "paper") return look({ trial: next / state.brush.tip.size })(state);
    return setQuality("size", next)(look({ trial: 1 })(state) ?? state);
  };
}

/** Makes the size that is tried the brush's own. */
export const keepTrial: Command = (state) => {
  if (state.view.trial === 1) return undefined;
  const size = Number(drawnSize(state).toPrecision(3));
  return setQuality("size", size)(look({ trial: 1 })(state) ?? state);
};

/** Draws at the brush's own size again. */
export const dropTrial: Command = (state) => (state.view.trial === 1 ? undefined : look({ trial: 1 })(state));

/** Remembers what is known of the paper. */
export function seePaper(patch: Partial<PaperSeen>): Command {
  return (state) => ({ ...state, paper: { ...state.paper, ...patch } });
}
