/**
 * Six bands of visible light (380–460–500–540–580–620–720 nm), in which pigments are mixed. `toRgb` says what each band
 * gives to linear red, green and blue; it follows from the colour matching functions as fitted by Wyman, Sloan and Shirley
 * ("Simple analytic approximations to the CIE XYZ color matching functions", JCGT 2, 2013) and the matrix from XYZ to
 * sRGB, each row scaled so that a white sheet is white. `ofRgb` are the smoothest spectra of pure red, green and blue that
 * give those back and make up white together (found by least squares; the test checks both).
 */
export const BANDS = 6;

export const toRgb: readonly (readonly number[])[] = [
  [0.06252474, -0.09601711, -0.24708832, 0.14576377, 0.70522391, 0.429593],
  [-0.08098327, 0.08570453, 0.46865971, 0.48343658, 0.08526462, -0.04208217],
  [0.73546221, 0.37484791, -0.00928271, -0.06487367, -0.03011699, -0.00603675],
];

export const ofRgb: readonly (readonly number[])[] = [
  [0.04204287, -0.00667031, -0.0233441, -0.02158408, 0.79517249, 1.00870891],
  [-0.00004948, 0.21580154, 1.00835079, 1.02163052, 0.1741709, -0.00435474],
  [0.95800661, 0.79086877, 0.01499331, -0.00004643, 0.03065661, -0.00435416],
];

/** No paint is darker or brighter than this in any band: reflectance is DARKEST + REACH·(0 … 1). */
export const DARKEST = 0.04;
export const REACH = 0.92;

// Scattering grows with how light a paint is: white covers more than black stains.
const LEAST_SCATTER = 0.06;
const SCATTER: readonly number[] = [
  0.2126 * (1 - LEAST_SCATTER),
  0.7152 * (1 - LEAST_SCATTER),
  0.0722 * (1 - LEAST_SCATTER),
];

/** How strongly a paint of this linear colour scatters, 0.06–1. */
export function scatterOf([r, g, b]: readonly number[]): number {
  return LEAST_SCATTER + SCATTER[0] * r + SCATTER[1] * g + SCATTER[2] * b;
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
