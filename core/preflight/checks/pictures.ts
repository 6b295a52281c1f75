import { picturePaths, type Shape } from "../../tip/shape/shape";
import { type Check, eachMember, type Finding, type PictureFacts } from "../model";

/** A picture that is smaller than this share of the largest size looks soft, one that is so many times larger is only heavy. */
const LEAST = 0.5;
const MOST = 6;
/** Smaller ones are no burden. */
const LIGHT = 512;
/** The share of a border's px with ink from which a tip looks cut. */
const CUT = 0.01;

/** The largest size at which a brush draws its tip, px. */
function largest(size: number, highs: readonly number[]): number {
  return size * highs.reduce((most, high) => most * Math.max(1, high), 1);
}

export const pictures: Check = {
  name: "pictures",
  looksFor: "pictures of tips that are too small, larger than needed, or cut at their border",
  run: eachMember(({ brush }, { pictures: known }) => {
    const { shape, size, over } = brush.tip;
    const drawn = largest(
      size,
      brush.responses.filter((r) => r.quality === "size" && !r.muted).map(({ high }) => high),
    );
    return [
      ...ofTip("Picture", shape, drawn, known),
      ...(over ? ofTip("The second tip’s picture", over.shape, drawn * over.size, known) : []),
    ];
  }),
};

/** @param drawn the largest size at which it is drawn, px */
function ofTip(
  name: string,
  shape: Shape,
  drawn: number,
  known: ReadonlyMap<string, PictureFacts>,
): Omit<Finding, "id">[] {
  if (shape.kind !== "image") return [];
  return picturePaths(shape).flatMap((path, n): Omit<Finding, "id">[] => {
    const facts = known.get(path);
    if (!facts) return [];
    const side = Math.max(facts.width, facts.height);
    const what = `${name} ${n + 1}`;
    return [
      ...(side < drawn * LEAST
        ? [
            {
              gravity: "warning" as const,
              says: `${what} is ${side} px, and is drawn at up to ${Math.round(drawn)} px: it will look soft.`,
            },
          ]
        : []),
      ...(side > Math.max(LIGHT, drawn * MOST)
        ? [
            {
              gravity: "hint" as const,
              says: `${what} is ${side} px, and is drawn at ${Math.round(drawn)} px at most: less would do.`,
            },
          ]
        : []),
      ...(facts.borderInk > CUT && shape.laid === "stamped"
        ? [{ gravity: "warning" as const, says: `${what} has ink at its border: the tip looks cut there.` }]
        : []),
    ];
  });
}
