import type { StudySession } from "~/easel/state/session";
import { see, setUse, swapColours, takeBrush, takeBrushBefore } from "~/easel/state/study-state";
import { fitted, MOST_ZOOM, panned, zoomed } from "~/paper/window/framing";

export type KeyPress = Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey" | "altKey">;

/** What a key of the study's screen works on. */
export interface StudyHands {
  readonly session: StudySession;
  /** The brushes in the tray, by their hashes. */
  readonly tray: readonly string[];
  readonly sheet: { readonly width: number; readonly height: number };
}

/** A key of the study's screen: everything there is to know of it. */
export interface StudyKey {
  /** As it is shown. */
  readonly keys: string;
  readonly does: string;
  /** Single keys can be switched off; those with Ctrl cannot. */
  readonly single: boolean;
  readonly is: (event: KeyPress) => boolean;
  readonly press: (hands: StudyHands, key: string) => void;
}

const ctrl = (letter: string, shift = false): Pick<StudyKey, "is" | "single"> => ({
  single: false,
  is: ({ key, ctrlKey, metaKey, shiftKey }) =>
    (ctrlKey || metaKey) && shiftKey === shift && key.toLowerCase() === letter,
});
const single = (...keys: readonly string[]): Pick<StudyKey, "is" | "single"> => ({
  single: true,
  is: ({ key, ctrlKey, metaKey, altKey }) => !(ctrlKey || metaKey || altKey) && keys.includes(key.toLowerCase()),
});

const STEP = 1.1;
const PAN = 80;

function middle({ session }: StudyHands) {
  const { width, height } = session.frame.get();
  return { x: width / 2, y: height / 2 };
}

function zoomBy(factor: number): StudyKey["press"] {
  return (hands) => hands.session.frame.set(zoomed(hands.session.frame.get(), factor, middle(hands)));
}

const arrows: Readonly<Record<string, readonly [number, number]>> = {
  arrowleft: [PAN, 0],
  arrowright: [-PAN, 0],
  arrowup: [0, PAN],
  arrowdown: [0, -PAN],
};

/** Every key of the study's screen, in the order of the list. */
export const studyKeys: readonly StudyKey[] = [
  { keys: "Ctrl Z", does: "Take the last act back", ...ctrl("z"), press: ({ session }) => session.back() },
  { keys: "Ctrl Y", does: "Do it again", ...ctrl("y"), press: ({ session }) => session.again() },
  { keys: "Ctrl Shift Z", does: "Do it again", ...ctrl("z", true), press: ({ session }) => session.again() },
  {
    keys: "1 … 9",
    does: "Take that brush of the tray",
    ...single(..."123456789"),
    press: ({ session, tray }, key) => {
      const hash = tray[Number(key) - 1];
      if (hash) session.store.run(takeBrush(hash));
    },
  },
  {
    keys: "N",
    does: "Take the brush before",
    ...single("n"),
    press: ({ session }) => session.store.run(takeBrushBefore),
  },
  { keys: "P", does: "The brush paints", ...single("p"), press: ({ session }) => session.store.run(setUse("paint")) },
  {
    keys: "M",
    does: "The brush smudges",
    ...single("m"),
    press: ({ session }) => session.store.run(setUse("smudge")),
  },
  {
    keys: "R",
    does: "The brush rubs out",
    ...single("r"),
    press: ({ session }) => session.store.run(setUse("erase")),
  },
  { keys: ",", does: "Smaller by a tenth", ...single(","), press: ({ session }) => session.sizeBy(1 / STEP) },
  { keys: ".", does: "Larger by a tenth", ...single("."), press: ({ session }) => session.sizeBy(STEP) },
  {
    keys: "C",
    does: "Change the two colours over",
    ...single("c"),
    press: ({ session }) => session.store.run(swapColours),
  },
  { keys: "Y", does: "Let it dry", ...single("y"), press: ({ session }) => session.act({ kind: "dry" }) },
  { keys: "U", does: "Wipe the brush and dip it again", ...single("u"), press: ({ session }) => session.dip() },
  {
    keys: "L",
    does: "Light thick paint, or show it flat",
    ...single("l"),
    press: ({ session }) => session.lightBy(!session.store.get().lit, session.store.get().light),
  },
  { keys: "+", does: "Nearer", ...single("+", "="), press: zoomBy(1.25) },
  { keys: "−", does: "Farther", ...single("-"), press: zoomBy(0.8) },
  {
    keys: "0",
    does: "All of the picture",
    ...single("0"),
    press: ({ session, sheet }) => session.frame.set(fitted(session.frame.get(), sheet)),
  },
  {
    keys: "Arrows",
    does: "Move the picture",
    single: false,
    is: ({ key }) => Object.hasOwn(arrows, key.toLowerCase()),
    press: ({ session }, key) => session.frame.set(panned(session.frame.get(), ...arrows[key])),
  },
  {
    keys: "V",
    does: "Look at the picture in a mirror",
    ...single("v"),
    press: ({ session }) => session.frame.set({ ...session.frame.get(), mirrored: !session.frame.get().mirrored }),
  },
  {
    keys: "W",
    does: "The picture takes the whole window, or gives it back",
    ...single("w"),
    press: ({ session }) => session.store.run((state) => see({ whole: !state.whole })(state)),
  },
];

/** What is done with the pointer while a key is held; shown in the list beside the keys. */
export const studyPointerKeys: readonly { readonly keys: string; readonly does: string }[] = [
  { keys: "G and drag", does: "Size, by dragging right or left on the picture" },
  { keys: "Alt and click", does: "Paint with the colour under the pointer" },
  { keys: "Space and drag", does: "Move the picture; so do two fingers" },
  { keys: "Wheel", does: `Nearer and farther, to ${MOST_ZOOM} times` },
];
