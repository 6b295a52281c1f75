import { power } from "../numeric/power";

/** A colour as three numbers 0…1: sRGB unless it is said otherwise. */
export type Rgb = readonly [number, number, number];

/** Reads `#rrggbb`. Throws a RangeError on anything else. */
export function hexToRgb(hex: string): Rgb {
  const found = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(hex);
  if (!found) throw new RangeError(`"${hex}" is not a colour like #1f2a30`);
  return [
    Number.parseInt(found[1], 16) / 255,
    Number.parseInt(found[2], 16) / 255,
    Number.parseInt(found[3], 16) / 255,
  ];
}

/** Writes `#rrggbb`, each channel to the nearest 1/255. */
export function rgbToHex(rgb: Rgb): string {
  return `#${rgb
    .map((c) =>
      Math.round(Math.min(1, Math.max(0, c)) * 255)
        .toString(16)
        .padStart(2, "0"),
    )
    .join("")}`;
}

/** IEC 61966-2-1 decoding, extended to negative values as CSS Color 4 does. */
export function toLinear(c: number): number {
  const a = Math.abs(c);
  const linear = a <= 0.04045 ? a / 12.92 : power((a + 0.055) / 1.055, 2.4);
  return c < 0 ? -linear : linear;
}

/** The inverse of `toLinear`. */
export function fromLinear(c: number): number {
  const a = Math.abs(c);
  const encoded = a <= 0.0031308 ? a * 12.92 : 1.055 * power(a, 1 / 2.4) - 0.055;
  return c < 0 ? -encoded : encoded;
}

/** As `toLinear`, for three channels in place. */
export function decode(colour: Float64Array): void {
  for (let i = 0; i < 3; i++) colour[i] = toLinear(colour[i]);
}

/** As `fromLinear`, for three channels in place, each brought into 0…1 first. */
export function encode(colour: Float64Array): void {
  for (let i = 0; i < 3; i++) colour[i] = fromLinear(colour[i] < 0 ? 0 : colour[i] > 1 ? 1 : colour[i]);
}
