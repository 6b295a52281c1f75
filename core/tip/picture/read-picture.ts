import { ONE } from "../../kernels/memory/q15";
import type { Picture } from "../../picture/picture";
import type { ImageShape } from "../shape/shape";
import { halved } from "./resample";
import type { Sheet } from "./sheet";

/** The longest side that is sampled: no tip is larger than 2000 px. */
const MOST_SAMPLED = 2048;

/** Reads a picture as a tip uses it. @param map the lightness map; undefined for the picture's own greys */
export function readPicture(
  picture: Picture,
  map: Picture | undefined,
  { coverage, colour }: Pick<ImageShape, "coverage" | "colour">,
): Sheet {
  const { width, height } = picture;
  const pixels = width * height;
  const strength = new Uint16Array(pixels);
  const grey = greyOf(picture);
  const alpha = alphaOf(picture);
  for (let i = 0; i < pixels; i++)
    strength[i] = Math.round((coverage === "alpha" ? alpha(i) : alpha(i) * (1 - grey(i))) * ONE);
  const planes: Uint16Array[] = [strength];
  if (colour === "own") planes.push(...ownPlanes(picture, strength));
  if (colour === "lightness") planes.push(...tonePlanes(mapReader(map, picture), strength));
  if (colour === "two-tone") planes.push(new Uint16Array(pixels), sharesOf(strength, grey));
  let sheet: Sheet = { width, height, planes };
  while (Math.max(sheet.width, sheet.height) > MOST_SAMPLED) sheet = halved(sheet);
  return sheet;
}

/** Two planes: how much of the dark and of the light colour a pixel takes; the map's middle grey changes nothing. */
function tonePlanes(grey: (i: number) => number, strength: Uint16Array): Uint16Array[] {
  const dark = sharesOf(strength, (i) => Math.max(0, 1 - 2 * grey(i)));
  const light = sharesOf(strength, (i) => Math.max(0, 2 * grey(i) - 1));
  return [dark, light];
}

/** A share, 0…1, of each px's strength. */
function sharesOf(strength: Uint16Array, share: (i: number) => number): Uint16Array {
  const out = new Uint16Array(strength.length);
  for (let i = 0; i < out.length; i++) out[i] = Math.round(strength[i] * share(i));
  return out;
}

/** The map's grey at a pixel of the picture, whatever size the map has. */
function mapReader(map: Picture | undefined, picture: Picture): (i: number) => number {
  if (!map) return greyOf(picture);
  const grey = greyOf(map);
  return (i) => {
    const x = Math.floor((((i % picture.width) + 0.5) * map.width) / picture.width);
    const y = Math.floor(((Math.floor(i / picture.width) + 0.5) * map.height) / picture.height);
    return grey(y * map.width + x);
  };
}

function ownPlanes({ channels, data, full }: Picture, strength: Uint16Array): Uint16Array[] {
  const step = channels < 3 ? 0 : 1;
  return [0, 1, 2].map((c) => sharesOf(strength, (i) => data[i * channels + c * step] / full));
}

function alphaOf({ channels, data, full }: Picture): (i: number) => number {
  if (channels === 1 || channels === 3) return () => 1;
  return (i) => data[i * channels + channels - 1] / full;
}

/** Luma of the encoded values, with the weights of ITU-R BT.709. */
function greyOf({ channels, data, full }: Picture): (i: number) => number {
  if (channels < 3) return (i) => data[i * channels] / full;
  return (i) =>
    (0.2126 * data[i * channels] + 0.7152 * data[i * channels + 1] + 0.0722 * data[i * channels + 2]) / full;
}
