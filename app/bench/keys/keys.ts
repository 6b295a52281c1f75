import { type Framing, turned, upright, zoomed } from "~/paper/window/framing";
import type { Command } from "../state/bench-state";
import { setQuality } from "../state/commands";
import { redo, seal, undo } from "../state/steps";
import { type BenchShared, step, type TrayReach } from "../state/use-bench";
import {
  closeTopmost,
  drawAt,
  drawnSize,
  flipHeld,
  openOverlay,
  setUse,
  showPanel,
  swapColours,
  toggleFolded,
  toggleLight,
  toggleWhole,
} from "../state/view-commands";
import { digitStops, stopOfDigit } from "./digit-stops";

export type KeyPress = Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey" | "altKey">;

/** A key of the bench: everything there is to know of it. */
export interface KeyRow {
  /** As it is shown. */
  readonly keys: string;
  readonly does: string;
  /** Whether the key belongs to this row. */
  readonly is: (event: KeyPress) => boolean;
  /** Single keys can be switched off; those with Ctrl cannot. */
  readonly single: boolean;
  /** Whether it works also while something is being typed. */
  readonly always?: true;
  /** Does it. @returns whether it applied: otherwise the browser may do what it does with the key */
  readonly press: (bench: BenchShared, key: string) => boolean | undefined;
}

const ctrl = (letter: string, shift = false): Pick<KeyRow, "is" | "single"> => ({
  single: false,
  is: ({ key, ctrlKey, metaKey, shiftKey }) =>
    (ctrlKey || metaKey) && shiftKey === shift && key.toLowerCase() === letter,
});
const single = (keys: readonly string[], shift?: boolean): Pick<KeyRow, "is" | "single"> => ({
  single: true,
  is: ({ key, ctrlKey, metaKey, altKey, shiftKey }) =>
    !(ctrlKey || metaKey || altKey) && (shift ?? shiftKey) === shiftKey && keys.includes(key.toLowerCase()),
});

const STEP = 1.1;

/** Sizes the brush, or what is tried on the paper; a stroke under way grows with it. */
function sizeTimes({ store, engine }: BenchShared, times: number): boolean {
  const before = drawnSize(store.get());
  store.run(drawAt(before * times));
  store.run(seal);
  // A size that is tried reaches the stroke by itself: it is every stroke's.
  if (store.get().settings.sizesOn === "brush") engine.current?.grow(drawnSize(store.get()) / before);
  return true;
}

/** A step back or forth; where there is none, the key is still the bench's. */
function steps(command: Command): KeyRow["press"] {
  return (bench) => {
    step(bench, command);
    return true;
  };
}

/** Looks at the paper in another way. */
function frames(to: (now: Framing) => Framing): KeyRow["press"] {
  return ({ frame }) => {
    frame.set(to(frame.get()));
    return true;
  };
}

const middle = ({ width, height }: Framing) => ({ x: width / 2, y: height / 2 });
/** Degrees a key turns the paper by, and how many times nearer one looks. */
const TURN = 15;
const NEARER = 1.25;

/** Has the engine do something. */
function tells(what: (engine: NonNullable<BenchShared["engine"]["current"]>) => void): KeyRow["press"] {
  return ({ engine }) => {
    if (engine.current) what(engine.current);
    return true;
  };
}

/** Takes a brush of the tray. */
function takes(take: (tray: TrayReach) => void): KeyRow["press"] {
  return ({ tray }) => {
    if (tray.current) take(tray.current);
    return true;
  };
}

