import { type Brush, brushPictures, brushText, parseBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { FormatError } from "@core/formats/fault";
import { writeRgba } from "@core/formats/png/png";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { stripHand } from "@core/hand/proof";
import { renderHand } from "@core/stroke/render";
import { tableLight } from "@core/surface/relief";

/** A picture of a brush's stroke on nothing, as shelves and specimens show it. */
export interface StripJob {
  /** The brush as canonical text, so that equal jobs are equal texts. */
  readonly brush: string;
  readonly width: number;
  readonly height: number;
  readonly colour: string;
  /** The PNGs that the brush names, by path. */
  readonly tips: ReadonlyMap<string, Uint8Array>;
}

/** @param tips at least the brush's own; the others are left out of the job */
export function stripJob(
  brush: Brush,
  tips: ReadonlyMap<string, Uint8Array>,
  width: number,
  height: number,
  colour: string,
): StripJob {
  const own = brushPictures(brush).flatMap((path): [string, Uint8Array][] => {
    const bytes = tips.get(path);
    return bytes ? [[path, bytes]] : [];
  });
  return { brush: brushText(brush), width, height, colour, tips: new Map(own) };
}

/** Paints the strip and encodes it as PNG. A brush larger than the strip is shown smaller, keeping its proportions. */
export function paintStrip({ brush, width, height, colour, tips }: StripJob): Uint8Array {
  const value = parseBrush(JSON.parse(brush));
  // What strays to the sides must fit too.
  const size = Math.min(value.tip.size, (height * 0.6) / (1 + 2 * value.trail.scatter));
  const strip = { ...value, tip: { ...value.tip, size } };
  const pixels = renderHand({
    brush: strip,
    strokes: stripHand(width, height).strokes,
    width,
    height,
    ink: { colour: hexToRgb(colour), second: hexToRgb("#ffffff") },
    paper: null,
    seed: 1,
    light: tableLight,
    bed: { left: height * 0.5, top: height * 0.1, width: width - height, height: height * 0.8 },
    pictures: new Map([...tips].map(([path, bytes]) => [path, readTipPicture(bytes, path)])),
  });
  return writeRgba(pixels, width, height);
}

/** A picture that came from outside. */
export interface PictureJob {
  readonly bytes: Uint8Array;
  /** What it is called in what is said of it. */
  readonly what: string;
}

/** A study whose stages are painted: its package, how many there are at most and how long a side may be, px. */
export interface StagesJob {
  readonly bytes: Uint8Array;
  readonly most: number;
  readonly longest: number;
}

/** px */
export interface Sides {
  readonly width: number;
  readonly height: number;
}

/** What comes back from a thread: what was made, or why what came from outside cannot be used. */
export type Outcome<T> = { readonly made: T } | { readonly fault: string };

/** What was made. @throws FormatError where what came from outside cannot be used */
export function unwrapped<T>(outcome: Outcome<T>): T {
  if ("fault" in outcome) throw new FormatError(outcome.fault);
  return outcome.made;
}

/** What some work makes, or why what came from outside cannot be used: errors lose their kind between threads. */
export function outcomeOf<T>(work: () => T): Outcome<T> {
  try {
    return { made: work() };
  } catch (error) {
    if (error instanceof FormatError) return { fault: error.message };
    throw error;
  }
}
