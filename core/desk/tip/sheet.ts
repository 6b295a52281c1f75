import type { Picture } from "../../picture/picture";
import type { ImageShape } from "../../tip/shape/shape";
import { greyOf, type Plane, planeOf } from "../plane";

/** A tip as it lies on the desk: how strong each px is, and, where it has one, its lightness map (½ changes nothing). */
export interface TipSheet {
  readonly strength: Plane;
  readonly map?: Plane | undefined;
  /** How light the picture is that it was made of, where it was made of one: it goes along, for a map of it. */
  readonly greys?: Plane | undefined;
}

/** What of a picture becomes strength. */
export const strengthSources = ["darkness", "lightness", "alpha"] as const;
export type StrengthSource = (typeof strengthSources)[number];

export const MIDDLE = 0.5;
const DEEP = 65535;

export function blankSheet(width: number, height: number): TipSheet {
  return { strength: planeOf(width, height, () => 0) };
}

/** What is the better guess for a picture: its alpha where it has one that says something, otherwise its darkness. */
export function likelySource({ channels, data, full }: Picture): StrengthSource {
  if (channels % 2 === 1) return "darkness";
  let clear = 0;
  for (let i = channels - 1; i < data.length; i += channels) if (data[i] < full) clear++;
  return clear * 100 > data.length / channels ? "alpha" : "darkness";
}

/** Makes a tip of a picture. Transparent px have no strength, whatever their colour. @param grey how light it is, where that is known already */
export function sheetOfPicture(picture: Picture, source: StrengthSource, grey: Plane = greyOf(picture)): TipSheet {
  const { width, height, channels, data, full } = picture;
  const strength = new Float32Array(width * height);
  const greys = grey.data;
  const last = channels - 1;
  const clears = channels % 2 === 0;
  // The grey is laid on white: its darkness holds the alpha already.
  if (source === "darkness") for (let i = 0; i < strength.length; i++) strength[i] = 1 - greys[i];
  else if (source === "alpha")
    for (let i = 0; i < strength.length; i++) strength[i] = clears ? data[i * channels + last] / full : 1;
  else
    for (let i = 0; i < strength.length; i++)
      strength[i] = Math.max(0, greys[i] - 1 + (clears ? data[i * channels + last] / full : 1));
  return { strength: { width, height, data: strength }, greys: grey };
}

/** The tip as a picture of grey and alpha, 16 bits each: the alpha is its strength, the grey its map, or black without one. */
export function pictureOfSheet({ strength, map }: TipSheet): Picture {
  const { width, height, data } = strength;
  const out = new Uint16Array(width * height * 2);
  for (let i = 0; i < data.length; i++) {
    out[i * 2] = map ? Math.round(map.data[i] * DEEP) : 0;
    out[i * 2 + 1] = Math.round(data[i] * DEEP);
  }
  return { width, height, channels: 2, data: out, full: DEEP };
}

/** A kept picture of grey and alpha, as `pictureOfSheet` makes it. @param mapped whether its greys are a lightness map */
export function sheetOfKept(picture: Picture, mapped: boolean): TipSheet {
  const { width, height, channels, data, full } = picture;
  const { strength } = sheetOfPicture(picture, channels % 2 === 0 ? "alpha" : "darkness");
  if (!mapped) return { strength };
  return { strength, map: planeOf(width, height, (x, y) => data[(y * width + x) * channels] / full) };
}

/** The shape of a brush whose tip these pictures are. @param files their paths, in order */
export function shapeOfSheets(
  files: readonly string[],
  mapped: boolean,
  family: Pick<ImageShape, "pick"> & { readonly weights: readonly number[] },
): ImageShape {
  return {
    kind: "image",
    pictures: files.map((file, n) => ({ file, weight: family.weights[n] ?? 1 })),
    coverage: "alpha",
    colour: mapped ? "lightness" : "ink",
    depth: 0.25,
    pick: family.pick,
    laid: "stamped",
  };
}
