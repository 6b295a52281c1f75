import { type Brush, brushPictures, brushText, parseBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { FormatError } from "@core/formats/fault";
import { writeRgba } from "@core/formats/png/png";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { type DrawnGrain, grainOf } from "@core/ground/grain";
import { plainGroundOf } from "@core/ground/model";
import { simulatedHands } from "@core/hand/simulate";
import { type Judgement, judge } from "@core/measure/judge";
import { bedRoom, wholeBedFor } from "@core/stroke/bed";
import { renderHand } from "@core/stroke/render";
import { stripScene } from "@core/stroke/strip-scene";
import { thrifty } from "@core/stroke/thrift";
import { tableLight } from "@core/surface/light";

/** How strips are drawn where it was chosen; the usual: a slow swell, on a smooth sheet, over wet paint where the brush takes some. */
export interface StripLook {
  readonly hand?: keyof typeof simulatedHands;
  /** The sheet's own grain. */
  readonly grain?: DrawnGrain["kind"];
  /** Over wet paint, whatever the brush. */
  readonly wet?: boolean;
}

/** A picture of a brush's stroke on nothing, as shelves and specimens show it. */
export interface StripJob {
  readonly look: StripLook;
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
  look: StripLook = {},
): StripJob {
  const own = brushPictures(brush).flatMap((path): [string, Uint8Array][] => {
    const bytes = tips.get(path);
    return bytes ? [[path, bytes]] : [];
  });
  return { brush: brushText(brush), width, height, colour, look, tips: new Map(own) };
}

/** How far a sheet's own grain shows. */
const SHEET_DEPTH = 0.45;

/** Which way of painting strips this is: those of older ones are painted anew. */
export const STRIP_METHODS = 1;

/** The lightness, 0…1, above which ink is hard to see on a sheet, and the grey that then lies below it. */
const PALE = 0.72;
const GREY = [138, 146, 150] as const;

/** Paints the strip and encodes it as PNG. Where the ink would hardly be seen on a sheet, it lies on grey. */
export function paintStrip({ brush, width, height, colour, look, tips }: StripJob): Uint8Array {
  const pictures = new Map([...tips].map(([path, bytes]) => [path, readTipPicture(bytes, path)]));
  const hand = look.hand && simulatedHands[look.hand];
  const scene = stripScene(parseBrush(JSON.parse(brush)), width, height, pictures, hand);
  const { grain } = look;
  const fit = thrifty(scene.brush, scene.strokes, width * height, STRIP_WORK);
  const pixels = renderHand({
    ...scene,
    brush: fit.brush,
    ...(look.wet ? { bed: wholeBedFor([scene.brush], bedRoom(width, height)) } : {}),
    ...(grain ? { grain: { ...plainGroundOf(), grain: grainOf(grain), depth: SHEET_DEPTH } } : {}),
    width,
    height,
    ink: { colour: hexToRgb(colour), second: hexToRgb("#ffffff") },
    paper: null,
    seed: 1,
    light: tableLight,
    pictures,
  });
  if (inkLightness(pixels) > PALE) layOn(pixels, GREY);
  if (fit.plainer) signPlainer(pixels, width, height);
  return writeRgba(pixels, width, height);
}

/** About a second of painting: what is more is painted plainer, with a sign. */
const STRIP_WORK = 3e9;

/** How high the sign is, px, and its colour: neither ink's nor paper's. */
const SIGN = 7;
const SIGN_COLOUR = [120, 120, 120, 255] as const;

/** Says in the strip's lower right corner, by the sign for "about" (≈), that the brush itself leaves more than is shown. */
function signPlainer(pixels: Uint8ClampedArray, width: number, height: number): void {
  const long = 2 * SIGN;
  for (const line of [0, SIGN - 3])
    for (let x = 0; x < long; x++) {
      const wave = Math.round(Math.sin((x / long) * 2 * Math.PI) * 1.4);
      for (const thick of [0, 1]) {
        const y = height - SIGN - 3 + line + wave + thick;
        const at = 4 * (y * width + width - long - 4 + x);
        if (y >= 0 && y < height && width > long + 4) pixels.set(SIGN_COLOUR, at);
      }
    }
}

/** The mean lightness of what is covered, 0…1; 0 where nothing is. Rec. 709 weights on the encoded values. */
function inkLightness(pixels: Uint8ClampedArray): number {
  let sum = 0;
  let weight = 0;
  for (let i = 0; i < pixels.length; i += 4) {
    sum += pixels[i + 3] * (0.2126 * pixels[i] + 0.7152 * pixels[i + 1] + 0.0722 * pixels[i + 2]);
    weight += pixels[i + 3];
  }
  return weight > 0 ? sum / weight / 255 : 0;
}

function layOn(pixels: Uint8ClampedArray, grey: readonly number[]): void {
  for (let i = 0; i < pixels.length; i += 4) {
    const alpha = pixels[i + 3] / 255;
    for (let c = 0; c < 3; c++) pixels[i + c] = pixels[i + c] * alpha + grey[c] * (1 - alpha);
    pixels[i + 3] = 255;
  }
}

/** A brush that is measured. */
export type MeasureJob = Pick<StripJob, "brush" | "tips">;

/** Measures a brush. @throws FormatError where a picture is missing */
export function measureJob({ brush, tips }: MeasureJob): Judgement {
  const value = parseBrush(JSON.parse(brush));
  const missing = brushPictures(value).find((path) => !tips.has(path));
  if (missing) throw new FormatError(`the picture ${missing} is not there`);
  const pictures = new Map([...tips].map(([path, bytes]) => [path, readTipPicture(bytes, path)]));
  return judge(value, pictures, () => performance.now());
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

/** What some work of ours makes that takes its time. */
export async function later<T>(work: () => Promise<T>): Promise<Outcome<T>> {
  return { made: await work() };
}
