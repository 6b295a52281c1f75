import { fromLinear, type Rgb, toLinear } from "../colour/srgb";
import { absorption, BANDS, ofRgb, reflectance, reflectanceOf, scatterOf, shareOf, toRgb } from "./pigment";

/**
 * A colour as paint, by Kubelka and Munk with two constants: the absorption K of each band, and the scattering S that all bands
 * share. What is not known of a paint but its colour is its spectrum, and how much it scatters: both are guessed from the colour.
 */
export function pigmentOf(colour: Rgb): readonly number[] {
  const linear = colour.map(toLinear);
  const scatter = scatterOf(linear);
  const bands = Array.from({ length: BANDS }, (_, b) => {
    const share = linear[0] * ofRgb[0][b] + linear[1] * ofRgb[1][b] + linear[2] * ofRgb[2][b];
    return scatter * absorption(reflectanceOf(share));
  });
  return [...bands, scatter];
}

/** The sRGB colour of a paint of K and S, 0…1 in each channel. */
export function colourOfPigment(numbers: readonly number[]): Rgb {
  const scatter = numbers[BANDS];
  const shares = Array.from({ length: BANDS }, (_, b) => shareOf(reflectance(numbers[b] / scatter)));
  const [r, g, b] = toRgb.map((row) => {
    const linear = row.reduce((sum, weight, band) => sum + weight * shares[band], 0);
    return fromLinear(Math.min(1, Math.max(0, linear)));
  });
  return [r, g, b];
}
