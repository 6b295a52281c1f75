import { type Check, eachMember, type Finding } from "../model";

/** Colours lighter than this are hardly seen on paper. */
const PALE = 0.88;
/** Raising a colour's lightness by more makes any ink pale. */
const RAISED = 0.55;

export const pale: Check = {
  name: "pale",
  looksFor: "colours that are nearly white",
  run: eachMember(({ brush: { tip, paint } }, { pictures }): Omit<Finding, "id">[] => {
    const { shape } = tip;
    if (shape.kind === "image" && shape.colour === "own") {
      const light = shape.pictures.map(({ file }) => pictures.get(file)?.lightness ?? 0);
      if (Math.min(...light) > PALE)
        return [
          { gravity: "warning", says: "Its picture’s own colours are nearly white: on paper it is hardly seen." },
        ];
    }
    return paint.lightness > RAISED && paint.blend === "source-over"
      ? [{ gravity: "warning", says: "It makes any colour nearly white: on paper it is hardly seen." }]
      : [];
  }),
};