/** Every key of the bench, in the order of the list. */
export const benchKeys: readonly KeyRow[] = [
  { keys: "Ctrl Z", does: "Take the last step back, whatever it was", ...ctrl("z"), press: steps(undo) },
  { keys: "Ctrl Y", does: "Make it again", ...ctrl("y"), press: steps(redo) },
  { keys: "Ctrl Shift Z", does: "Make it again", ...ctrl("z", true), press: steps(redo) },
  {
    keys: "Ctrl S",
    does: "Save the next revision",
    ...ctrl("s"),
    always: true,
    press: ({ save }) => {
      save("");
      return true;
    },
  },
  { keys: ",", does: "Smaller by a tenth", ...single([","]), press: (bench) => sizeTimes(bench, 1 / STEP) },
  { keys: ".", does: "Larger by a tenth", ...single(["."]), press: (bench) => sizeTimes(bench, STEP) },
  {
    keys: "1 … 9, 0",
    does: "The stops of the quality that was touched last",
    ...single([..."1234567890"]),
    press: ({ store }, key) => {
      const { brush, view } = store.get();
      const value = stopOfDigit(digitStops(brush, view.touched), key);
      if (value === undefined) return false;
      store.run(seal);
      store.run(setQuality(view.touched, value));
      store.run(seal);
      return true;
    },
  },
  { keys: "N", does: "The next brush of the tray", ...single(["n"], false), press: takes((tray) => tray.step(1)) },
  {
    keys: "Shift N",
    does: "The one before it in the tray",
    ...single(["n"], true),
    press: takes((tray) => tray.step(-1)),
  },
  { keys: "A", does: "The brush that was in hand before", ...single(["a"]), press: takes((tray) => tray.before()) },
  { keys: "O", does: "Others: find a brush of the shelf", ...single(["o"]), press: takes((tray) => tray.find()) },
  {
    keys: "S",
    does: "Change the two colours over",
    ...single(["s"]),
    press: ({ store }) => store.run(swapColours),
  },
  { keys: "H", does: "Show what is held, or what is now", ...single(["h"]), press: ({ store }) => store.run(flipHeld) },
  { keys: "P", does: "My strokes paint", ...single(["p"]), press: ({ store }) => store.run(setUse("paint")) },
  { keys: "M", does: "My strokes smudge", ...single(["m"]), press: ({ store }) => store.run(setUse("smudge")) },
  { keys: "R", does: "My strokes rub out", ...single(["r"]), press: ({ store }) => store.run(setUse("erase")) },
  {
    keys: "V",
    does: "Look at the paper in a mirror",
    ...single(["v"]),
    press: frames((now) => ({ ...now, mirrored: !now.mirrored })),
  },
  {
    keys: "[",
    does: "Turn the paper to the left",
    ...single(["["]),
    press: frames((now) => turned(now, -TURN, middle(now))),
  },
  {
    keys: "]",
    does: "Turn the paper to the right",
    ...single(["]"]),
    press: frames((now) => turned(now, TURN, middle(now))),
  },
  { keys: "+", does: "Look nearer", ...single(["+", "="]), press: frames((now) => zoomed(now, NEARER, middle(now))) },
  {
    keys: "-",
    does: "Look from farther off",
    ...single(["-"]),
    press: frames((now) => zoomed(now, 1 / NEARER, middle(now))),
  },
  { keys: "Z", does: "The paper as it lies, 1:1", ...single(["z"]), press: frames(upright) },
  {
    keys: "F",
    does: "The paper takes the whole window",
    ...single(["f"]),
    press: ({ store }) => store.run(toggleWhole),
  },
  {
    keys: "D",
    does: "Fold away what lies below the paper",
    ...single(["d"]),
    press: ({ store }) => store.run(toggleFolded),
  },
  {
    keys: "Escape",
    does: "Close what lies over the paper",
    ...single(["escape"]),
    press: ({ store }) => store.run(closeTopmost),
  },
  {
    keys: "L",
    does: "Light thick paint, or show it flat",
    ...single(["l"]),
    press: ({ store }) => store.run(toggleLight),
  },
  { keys: "Backspace", does: "Take the last step back", ...single(["backspace"], false), press: steps(undo) },
  { keys: "Shift Backspace", does: "Make it again", ...single(["backspace"], true), press: steps(redo) },
  { keys: "Delete", does: "Clear my strokes", ...single(["delete"]), press: tells((engine) => engine.clear()) },
  { keys: "Y", does: "Let my strokes dry", ...single(["y"]), press: tells((engine) => engine.dry()) },
  { keys: "U", does: "Wipe the brush and dip it again", ...single(["u"]), press: tells((engine) => engine.refill()) },
  {
    keys: "B",
    does: "The four bodies below the paper",
    ...single(["b"]),
    press: ({ store }) => store.run(showPanel("bodies")),
  },
  {
    keys: "C",
    does: "The score below the paper",
    ...single(["c"]),
    press: ({ store }) => store.run(showPanel("score")),
  },
  {
    keys: "T",
    does: "The table of responses below the paper",
    ...single(["t"]),
    press: ({ store }) => store.run(showPanel("responses")),
  },
  { keys: "/", does: "Find a quality", ...single(["/"]), press: ({ store }) => store.run(showPanel("find")) },
  { keys: "?", does: "This list", ...single(["?"]), press: ({ store }) => store.run(openOverlay("keys")) },
];

/** What is done with the pointer while a key is held; shown in the list beside the keys. */
export const pointerKeys: readonly { readonly keys: string; readonly does: string }[] = [
  { keys: "G and drag", does: "Size, by dragging right or left on the paper" },
  { keys: "Alt and click", does: "Paint with the colour under the pointer" },
  { keys: "I and click", does: "A straight line from where the last stroke ended" },
  { keys: "J and click", does: "A line like the last straight one, from here: hatching" },
  { keys: "Wheel", does: "Look nearer or from farther off, about the pointer" },
  { keys: "Space and drag", does: "Move the paper; the middle button and two fingers do so, too" },
];

/** The row of a key, if it has one. @param singles whether single letters and digits are keys */
export function keyRowOf(event: KeyPress, singles: boolean): KeyRow | undefined {
  return benchKeys.find((row) => (singles || !row.single) && row.is(event));
}
