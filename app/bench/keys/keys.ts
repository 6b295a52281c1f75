/** What a key of the bench does. */
export type BenchAct =
  | "undo"
  | "redo"
  | "save"
  | "smaller"
  | "larger"
  | "opacity"
  | "flip"
  | "paint"
  | "smudge"
  | "erase"
  | "mirror"
  | "light"
  | "take-back"
  | "clear"
  | "bodies"
  | "score"
  | "responses"
  | "find"
  | "keys";

interface KeyRow {
  readonly act: BenchAct;
  /** As it is shown. */
  readonly keys: string;
  readonly does: string;
  /** Whether the key belongs to this row. Single keys can be switched off; those with Ctrl cannot. */
  readonly is: (event: Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey" | "altKey">) => boolean;
  readonly single: boolean;
}

const held = (letter: string, shift = false): Pick<KeyRow, "is" | "single"> => ({
  single: false,
  is: ({ key, ctrlKey, metaKey, shiftKey }) =>
    (ctrlKey || metaKey) && shiftKey === shift && key.toLowerCase() === letter,
});
const single = (...keys: string[]): Pick<KeyRow, "is" | "single"> => ({
  single: true,
  is: ({ key, ctrlKey, metaKey, altKey }) => !ctrlKey && !metaKey && !altKey && keys.includes(key.toLowerCase()),
});

/** Every key of the bench, in the order of the list. */
export const benchKeys: readonly KeyRow[] = [
  { act: "undo", keys: "Ctrl Z", does: "Take the last change back", ...held("z") },
  { act: "redo", keys: "Ctrl Y", does: "Make it again", ...held("y") },
  { act: "redo", keys: "Ctrl Shift Z", does: "Make it again", ...held("z", true) },
  { act: "save", keys: "Ctrl S", does: "Save the next revision", ...held("s") },
  { act: "smaller", keys: ",", does: "Smaller by a tenth", ...single(",") },
  { act: "larger", keys: ".", does: "Larger by a tenth", ...single(".") },
  { act: "opacity", keys: "1 … 9, 0", does: "Opacity 10 % … 90 %, 100 %", ...single(..."1234567890") },
  { act: "flip", keys: "H", does: "Show what is held, or what is now", ...single("h") },
  { act: "paint", keys: "P", does: "My strokes paint", ...single("p") },
  { act: "smudge", keys: "M", does: "My strokes smudge", ...single("m") },
  { act: "erase", keys: "R", does: "My strokes rub out", ...single("r") },
  { act: "mirror", keys: "V", does: "Look at the paper in a mirror", ...single("v") },
  { act: "light", keys: "L", does: "Light thick paint, or show it flat", ...single("l") },
  { act: "take-back", keys: "Backspace", does: "Take back my last stroke", ...single("backspace") },
  { act: "clear", keys: "Delete", does: "Clear my strokes", ...single("delete") },
  { act: "bodies", keys: "B", does: "The four bodies below the paper", ...single("b") },
  { act: "score", keys: "C", does: "The score below the paper", ...single("c") },
  { act: "responses", keys: "T", does: "The table of responses below the paper", ...single("t") },
  { act: "find", keys: "/", does: "Find a quality", ...single("/") },
  { act: "keys", keys: "?", does: "This list", ...single("?") },
];

/** What is done with the pointer while a key is held; shown in the list beside the keys. */
export const pointerKeys: readonly { readonly keys: string; readonly does: string }[] = [
  { keys: "G and drag", does: "Size, by dragging right or left on the paper" },
  { keys: "Alt and click", does: "Paint with the colour under the pointer" },
];

/** The act of a key, if it has one. */
export function actOf(
  event: Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey" | "altKey">,
  singles: boolean,
): BenchAct | undefined {
  return benchKeys.find((row) => (singles || !row.single) && row.is(event))?.act;
}
