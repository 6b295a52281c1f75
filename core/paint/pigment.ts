/**
 * Six bands of visible light (380–460–500–540–580–620–720 nm), in which pigments are mixed. `toRgb` says what each band
 * gives to linear red, green and blue; it follows from the colour matching functions as fitted by Wyman, Sloan and Shirley
 * ("Simple analytic approximations to the CIE XYZ color matching functions", JCGT 2, 2013) and the matrix from XYZ to
 * sRGB, each row scaled so that a white sheet is white. `ofRgb` are spectra of pure red, green and blue that
 * give those back and make up white together, as smooth as lets known mixtures come out as painters know them: yellow and
 * ultramarine a green, white keeping most of a blue's chroma (found by least squares; tests/paint/pigment checks all of it).
 */
export const BANDS = 6;

export const toRgb: readonly (readonly number[])[] = [
  [0.06252474, -0.09601711, -0.24708832, 0.14576377, 0.70522391, 0.429593],
  [-0.08098327, 0.08570453, 0.46865971, 0.48343658, 0.08526462, -0.04208217],
  [0.73546221, 0.37484791, -0.00928271, -0.06487367, -0.03011699, -0.00603675],
];

export const ofRgb: readonly (readonly number[])[] = [
  [-0.04105146, 0.15347428, -0.04507384, -0.04506747, 0.81400526, 1.02115002],
  [-0.0059189, 0.22564025, 1.0204138, 0.99734509, 0.21003621, -0.04499982],
  [1.04697036, 0.62088547, 0.02466005, 0.04772239, -0.02404147, 0.0238498],
];

/** The reflectance of black in every band: no paint absorbs all. */
const DARKEST = 0.02;
/** What a spectrum's share is multiplied by: white reflects a little more than this. */
const REACH = 0.92;

/** The reflectance of a band in which a spectrum has this share of white's; also where a very pure colour's is below 0. */
export function reflectanceOf(share: number): number {
  const x = REACH * share;
  return (x + Math.sqrt(x * x + 4 * DARKEST * DARKEST)) / 2;
}

/** The share of a reflectance, the inverse of `reflectanceOf`. */
export function shareOf(reflectance: number): number {
  return (reflectance - (DARKEST * DARKEST) / reflectance) / REACH;
}

// Scattering grows with how light a paint is: white covers more than black stains.
const LEAST_SCATTER = 0.025;
const SCATTER: readonly number[] = [0.2, 0.8, 0];

/** How strongly a paint of this linear colour scatters, 0.025–1. */
export function scatterOf([r, g, b]: readonly number[]): number {
  return LEAST_SCATTER + (1 - LEAST_SCATTER) * Math.sqrt(SCATTER[0] * r + SCATTER[1] * g + SCATTER[2] * b);
}

/** K/S of a reflectance: Kubelka and Munk 1931, `(1 − R)² / 2R`. */
export function absorption(reflectance: number): number {
  return ((1 - reflectance) * (1 - reflectance)) / (2 * reflectance);
}

/** The reflectance of K/S, the inverse of `absorption`. */
export function reflectance(ratio: number): number {
  return 1 + ratio - Math.sqrt(ratio * ratio + 2 * ratio);
}

/** All numbers the kernels need, in their order: ofRgb by bands, toRgb by colours, DARKEST, REACH, scatter. */
export function pigmentNumbers(): number[] {
  return [...ofRgb.flat(), ...toRgb.flat(), DARKEST, REACH, LEAST_SCATTER, ...SCATTER];
}
