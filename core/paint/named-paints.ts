import { type Rgb, rgbToHex } from "../colour/srgb";
import { absorption } from "./pigment";
import { colourOfPigment } from "./pigment-colour";

/** A paint that has a name of the trade. */
export interface NamedPaint {
  readonly name: string;
  /** The colour of a thick coat, `#rrggbb`. */
  readonly colour: string;
  /** K of each band and S, against the S of titanium white. */
  readonly numbers: readonly number[];
}

/**
 * The reflectance of a thick coat in the six bands of `pigment.ts`, and how much the paint scatters. From memory of how such paints
 * look and cover, rounded: no source that may be used here gives measured ones. What painters know of them is checked in
 * tests/paint/named-paints.
 */
const coats: readonly (readonly [name: string, coat: readonly number[], scatter: number])[] = [
  ["Titanium white", [0.88, 0.94, 0.94, 0.94, 0.94, 0.94], 1],
  ["Zinc white", [0.9, 0.93, 0.93, 0.93, 0.93, 0.93], 0.45],
  ["Lemon yellow", [0.07, 0.24, 0.76, 0.85, 0.87, 0.88], 0.14],
  ["Cadmium yellow", [0.05, 0.09, 0.5, 0.78, 0.85, 0.87], 0.42],
  ["Yellow ochre", [0.09, 0.13, 0.25, 0.4, 0.46, 0.5], 0.34],
  ["Vermilion", [0.045, 0.04, 0.05, 0.09, 0.52, 0.74], 0.36],
  ["Crimson lake", [0.06, 0.034, 0.026, 0.025, 0.07, 0.3], 0.06],
  ["Burnt sienna", [0.045, 0.05, 0.065, 0.11, 0.21, 0.29], 0.13],
  ["Raw umber", [0.055, 0.065, 0.085, 0.115, 0.14, 0.16], 0.12],
  ["Viridian", [0.035, 0.1, 0.15, 0.065, 0.03, 0.03], 0.08],
  ["Ultramarine", [0.16, 0.075, 0.031, 0.024, 0.023, 0.033], 0.09],
  ["Prussian blue", [0.062, 0.07, 0.048, 0.027, 0.023, 0.024], 0.05],
  ["Cerulean blue", [0.38, 0.44, 0.31, 0.15, 0.08, 0.1], 0.3],
  ["Lamp black", [0.04, 0.04, 0.04, 0.04, 0.04, 0.042], 0.05],
];

export const namedPaints: readonly NamedPaint[] = coats.map(([name, coat, scatter]) => {
  const numbers = [...coat.map((r) => scatter * absorption(r)), scatter];
  return { name, colour: rgbToHex(colourOfPigment(numbers)), numbers };
});

const byColour = new Map(namedPaints.map((paint) => [paint.colour, paint]));

/** The named paint that has exactly this colour, to a level of eight bits. */
export function paintOfColour(colour: Rgb): NamedPaint | undefined {
  if (colour.some((c) => Math.abs(c * 255 - Math.round(c * 255)) > 1e-6)) return undefined;
  return byColour.get(rgbToHex(colour));
}
